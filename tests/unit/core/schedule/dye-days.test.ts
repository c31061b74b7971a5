import { describe, expect, test } from '@jest/globals'
import { randomInt, randomLcg } from 'd3-random'
import { WAY_KEYS } from '../../../../catalogue/ways'
import { bestDayPlan } from '../../../../core/schedule/best-day-plan'
import {
  dayPlan,
  type DayPlan,
  type DayPlanQuestion,
  type DayStep,
  type Span,
} from '../../../../core/schedule/day-plan'
import { stepsOfExact, stepsOfWay } from '../../../fixtures/dye-days'
import { everyMakespan, exactMakespan, type ExactPot } from '../../../fixtures/exact-dye-days'

const MIN = 60_000
const HOUR = 60 * MIN
const DAY = 24 * HOUR
const MIDNIGHT = Date.UTC(2026, 10, 20)
const daily = (from: number, to: number): Span[] =>
  Array.from({ length: 120 }, (_, d) => [
    MIDNIGHT + (d - 60) * DAY + from * HOUR,
    MIDNIGHT + (d - 60) * DAY + to * HOUR,
  ])
const hours = { hands: daily(7, 22), daylight: daily(8, 16), busy: [] as Span[] }
const START_MIN = 8 * 60
const FROM = MIDNIGHT + START_MIN * MIN
const vesselsOf = (count: number) =>
  Array.from({ length: count }, (_, i) => ({ id: `v${i}`, busy: [] as Span[] }))

const questionOf = (pots: readonly ExactPot[], burners: number, vessels: number) => ({
  ...hours,
  burners,
  vessels: vesselsOf(vessels),
  steps: pots.flatMap(stepsOfExact),
  fits: Object.fromEntries(pots.map((pot, i) => [`pot${i}`, pot.vessels.map((v) => `v${v}`)])),
})

/** Nothing unattended, no burner or vessel taken twice, no wait broken. */
function holds({ steps, hands, burners, fits = {} }: DayPlanQuestion, plan: DayPlan) {
  const endOf = ({ id, minutes }: DayStep) => plan.start[id]! + minutes * MIN
  const byId = new Map(steps.map((step) => [step.id, step]))
  for (const step of steps) {
    for (const { id, minLagMin = 0, maxLagMin = Infinity } of step.after) {
      const lag = (plan.start[step.id]! - endOf(byId.get(id)!)) / MIN
      expect([step.id, lag >= minLagMin && lag <= maxLagMin]).toEqual([step.id, true])
    }
    if (!step.attended && !step.burner) continue
    const isUp = hands.some(([from, to]) => from <= plan.start[step.id]! && to >= endOf(step))
    expect([step.id, isUp]).toEqual([step.id, true])
  }
  const lit = steps.filter(({ burner }) => burner)
  for (const { id } of lit) {
    const at = plan.start[id]!
    const together = lit.filter((other) => plan.start[other.id]! <= at && endOf(other) > at)
    expect(together.length).toBeLessThanOrEqual(burners)
  }
  const held = Object.entries(plan.vesselOf).map(([pot, vessel]) => {
    expect(fits[pot]).toContain(vessel)
    const own = steps.filter((step) => step.pot === pot && !step.isOutside)
    return {
      vessel,
      from: Math.min(...own.map(({ id }) => plan.start[id]!)),
      to: Math.max(...own.map(endOf)),
    }
  })
  expect(held).toHaveLength(Object.keys(fits).length)
  held.forEach((one, i) =>
    held.slice(i + 1).forEach((other) => {
      if (one.vessel === other.vessel)
        expect(one.from >= other.to || other.from >= one.to).toBe(true)
    }),
  )
}

const draws = (seed: number) => {
  const source = randomLcg(seed)
  const int = (from: number, to: number) => randomInt.source(source)(from, to + 1)()
  const pot = (vessels: number): ExactPot => {
    const own = Array.from({ length: vessels }, (_, v) => v).filter(() => int(0, 2) > 0)
    return {
      fillMin: 30,
      fireMin: 30 * int(2, 10),
      coolMin: 30 * int(1, 20),
      liftMin: 30,
      // what fits into a small one fits into all that are larger
      vessels: own.length > 0 ? own : [vessels - 1],
    }
  }
  return { int, pot }
}

describe('dye days', () => {
  test('the exact search leaves nothing out: every minute of the grid tells the same', () => {
    const { pot } = draws(0.7)
    for (let round = 0; round < 4; round++) {
      const pots = [pot(2), pot(2), pot(2)]
      const asked = { burners: 1, from: START_MIN, step: 30 }
      const exact = exactMakespan(pots, asked)
      expect(everyMakespan(pots, asked, exact)).toBe(exact)
    }
  })

  test('60 small ones come within 2 % of the optimum', () => {
    const { int, pot } = draws(0.3)
    for (let round = 0; round < 60; round++) {
      const vessels = int(2, 4)
      const pots = Array.from({ length: int(3, 5) }, () => pot(vessels))
      const burners = int(1, 2)
      const optimum = exactMakespan(pots, { burners, from: START_MIN, step: 30 })
      const question = { ...questionOf(pots, burners, vessels), from: FROM }
      const plan = bestDayPlan(question)
      holds(question, plan)
      const over = (plan.ends - FROM) / MIN / optimum - 1
      expect([round, over >= -1e-9 && over <= 0.02]).toEqual([round, true])
    }
  }, 60_000)

  test('eight pots of any way, two burners, four vessels: nothing burns at night or meets', () => {
    const { int } = draws(0.5)
    for (let round = 0; round < 60; round++) {
      const pots = Array.from({ length: 8 }, (_, i) =>
        stepsOfWay(WAY_KEYS[int(0, WAY_KEYS.length - 1)]!, i),
      )
      const fits = pots.map((_, i) => [`pot${i}`, ['v0', 'v1', 'v2', 'v3'].slice(int(0, 3))])
      const question = {
        ...hours,
        burners: 2,
        vessels: vesselsOf(4),
        steps: pots.flat(),
        fits: Object.fromEntries(fits) as Record<string, string[]>,
      }
      const end = int(0, 1) ? { from: FROM } : { by: FROM + 50 * DAY }
      const [one, best] = [
        dayPlan({ ...question, ...end }),
        bestDayPlan({ ...question, ...end }, 20),
      ]
      for (const plan of [one, best]) holds(question, plan)
      expect(best.ends - best.begins).toBeLessThanOrEqual(one.ends - one.begins + DAY)
      expect(bestDayPlan({ ...question, ...end }, 20)).toEqual(best)
    }
  }, 60_000)

  test('what spoils first goes first, and a vessel that others hold is waited for', () => {
    const pot: ExactPot = { fillMin: 30, fireMin: 120, coolMin: 60, liftMin: 30, vessels: [0] }
    const question = questionOf([pot, { ...pot, fireMin: 300 }, pot], 1, 1)
    const spoils = question.steps.map((step) =>
      step.pot === 'pot2' ? { ...step, within: [[FROM, FROM + 5 * HOUR] as const] } : step,
    )
    const plan = bestDayPlan({ ...question, steps: spoils, from: FROM })
    expect(plan.start['pot2/fill']).toBe(FROM)
    const held = [{ id: 'v0', busy: [[FROM, FROM + 3 * HOUR] as const] }]
    const later = bestDayPlan({ ...question, vessels: held, from: FROM })
    expect(later.begins).toBeGreaterThanOrEqual(FROM + 3 * HOUR)
    expect(() => bestDayPlan({ ...question, fits: { pot0: [] }, from: FROM })).toThrow(
      'pot0 must fit in one of the vessels; got none',
    )
  })
})
