import { describe, expect, test } from '@jest/globals'
import { nextDose } from '../../../../core/acid-base/next-dose'
import { liquorCourse } from '../../../../shared/rules/pot/liquor-course'
import { PLAIN_PLAN } from '../../../../shared/schemas/pot/pot-plan'
import type { PotEvent } from '../../../../shared/schemas/pot/pot-event'

const at = (minute: number) => new Date(Date.UTC(2026, 8, 9, 8, minute)).toISOString()
const NOW = Date.parse(at(59))
const LOT = '0192d3a0-0000-7000-8000-000000000001'

const event = (kind: string, minute: number, data: object) =>
  ({
    id: `${kind}${minute}`,
    kind,
    at: at(minute),
    toleranceMin: 0,
    note: '',
    stepId: null,
    data,
  }) as unknown as PotEvent
const reading = (minute: number, ph: number | null, tempC: number | null = null) =>
  event('reading', minute, { ph, tempC, dialC: null, by: 'typed' })
const add = (minute: number, data: object) =>
  event('add', minute, { agent: null, form: '', massG: 0, lotId: null, waterL: 0, ...data })
const soda = (minute: number, massG: number | null) => add(minute, { agent: 'sodaAsh', massG })

const course = (events: PotEvent[], fields: object = {}) =>
  liquorCourse(
    { events, plan: { ...PLAIN_PLAN, pourL: 4, lid: 'on' }, waterL: 4, tempC: 60, ...fields },
    'sodaAsh',
    NOW,
    null,
  )

describe('what the pH of a pot has to go by', () => {
  test('each reading has all that had gone in by then', () => {
    const { readings, isUnread } = course([reading(0, 5), soda(2, 1), reading(5, 7), soda(6, 2)])
    expect(readings.map(({ totalMassG, ph }) => [totalMassG, ph])).toEqual([
      [0, 5],
      [1, 7],
    ])
    expect(isUnread).toBe(true)
  })

  test('what else moves the pH stands beside it, each with its amount', () => {
    const { readings } = course([
      reading(0, 5),
      soda(2, 3),
      reading(5, 9.7),
      add(6, { agent: 'vinegar', massG: 5 }),
      reading(9, 9.1),
    ])
    expect(readings.at(-1)).toMatchObject({
      totalMassG: 3,
      others: [{ agent: 'vinegar', massG: 5 }],
    })
  })

  test.each([
    ['a dose that nobody weighed', soda(2, null)],
    ['alum, which moves it by nobody knows how much', add(2, { agent: 'alum', massG: 5 })],
    ['more plant', add(2, { lotId: LOT, massG: 20 })],
  ])('%s makes another bath of it, to be read anew', (_, change) => {
    const { readings, isUnread } = course([reading(0, 5), change])
    expect(readings).toEqual([])
    expect(isUnread).toBe(true)
    expect(course([reading(0, 5), change, reading(5, 6)]).readings).toMatchObject([
      { totalMassG: 0, ph: 6 },
    ])
  })

  test('salt is no matter', () => {
    expect(course([reading(0, 5), add(2, { agent: 'salt', massG: 20 })])).toMatchObject({
      isUnread: false,
      readings: [{ ph: 5 }],
    })
  })

  test('water that was added thins it, and is to be read', () => {
    const there = course([reading(0, 6), add(2, { waterL: 1.9 }), reading(8, 6.1)])
    expect(there.readings.map(({ dilution }) => dilution)).toEqual([1, (4 + 1.9) / 4])
    expect(there.liquorL).toBeCloseTo(5.9, 9)
    expect(course([reading(0, 6), add(2, { waterL: 1.9 })]).isUnread).toBe(true)
  })

  test('an hour of open heat boils some away, a lid keeps it', () => {
    const heated = [event('heat', 0, { isOn: true, holdC: 90, burner: '' })]
    const lostL = (lid: 'on' | 'off') =>
      4 - course(heated, { plan: { ...PLAIN_PLAN, pourL: 4, lid } }).liquorL!
    expect(lostL('off')).toBeGreaterThan(0.05)
    expect(lostL('on')).toBeLessThan(lostL('off') / 5)
    const off = [...heated, event('heat', 10, { isOn: false, holdC: null, burner: '' })]
    expect(4 - course(off, { plan: { ...PLAIN_PLAN, pourL: 4, lid: 'off' } }).liquorL!).toBeCloseTo(
      (lostL('off') * 10) / 59,
      6,
    )
  })
})

const liquor = (minute: number, litres: number) => event('liquor', minute, { litres })

describe('the liquor that stands in the pot', () => {
  test('is as the notes have it, unless the dyer sees another', () => {
    expect(course([reading(0, 6)])).toMatchObject({ liquorL: 4, firstL: 4, kept: 1 })
  })

  test('less was taken out: what goes in afterwards counts by what is left', () => {
    const there = course([reading(0, 6), liquor(1, 2), soda(2, 1), reading(5, 8)])
    expect(there).toMatchObject({ liquorL: 2, kept: 0.5, now: { dilution: 1 } })
    expect(there.readings.map(({ totalMassG }) => totalMassG)).toEqual([0, 2])
    // so is water: half a litre on two is a quarter more
    expect(course([liquor(1, 2), add(2, { waterL: 0.5 }), reading(3, 6)])).toMatchObject({
      liquorL: 2.5,
      now: { dilution: 1.25 },
    })
  })

  test('the next dose is the same by volume, whether half was taken out before or after', () => {
    const doseOf = (events: PotEvent[]) => {
      const { firstL, readings, now, kept } = course(events)
      const ask = { agent: 'sodaAsh', target: 9, cap: 10 } as const
      return nextDose({ ...ask, waterL: firstL!, readings, now, kept }).nextMassG
    }
    const before = doseOf([reading(0, 5), liquor(1, 2), soda(2, 1), reading(5, 7)])
    const after = doseOf([reading(0, 5), soda(1, 2), reading(3, 7), liquor(5, 2)])
    expect(before).toBe(after)
    expect(before).toBeGreaterThan(0)
  })

  test('more than the notes have was thinned, and is to be read', () => {
    const there = course([reading(0, 6), liquor(1, 5)])
    expect(there).toMatchObject({ liquorL: 5, kept: 1, isUnread: true, now: { dilution: 1.25 } })
  })

  test('is what the dyer says where nobody noted it', () => {
    const unknown = { plan: null, waterL: null }
    expect(course([reading(0, 6)], unknown)).toMatchObject({ liquorL: null, firstL: null })
    expect(course([reading(0, 6), liquor(1, 6)], unknown)).toMatchObject({ liquorL: 6, firstL: 6 })
  })
})
