import { describe, expect, test } from '@jest/globals'
import { LEARNT_FROM, MOST_DOSES, nextDose } from '../../../../core/acid-base/next-dose'
import { possibleBaths } from '../../../../core/acid-base/unknown-bath'
import { bathSimulator } from '../../../fixtures/simulate-bath'

const bath = { waterL: 4, agent: 'sodaAsh' as const, target: 9.5, cap: 10 }

describe('what baths the readings may come from', () => {
  const readings = [
    { doseMolL: 0, ph: 5 },
    { doseMolL: 0.002, ph: 6.5 },
  ]
  const baths = possibleBaths('sodaAsh', readings)

  test('weights sum to 1', () => {
    expect(baths.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 5)
  })

  test('dose and pH are each other’s inverse', () => {
    for (const each of baths.filter((_, i) => i % 97 === 0)) {
      for (const ph of [7, 8.5, 9.9]) {
        const dose = each.doseFor(ph)
        if (Number.isFinite(dose) && dose > 0) expect(each.phAt(dose)).toBeCloseTo(ph, 1)
      }
    }
  })

  test('a bath that may have begun past the cap needs no dose to be there', () => {
    const high = possibleBaths('sodaAsh', [{ doseMolL: 0, ph: 9.9 }])
    expect(Math.min(...high.map((each) => each.doseFor(10)))).toBe(0)
    const low = possibleBaths('vinegar', [{ doseMolL: 0, ph: 4.6 }])
    expect(Math.min(...low.map((each) => each.doseFor(4.5)))).toBe(0)
  })

  test('baking soda cannot lift a bath to 11', () => {
    const bathsThere = possibleBaths('bakingSoda', [{ doseMolL: 0, ph: 6 }])
    expect(bathsThere.every((each) => each.doseFor(11) === Infinity)).toBe(true)
  })

  test('near the cap no dose is advised, though its way is short', () => {
    const advice = nextDose({ ...bath, readings: [{ totalMassG: 0, ph: 9.4 }] })
    expect(advice.nextMassG).toBe(0)
  })

  test('likely baths pass near the readings', () => {
    const best = baths.reduce((a, b) => (a.weight > b.weight ? a : b))
    expect(Math.abs(best.phAt(0.002) - 6.5)).toBeLessThan(0.4)
  })
})

describe('the next dose', () => {
  test('is more where the bath answers less', () => {
    const after = (ph: number) =>
      nextDose({
        ...bath,
        readings: [
          { totalMassG: 0, ph: 5 },
          { totalMassG: 1, ph },
        ],
      }).nextMassG
    expect(after(5.6)).toBeGreaterThan(2 * after(7.5))
  })

  test('stops at the target, and at or past the cap', () => {
    const at = (ph: number) =>
      nextDose({
        ...bath,
        readings: [
          { totalMassG: 0, ph: 5 },
          { totalMassG: 1, ph: 7.5 },
          ...Array.from({ length: 4 }, () => ({ totalMassG: 3, ph })),
        ],
      })
    expect(at(9.5)).toMatchObject({ stop: true, nextMassG: 0 })
    const past = at(10.6)
    expect(past).toMatchObject({ stop: true, nextMassG: 0 })
    expect(past.text).toContain('at or past the cap of 10')
  })

  test('stops in any case after six doses beyond the first three readings', () => {
    const readings = Array.from({ length: LEARNT_FROM + MOST_DOSES }, (_, i) => ({
      totalMassG: i / 10,
      ph: 5 + i / 10,
    }))
    expect(nextDose({ ...bath, readings })).toMatchObject({ stop: true, nextMassG: 0 })
    expect(nextDose({ ...bath, readings: readings.slice(0, -1) }).stop).toBe(false)
  })

  test('past the target it says what brings it back, the other way round', () => {
    const at = (ph: number, question = {}) =>
      nextDose({
        ...bath,
        target: 9,
        readings: [
          { totalMassG: 0, ph: 5 },
          { totalMassG: 1, ph: 7.5 },
          { totalMassG: 3, ph },
        ],
        ...question,
      })
    expect(at(9.7).back).toEqual({ agent: 'vinegar', cap: 8 })
    expect(at(9.7).text).toContain('past 9')
    expect(at(10.6).back).toEqual({ agent: 'vinegar', cap: 8 })
    expect(at(8).back).toBeNull()
    const down = { agent: 'vinegar', target: 5, cap: 4.3 } as const
    const tooSour = nextDose({
      ...bath,
      ...down,
      readings: [
        { totalMassG: 0, ph: 7 },
        { totalMassG: 60, ph: 4.2 },
      ],
    })
    expect(tooSour.back).toEqual({ agent: 'bakingSoda', cap: 5.7 })
  })

  test('with the acid in it, the way back is learnt from the same readings', () => {
    const advice = nextDose({
      ...bath,
      agent: 'vinegar',
      target: 9,
      cap: 8,
      readings: [
        { totalMassG: 0, ph: 5 },
        { totalMassG: 0, ph: 7.5, others: [{ agent: 'sodaAsh', massG: 1 }] },
        { totalMassG: 0, ph: 9.7, others: [{ agent: 'sodaAsh', massG: 3 }] },
      ],
    })
    expect(advice.nextMassG).toBeGreaterThan(0)
    expect(advice.expectedPh).toBeLessThan(9.7)
    expect(advice.low).toBeGreaterThan(8)
  })

  test('counts the liquor that stands now: half taken out wants half', () => {
    const readings = [
      { totalMassG: 0, ph: 5 },
      { totalMassG: 1, ph: 7 },
    ]
    const whole = nextDose({ ...bath, readings })
    const half = nextDose({ ...bath, readings, kept: 0.5 })
    expect(half.nextMassG / whole.nextMassG).toBeCloseTo(0.5, 1)
    expect(half.expectedPh).toBeCloseTo(whole.expectedPh, 1)
  })

  test('water added wants a little more, and is no other bath', () => {
    const readings = [
      { totalMassG: 0, ph: 6.5 },
      { totalMassG: 1, ph: 8 },
    ]
    const as = (dilution: number) =>
      nextDose({ ...bath, target: 9, readings, now: { dilution } }).nextMassG
    expect(as(2)).toBeGreaterThan(as(1))
    expect(as(2)).toBeLessThan(2 * as(1))
  })

  test('a mirror: vinegar leads down to a cap below', () => {
    const advice = nextDose({
      waterL: 4,
      agent: 'vinegar',
      readings: [{ totalMassG: 0, ph: 7.5 }],
      target: 5,
      cap: 4.5,
    })
    expect(advice.stop).toBe(false)
    expect(advice.nextMassG).toBeGreaterThan(0)
    expect(advice.expectedPh).toBeLessThan(7.5)
  })

  // a thousand of them are in the bench of doses
  test('of twenty baths none passes the cap, and most come near the target', () => {
    const { bath: draw, uniform } = bathSimulator(0.42)
    let [past, near] = [0, 0]
    for (let i = 0; i < 20; i++) {
      const { waterL, truePh } = draw()
      const read = (totalMassG: number) => ({
        totalMassG,
        ph: truePh(totalMassG) + 0.5 * uniform() - 0.25,
      })
      const readings = [read(0)]
      let given = 0
      for (;;) {
        const advice = nextDose({ ...bath, waterL, readings })
        if (advice.stop) break
        given += advice.nextMassG
        readings.push(read(given))
        past += Number(truePh(given) > bath.cap)
      }
      near += Number(Math.abs(truePh(given) - bath.target) <= 0.3)
    }
    expect(past).toBeLessThanOrEqual(1)
    expect(near).toBeGreaterThanOrEqual(14)
  })

  test.each([
    [{ target: 9.8 }, 'target must stand at least 0.3 short of the cap (10); got 9.8'],
    [{ readings: [] }, 'readings must hold at least one reading; got none'],
    [{ readings: [{ totalMassG: 0, ph: 15 }] }, 'ph must be from 0 to 14; got 15'],
    [
      {
        readings: [
          { totalMassG: 2, ph: 6 },
          { totalMassG: 1, ph: 6 },
        ],
      },
      'totalMassG must not fall from one reading to the next',
    ],
    [{ agent: 'vinegar' as const }, 'cap must lie beyond the target in the direction vinegar'],
    [{ waterL: -1 }, 'waterL must be above 0 L; got -1'],
    [{ kept: 1.5 }, 'kept must be above 0 and at most 1; got 1.5'],
    [{ now: { dilution: 0 } }, 'dilution must be above 0'],
  ])('%j is refused', (change, message) => {
    const readings = [{ totalMassG: 0, ph: 5 }]
    expect(() => nextDose({ ...bath, readings, ...change })).toThrow(message)
  })
})
