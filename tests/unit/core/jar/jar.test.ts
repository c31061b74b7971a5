import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { JAR_WAYS } from '../../../../catalogue/jar-ways'
import { drawOff } from '../../../../core/jar/liquor'
import { jarOutlook, roundsDue } from '../../../../core/jar/rounds'

const DAY = 86_400_000
const start = Date.parse('2026-09-01T09:00:00Z')
const day = (n: number) => start + n * DAY

describe('rounds of a jar', () => {
  test('are due so long after they were last done, the earliest first', () => {
    const rule = { shake: 1, air: 7, look: 14 }
    const done = [
      { kind: 'shake' as const, at: day(9) },
      { kind: 'air' as const, at: day(2) },
    ]
    expect(roundsDue(rule, start, done, day(12))).toEqual([
      { kind: 'air', dueAt: day(9), overdueDays: 3 },
      { kind: 'shake', dueAt: day(10), overdueDays: 2 },
      { kind: 'look', dueAt: day(14), overdueDays: -2 },
    ])
  })

  test('a jar that is kept sealed is never due for airing', () => {
    const { rounds } = JAR_WAYS.ammoniaSealed
    expect(roundsDue(rounds, start, [], day(200)).map(({ kind }) => kind)).not.toContain('air')
  })

  test('an interval of nothing is refused', () => {
    expect(() => roundsDue({ shake: 0, air: null, look: null }, start, [], start)).toThrow('shake')
  })
})

describe('outlook by warmth', () => {
  // bark at least seven days, husk mash seven to ten, lichen one to six months: common practice
  test.each([
    ['steep', 6, 'early'],
    ['steep', 8, 'likelyReady'],
    ['soak', 9, 'likelyReady'],
    ['soak', 11, 'past'],
    ['ammoniaFerment', 25, 'early'],
    ['ammoniaFerment', 60, 'likelyReady'],
    ['ammoniaFerment', 200, 'past'],
  ] as const)('%s after %d days at its usual warmth is %s', (way, days, ripeness) => {
    const { usual, usualC } = JAR_WAYS[way]
    expect(jarOutlook(usual, usualC, [{ at: start, tempC: usualC }], day(days)).ripeness).toBe(
      ripeness,
    )
  })

  test('ten degrees warmer takes half the time (assumed)', () => {
    const { usual, usualC } = JAR_WAYS.steep
    const warm = jarOutlook(usual, usualC, [{ at: start, tempC: usualC + 10 }], day(1))
    expect(warm.fromDays).toBeCloseTo(usual.fromDays / 2, 9)
  })
})

describe('warmth by round', () => {
  test('one hot week counts as one, not as all the time it stood', () => {
    const { usual, usualC } = JAR_WAYS.ammoniaFerment
    const hotWeek = [
      { at: start, tempC: usualC },
      { at: day(20), tempC: usualC + 10 },
      { at: day(27), tempC: usualC },
    ]
    const outlook = jarOutlook(usual, usualC, hotWeek, day(40))
    expect(outlook).toMatchObject({ days: 40, tempC: usualC })
    expect(outlook.daysAtTemp).toBeCloseTo(33 + 7 * 2, 9)
  })

  test('a jar written down late is not overdue for all the rounds nobody noted', () => {
    const rule = { shake: 1, air: 7, look: 14 }
    const written = day(246)
    expect(Math.max(...roundsDue(rule, written, [], day(246)).map((due) => due.overdueDays))).toBe(
      -1,
    )
    // a round that is remembered counts from its own day
    const aired = [{ kind: 'air' as const, at: day(230) }]
    expect(roundsDue(rule, written, aired, day(246))[0]).toMatchObject({
      kind: 'air',
      overdueDays: 9,
    })
  })
})

describe('liquor drawn off', () => {
  test('stands for its share of the plant by volume', () => {
    const drawn = drawOff({ dryG: 180, drawnDryG: 0, liquorL: 4 }, 1)
    expect(drawn).toEqual({ massG: 1000, plantDryG: 45, dryFraction: 0.045 })
  })

  test('however it is drawn, all of it stands for all of the plant, and no more', () => {
    const shares = fc.array(fc.double({ min: 0.05, max: 0.9, noNaN: true }), { maxLength: 6 })
    fc.assert(
      fc.property(shares, (takes) => {
        const jar = { dryG: 200, drawnDryG: 0, liquorL: 5 }
        for (const share of [...takes, 1]) {
          const volumeL = jar.liquorL * share
          const { plantDryG } = drawOff(jar, volumeL)
          jar.drawnDryG += plantDryG
          jar.liquorL -= volumeL
        }
        expect(jar.drawnDryG).toBeCloseTo(200, 6)
      }),
    )
  })

  test('more than there is cannot be drawn', () => {
    expect(() => drawOff({ dryG: 100, drawnDryG: 0, liquorL: 2 }, 2.1)).toThrow('must not be more')
  })
})
