import { describe, expect, test } from '@jest/globals'
import { wayFacts } from '../../../../catalogue/ways'
import { dayPlan, type DayStep, type Span } from '../../../../core/schedule/day-plan'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const MIDNIGHT = Date.UTC(2026, 10, 20)
const days = (from: number, to: number): Span[] =>
  Array.from({ length: 40 }, (_, d) => [
    MIDNIGHT + (d - 20) * DAY + from * HOUR,
    MIDNIGHT + (d - 20) * DAY + to * HOUR,
  ])
const open = { hands: days(7, 22), daylight: days(8, 16), burners: 1, busy: [] as Span[] }
const at = (day: number, hour: number) => MIDNIGHT + day * DAY + hour * HOUR
const simmer = wayFacts('simmer').steps
const hourOf = (ms: number) => ((ms - MIDNIGHT) / HOUR + 480) % 24

const holds = (steps: readonly DayStep[], start: Record<string, number>) => {
  const byId = new Map(steps.map((step) => [step.id, step]))
  for (const { id, after, attended, burner, minutes } of steps) {
    for (const { id: other, minLagMin = 0, maxLagMin = Infinity } of after) {
      const lag = (start[id]! - start[other]!) / 60_000 - byId.get(other)!.minutes
      expect([id, lag >= minLagMin && lag <= maxLagMin]).toEqual([id, true])
    }
    if (attended || burner) {
      expect(hourOf(start[id]!)).toBeGreaterThanOrEqual(7)
      expect(hourOf(start[id]!) + minutes / 60).toBeLessThanOrEqual(22)
    }
  }
}

describe('a pot laid into days', () => {
  test('begins when asked where the hours allow it, and cools overnight', () => {
    const plan = dayPlan({ ...open, steps: simmer, from: at(0, 14) })
    holds(simmer, plan.start)
    expect(plan.begins).toBe(at(0, 14))
    // 20 + 45 + 60 + 10 + 5 + 60 = 200 min, then eight hours in the bath: out in the morning
    expect(plan.start.cool).toBe(at(0, 14) + 200 * 60_000)
    expect(plan.start.lift).toBe(at(1, 7))
  })

  test('in the evening it waits for the morning rather than burn at night', () => {
    const plan = dayPlan({ ...open, steps: simmer, from: at(0, 21.5) })
    holds(simmer, plan.start)
    expect(plan.start.prepare).toBe(at(0, 21.5))
    expect(plan.start.heat).toBe(at(1, 7))
  })

  test('backwards it is over by the day wanted, as late as may be', () => {
    const plan = dayPlan({ ...open, steps: simmer, by: at(2, 12) })
    holds(simmer, plan.start)
    expect(plan.ends).toBe(at(2, 12))
    // pieces soak at most a day before they go in
    expect(plan.start.enter! - plan.start.wetOut!).toBeLessThanOrEqual(DAY + 30 * 60_000)
    expect(plan.begins).toBeGreaterThan(at(1, 0))
  })

  test('a week of steeping runs through the nights', () => {
    const steep = wayFacts('coldSteep').steps
    const plan = dayPlan({ ...open, steps: steep, by: at(14, 18) })
    holds(steep, plan.start)
    expect((plan.start.strain! - plan.start.steep!) / DAY).toBeGreaterThanOrEqual(7)
  })

  test('another pot on the only burner is waited for; on a second burner it is not', () => {
    const busy: Span[] = [[at(0, 8), at(0, 11)]]
    const one = dayPlan({ ...open, busy, steps: simmer, from: at(0, 8) })
    expect(one.start.heat).toBeGreaterThanOrEqual(at(0, 11))
    const two = dayPlan({ ...open, busy, burners: 2, steps: simmer, from: at(0, 8) })
    expect(two.start.heat).toBe(at(0, 8) + 20 * 60_000)
  })

  test('ammonia is warmed by daylight only', () => {
    const lichen = wayFacts('ammoniaFerment').steps
    const plan = dayPlan({ ...open, steps: lichen, from: at(0, 15.5) })
    expect(hourOf(plan.start.heat!)).toBeGreaterThanOrEqual(8)
    expect(hourOf(plan.start.heat!) + 0.75).toBeLessThanOrEqual(16)
  })

  test('says which step finds no hour, and wants one end of the time', () => {
    const short = { ...open, hands: days(7, 7.2) }
    expect(() => dayPlan({ ...short, steps: simmer, from: at(0, 7) })).toThrow(
      'no hour was found for',
    )
    expect(() => dayPlan({ ...open, steps: simmer })).toThrow('either from or by')
    expect(() => dayPlan({ ...open, steps: simmer, from: 1, by: 2 })).toThrow('either from or by')
  })
})
