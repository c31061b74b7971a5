import { InputError } from '../input-error'
import { lookUp } from '../present'
import { bestDayPlan } from '../schedule/best-day-plan'
import {
  dayPlan,
  type DayPlan,
  type DayPlanQuestion,
  type DayStep,
  type Span,
} from '../schedule/day-plan'
import type { ChainGroup } from './chain-steps'

/** When a group of a chain falls, ms since 1970. */
interface LaidGroup {
  id: string
  from: number
  to: number
  /** It may begin so much later on its day, and no step of it falls into the night; null: it has no hands. */
  latestStart: number | null
}

export interface LaidChain {
  groups: LaidGroup[]
  /** Of each step, ms since 1970. */
  start: Readonly<Record<string, number>>
  /** From when to when each pot and bath holds its vessel. */
  holds: { group: string; vessel: string; span: Span }[]
  begins: number
  ends: number
  /** From its end to the wanted day, ms; null: no day is wanted. */
  spareMs: number | null
  /** Where it cannot be done by the wanted day: when it can. */
  soonest: number | null
}

export interface ChainHours extends Pick<
  DayPlanQuestion,
  'hands' | 'daylight' | 'burners' | 'busy' | 'vessels' | 'fits'
> {
  now: number
  /** Wanted by, ms since 1970; null: as soon as may be. */
  by: number | null
  /** Spare time that is kept before the wanted day, where there is so much, ms. */
  spareMs: number
  /** Orders of its pots that may be tried, to be over sooner or to begin later; left out: as they are given. */
  tries?: number
  /** Days that groups were moved to: each begins within its span. */
  moved: Readonly<Record<string, Span>>
}

const MS_PER_MIN = 60_000

/**
 * Lays the steps of a plan into days: backwards from a wanted day with some of its slack kept, or,
 * where none is wanted or it is too late for it, forwards from now.
 *
 * @throws InputError where a step finds no place: a season that is over, a day without hours
 */
export function layChain(groups: readonly ChainGroup[], hours: ChainHours): LaidChain {
  const { by, now, spareMs, moved } = hours
  const steps = groups.flatMap((group) => movedSteps(group, moved[group.id]))
  const question = { ...hours, steps }
  const soonest = laid(question, { from: now })
  if (by === null) return told(groups, soonest, hours, null)
  if (soonest.ends > by) return told(groups, soonest, hours, soonest.ends)
  const kept = Math.min(spareMs, by - soonest.ends)
  const late = backwards(question, by - kept, now)
  return told(groups, late ?? soonest, hours, null)
}

const laid = (
  {
    steps,
    hands,
    daylight,
    burners,
    busy,
    vessels,
    fits,
    tries = 1,
  }: Omit<DayPlanQuestion, 'from' | 'by'> & Pick<ChainHours, 'tries'>,
  end: { from: number } | { by: number },
): DayPlan => {
  const question = { steps, hands, daylight, burners, busy, vessels, fits, ...end }
  return tries > 1 ? bestDayPlan(question, tries) : dayPlan(question)
}

/** As late as may be; null where that would have begun already, or does not fit. */
function backwards(question: Parameters<typeof laid>[0], by: number, now: number): DayPlan | null {
  try {
    const plan = laid(question, { by })
    return plan.begins >= now ? restBehind(plan, question.steps) : null
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/** What is left to itself, and nothing waits for, begins at once: skeins are hung up when the last pot is out. */
function restBehind(plan: DayPlan, steps: readonly DayStep[]): DayPlan {
  const minutesOf = new Map(steps.map(({ id, minutes }) => [id, minutes]))
  const waitedFor = new Set(steps.flatMap(({ after }) => after.map(({ id }) => id)))
  const start = { ...plan.start }
  for (const { id, after, ...step } of steps) {
    const isFree = !step.attended && !step.burner && !step.daylight && !step.within && !step.pot
    if (!isFree || waitedFor.has(id) || after.length === 0) continue
    const ready = after.map(
      ({ id: before, minLagMin = 0 }) =>
        start[before]! + (lookUp(minutesOf, before) + minLagMin) * MS_PER_MIN,
    )
    start[id] = Math.max(...ready)
  }
  const ends = steps.map(({ id, minutes }) => start[id]! + minutes * MS_PER_MIN)
  return { ...plan, start, ends: Math.max(...ends) }
}

/** Steps of a group that was moved: those that wait for none of their own begin in the span. */
function movedSteps({ steps }: ChainGroup, span: Span | undefined): DayStep[] {
  if (!span) return [...steps]
  const ids = new Set(steps.map(({ id }) => id))
  return steps.map((step) => {
    if (step.after.some(({ id }) => ids.has(id))) return step
    const [from, to] = span
    const day: Span = [from, to + step.minutes * MS_PER_MIN]
    return { ...step, within: step.within ? overlaps(step.within, day) : [day] }
  })
}

const overlaps = (spans: readonly Span[], [from, to]: Span): Span[] =>
  spans.flatMap(([start, end]): Span[] => {
    const both: Span = [Math.max(start, from), Math.min(end, to)]
    return both[0] < both[1] ? [both] : []
  })

function told(
  groups: readonly ChainGroup[],
  plan: DayPlan,
  { by, hands }: ChainHours,
  soonest: number | null,
): LaidChain {
  const endOf = ({ id, minutes }: DayStep) => plan.start[id]! + minutes * MS_PER_MIN
  return {
    start: plan.start,
    holds: holdsIn(groups, plan),
    groups: groups.map(({ id, steps }) => {
      const from = Math.min(...steps.map((step) => plan.start[step.id]!))
      return {
        id,
        from,
        to: Math.max(...steps.map(endOf)),
        latestStart: latestStart(steps, from, plan, hands),
      }
    }),
    begins: plan.begins,
    ends: plan.ends,
    spareMs: by === null || soonest !== null ? null : by - plan.ends,
    soonest,
  }
}

/** From the first to the last step of each pot that goes on in its vessel. */
function holdsIn(groups: readonly ChainGroup[], { start, vesselOf }: DayPlan): LaidChain['holds'] {
  const steps = groups.flatMap((group) => group.steps)
  return Object.entries(vesselOf).map(([group, vessel]) => {
    const inside = steps.filter(({ pot, isOutside }) => pot === group && !isOutside)
    const from = Math.min(...inside.map(({ id }) => start[id]!))
    const to = Math.max(...inside.map(({ id, minutes }) => start[id]! + minutes * MS_PER_MIN))
    return { group, vessel, span: [from, to] }
  })
}

/** How late a group may begin with each of its flames and hands still over by the evening. */
function latestStart(
  steps: readonly DayStep[],
  from: number,
  plan: DayPlan,
  hands: readonly Span[],
): number | null {
  const slack = steps.flatMap(({ id, minutes, attended, burner }) => {
    if (!attended && !burner) return []
    const [start, end] = [plan.start[id]!, plan.start[id]! + minutes * MS_PER_MIN]
    const day = hands.find(([begins, over]) => begins <= start && over >= end)
    return day ? [day[1] - end] : []
  })
  return slack.length > 0 ? from + Math.min(...slack) : null
}
