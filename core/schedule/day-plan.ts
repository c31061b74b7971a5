import { InputError } from '../input-error'
import { present } from '../present'
import { blocksOf } from './blocks'
import type { DayPlanQuestion, DayStep } from './day-question'
import { MS_PER_MIN, takenIn, turnedRound } from './free-hours'
import { placeBlocks, type Block, type Hours, type Placement } from './place-blocks'

export type { DayPlanQuestion, DayStep, DayVessel } from './day-question'
export type { Span } from './free-hours'

export interface DayPlan extends Placement {
  begins: number
  ends: number
}

/** The same question, laid into days again and again. */
export interface DayPlanner {
  /** What is placed as one, in the order given. */
  blocks: readonly Block[]
  /**
   * @param blocks the same in another order, each still behind what it waits for
   * @returns null where it takes longer than `mostMs` from one end to the other
   * @throws InputError where a step finds no place in the hours given
   */
  lay: (blocks: readonly Block[], mostMs?: number) => DayPlan | null
}

/**
 * When each step of pots falls: in the order of their graph, within their waits, hands and flames
 * only while somebody is up, outdoor work by daylight, no more burners lit than there are, and no
 * vessel taken twice.
 *
 * Forwards each step lies as early as may be; backwards as late, found by turning time round.
 *
 * @throws InputError where neither or both of `from` and `by` are given, where a pot has no vessel
 * that fits, or where a step finds no place in the hours given
 */
export function dayPlan(question: DayPlanQuestion): DayPlan {
  const { blocks, lay } = dayPlanner(question)
  return present(lay(blocks))
}

/**
 * Lays the same question into days again and again, each time with other pots choosing first.
 *
 * @throws InputError as `dayPlan`, but for steps that find no place: those are told by `lay`
 */
export function dayPlanner(question: DayPlanQuestion): DayPlanner {
  const { from, by, steps } = question
  if ((from === undefined) === (by === undefined)) {
    throw new InputError('either from or by must be given; got both or neither', '/from')
  }
  const isForwards = from !== undefined
  const asked = isForwards ? question : turned(question)
  const blocks = blocksOf(asked.steps, fitsOf(question))
  const begin = isForwards ? from : -present(by)
  const hours: Hours = {
    hands: asked.hands,
    daylight: asked.daylight,
    burners: asked.burners,
    lit: takenIn(asked.busy),
    held: new Map((asked.vessels ?? []).map(({ id, busy }) => [id, takenIn(busy)])),
  }
  const lay: DayPlanner['lay'] = (ordered, mostMs = Infinity) => {
    const placed = placeBlocks(ordered, hours, begin, begin + mostMs)
    if (!placed) return null
    const { start, vesselOf } = placed
    const startOf = ({ id, minutes }: DayStep) =>
      isForwards ? start[id]! : -start[id]! - minutes * MS_PER_MIN
    const starts = steps.map((step) => [step.id, startOf(step)] as const)
    const ends = steps.map((step) => startOf(step) + step.minutes * MS_PER_MIN)
    return {
      start: Object.fromEntries(starts),
      vesselOf,
      begins: Math.min(...starts.map(([, at]) => at)),
      ends: Math.max(...ends),
    }
  }
  return { blocks, lay }
}

/** Vessels by pot; null: they are not asked for. */
function fitsOf({ vessels, fits = {} }: DayPlanQuestion): DayPlanQuestion['fits'] | null {
  if (!vessels) return null
  for (const [pot, of] of Object.entries(fits)) {
    if (of.length === 0) {
      throw new InputError(`${pot} must fit in one of the vessels; got none`, `/fits/${pot}`)
    }
  }
  return fits
}

/** The same question with time running the other way. */
const turned = (question: DayPlanQuestion): DayPlanQuestion => ({
  ...question,
  // what is written last lies last
  steps: [...question.steps].reverse().map((step) => ({
    ...step,
    ...(step.within && { within: turnedRound(step.within) }),
    after: question.steps.flatMap(({ id, after }) =>
      after.filter((each) => each.id === step.id).map((each) => ({ ...each, id })),
    ),
  })),
  hands: turnedRound(question.hands),
  daylight: turnedRound(question.daylight),
  busy: turnedRound(question.busy),
  ...(question.vessels && {
    vessels: question.vessels.map(({ id, busy }) => ({ id, busy: turnedRound(busy) })),
  }),
})
