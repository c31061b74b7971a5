import { randomLcg } from 'd3-random'
import { notNegative } from '../checks'
import { InputError } from '../input-error'
import { inOrder } from '../pot/way-steps'
import { lookUp, present } from '../present'

export interface ScheduleStep {
  id: string
  minutes: number
  /** Least and most minutes from the end of another step to the start of this one. */
  after: { id: string; minLag?: number; maxLag?: number }[]
  /** How much of each resource it holds while it lasts. */
  needs?: Record<string, number>
}

export interface ScheduleQuestion {
  steps: readonly ScheduleStep[]
  /** How much there is of each resource. */
  resources: Record<string, number>
}

export interface Schedule {
  /** Minutes from the first start to the last end. */
  makespan: number
  /** Minute at which each step starts. */
  start: Record<string, number>
  /** No schedule can be shorter than this. */
  lowerBound: number
}

/** Binary dust of sums of minutes. */
const DUST = 1e-6
const PASSES = 1500
/** Work a question may cost in all: larger ones are tried in fewer orders. */
const WORK = 120_000
/** Comparisons of two steps in all, then it ends with what it has: lags that push each other cost most. */
const MOST_COMPARED = 10_000_000
const SEED = 0.61803

/**
 * The shortest schedule within reach: each step after those it waits for, within its lags, and
 * never more of a resource in use than there is.
 *
 * Steps are placed one by one, as early as may be, in many orders: those with the least slack
 * first, then shaken by chance (seeded: the same question has the same answer), each schedule
 * pushed to the right and back to the left again. A greatest lag that is broken pushes what it is
 * counted from later. It stops where the lower bound is met.
 *
 * Source: serial schedule generation with double justification, as in Valls, Ballestin and
 * Quintanilla, "Justification and RCPSP", EJOR 165 (2005). Not proven shortest: Fisher and
 * Thompson's 6 x 6 job shop comes out at its optimum of 55 (see the tests).
 *
 * @throws InputError for steps in a circle, a need that is more than there is, or lags nothing meets
 */
export function leastMakespan({ steps, resources }: ScheduleQuestion): Schedule {
  const ordered = checked(steps, resources)
  const tails = tailsOf(ordered)
  const lowerBound = lowestOf(ordered, resources, tails)
  const random = randomLcg(SEED)
  const hasMost = ordered.some(({ after }) => after.some(({ maxLag }) => maxLag !== undefined))
  let best: Placed | null = null
  const keep = (placed: Placed | null) => {
    if (placed && (!best || placed.makespan < best.makespan - DUST)) best = placed
  }
  const passes = Math.max(1, Math.min(PASSES, Math.floor(WORK / ordered.length)))
  const longest = Math.max(...tails.values(), 1)
  const budget: Budget = { comparisons: MOST_COMPARED }
  for (let pass = 0; pass < passes && budget.comparisons > 0; pass++) {
    const noise = pass === 0 ? 0 : longest * (0.05 + 0.4 * ((pass % 7) / 7))
    const rank = new Map(
      ordered.map(({ id }) => [id, -lookUp(tails, id) + noise * (random() - 0.5)]),
    )
    const placed = place(byRank(ordered, rank), resources, budget)
    keep(placed)
    if (placed && !hasMost) keep(justified(ordered, resources, placed, budget))
    if (best && (best as Placed).makespan <= lowerBound + DUST) break
  }
  const found = best as Placed | null
  if (!found) {
    throw new InputError(
      budget.comparisons > 0
        ? 'the greatest lags cannot all be kept with these resources: allow longer ones'
        : 'no order that keeps all greatest lags was found in the time there is: allow longer ones, or fewer steps',
      '/steps',
    )
  }
  return { makespan: found.makespan, start: Object.fromEntries(found.start), lowerBound }
}

/** How many more steps may be compared; counted down in place by all that share it. */
interface Budget {
  comparisons: number
}

interface Placed {
  makespan: number
  start: Map<string, number>
}

function checked(
  steps: readonly ScheduleStep[],
  resources: Record<string, number>,
): ScheduleStep[] {
  if (steps.length === 0)
    throw new InputError('steps must list at least one step; got none', '/steps')
  inOrder(
    steps.map(({ id, after }) => ({
      id,
      after: after.map((each) => ({ id: each.id, minLagMin: each.minLag, maxLagMin: each.maxLag })),
    })),
  )
  steps.forEach(({ minutes, needs = {}, after }, i) => {
    notNegative(minutes, `/steps/${i}/minutes`, 'min')
    after.forEach(({ minLag = 0 }, k) =>
      notNegative(minLag, `/steps/${i}/after/${k}/minLag`, 'min'),
    )
    for (const [name, need] of Object.entries(needs)) {
      notNegative(need, `/steps/${i}/needs/${name}`)
      const there = resources[name]
      if (there === undefined) {
        throw new InputError(
          `needs must name a resource of the list: ${Object.keys(resources).join(', ') || 'none'}; got ${name}`,
          `/steps/${i}/needs/${name}`,
        )
      }
      if (need > there) {
        throw new InputError(
          `${name} must be at most what there is (${there}); got ${need}`,
          `/steps/${i}/needs/${name}`,
        )
      }
    }
  })
  return inOrder(steps)
}

/** Minutes from the start of each step to the end of all that hangs on it. */
function tailsOf(ordered: readonly ScheduleStep[]): Map<string, number> {
  const tails = new Map(ordered.map(({ id, minutes }) => [id, minutes]))
  for (const { id, after } of [...ordered].reverse()) {
    for (const each of after) {
      const before = present(ordered.find((step) => step.id === each.id))
      const through = before.minutes + (each.minLag ?? 0) + lookUp(tails, id)
      tails.set(each.id, Math.max(lookUp(tails, each.id), through))
    }
  }
  return tails
}

function lowestOf(
  steps: readonly ScheduleStep[],
  resources: Record<string, number>,
  tails: Map<string, number>,
): number {
  const chain = Math.max(...tails.values())
  const loads = Object.entries(resources).map(([name, there]) =>
    there > 0
      ? steps.reduce((sum, { minutes, needs = {} }) => sum + minutes * (needs[name] ?? 0), 0) /
        there
      : 0,
  )
  return Math.max(chain, ...loads)
}

/** Steps by rank, each behind those it waits for. */
function byRank(steps: readonly ScheduleStep[], rank: Map<string, number>): ScheduleStep[] {
  const left = [...steps].sort((a, b) => lookUp(rank, a.id) - lookUp(rank, b.id))
  const done = new Set<string>()
  const order: ScheduleStep[] = []
  while (left.length > 0) {
    const i = left.findIndex(({ after }) => after.every(({ id }) => done.has(id)))
    const [step] = left.splice(i, 1)
    done.add(step!.id)
    order.push(step!)
  }
  return order
}

/**
 * Each step as early as may be, in the order given; null where a greatest lag cannot be kept, or
 * the budget ends before it is.
 */
function place(
  order: readonly ScheduleStep[],
  resources: Record<string, number>,
  budget: Budget,
): Placed | null {
  const release = new Map<string, number>()
  const byId = new Map(order.map((step) => [step.id, step]))
  for (let tries = 0; tries < 20 * order.length && budget.comparisons > 0; tries++) {
    const start = new Map<string, number>()
    const used: Used[] = []
    let broken = false
    for (const step of order) {
      let at = release.get(step.id) ?? 0
      for (const { id, minLag = 0 } of step.after) {
        at = Math.max(at, lookUp(start, id) + lookUp(byId, id).minutes + minLag)
      }
      at = firstFree(used, step, at, resources, budget)
      for (const { id, maxLag } of step.after) {
        if (maxLag === undefined) continue
        const minutes = lookUp(byId, id).minutes
        if (at <= lookUp(start, id) + minutes + maxLag + DUST) continue
        release.set(id, at - maxLag - minutes)
        broken = true
      }
      if (broken) break
      start.set(step.id, at)
      used.push({ from: at, to: at + step.minutes, needs: step.needs ?? {} })
    }
    if (broken) continue
    const first = Math.min(...start.values())
    for (const [id, at] of start) start.set(id, at - first)
    return { makespan: Math.max(...used.map(({ to }) => to)) - first, start }
  }
  return null
}

interface Used {
  from: number
  to: number
  needs: Record<string, number>
}

/** The first minute from `at` on at which all that a step needs is free for as long as it lasts. */
function firstFree(
  used: readonly Used[],
  { minutes, needs = {} }: ScheduleStep,
  at: number,
  resources: Record<string, number>,
  budget: Budget,
): number {
  budget.comparisons -= used.length + 1
  const wanted = Object.entries(needs).filter(([, need]) => need > 0)
  if (wanted.length === 0 || minutes === 0) return at
  const rivals = used.filter((other) => wanted.some(([name]) => (other.needs[name] ?? 0) > 0))
  for (;;) {
    const inWay = rivals.filter(({ from, to }) => from < at + minutes - DUST && to > at + DUST)
    const points = [at, ...inWay.map(({ from }) => from).filter((from) => from > at)]
    budget.comparisons -= rivals.length + points.length * inWay.length
    const isFull = points.some((point) =>
      wanted.some(
        ([name, need]) =>
          inWay
            .filter(({ from, to }) => from <= point + DUST && to > point + DUST)
            .reduce((sum, other) => sum + (other.needs[name] ?? 0), need) >
          resources[name]! + DUST,
      ),
    )
    if (!isFull) return at
    at = Math.min(...inWay.map(({ to }) => to))
  }
}

/** Pushed to the right end, latest first, and back to the left: never longer, often shorter. */
function justified(
  steps: readonly ScheduleStep[],
  resources: Record<string, number>,
  { start, makespan }: Placed,
  budget: Budget,
): Placed | null {
  const turned = steps.map((step) => ({
    ...step,
    after: steps.flatMap(({ id, after }) =>
      after
        .filter((each) => each.id === step.id)
        .map(({ minLag }) => ({ id, ...(minLag === undefined ? {} : { minLag }) })),
    ),
  }))
  const ends = new Map(steps.map(({ id, minutes }) => [id, makespan - lookUp(start, id) - minutes]))
  const right = place(byRank(turned, ends), resources, budget)
  if (!right) return null
  const again = new Map(
    steps.map(({ id, minutes }) => [id, right.makespan - lookUp(right.start, id) - minutes]),
  )
  return place(byRank(steps, again), resources, budget)
}
