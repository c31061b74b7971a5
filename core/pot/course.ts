import { InputError } from '../input-error'
import { andBefore, andLater, inOrder, type WayStep } from './way-steps'
import { lookUp, present } from '../present'

/** A step of a way as it is gone through: a round that is repeated has its steps anew. */
export interface CourseStep extends WayStep {
  /** Of the way: `dye` of `dye#2`. */
  base: string
  /** 1 for the first. */
  round: number
}

/** A step that was done or left out, and when. */
export interface StepMark {
  stepId: string
  /** ms since 1970. */
  at: number
  skipped: boolean
}

/** A step that waits to be done, with its clock. All instants are ms since 1970. */
export interface OpenStep {
  step: CourseStep
  began: number
  /** When its usual length is over. */
  due: number
  /** When it has been too long; null: never. */
  late: number | null
}

const MS_PER_MIN = 60_000

const idOf = (base: string, round: number) => (round === 1 ? base : `${base}#${round}`)

/**
 * The steps of a way, with each round that was asked for again added behind the one before.
 *
 * @param again ids of the steps at which one more round was chosen, in the order it was
 * @throws InputError for a step without a round, or one more than its most
 */
export function courseSteps(steps: readonly WayStep[], again: readonly string[]): CourseStep[] {
  let course: CourseStep[] = inOrder(steps).map((step) => ({ ...step, base: step.id, round: 1 }))
  for (const id of again) course = withRound(course, id)
  return inOrder(course)
}

function withRound(course: CourseStep[], id: string): CourseStep[] {
  const last = course.find((step) => step.id === id)
  if (!last?.again) {
    const known = course.filter((step) => step.again).map((step) => step.id)
    throw new InputError(
      `again must name a step with a round: ${known.join(', ') || 'none'}; got ${id}`,
      '/stepId',
    )
  }
  const { from, most } = last.again
  const round = last.round + 1
  if (round > most) {
    throw new InputError(`${last.words}: ${most} rounds at most; got ${round}`, '/stepId')
  }
  if (course.some((step) => step.id === idOf(last.base, round))) {
    throw new InputError(`${id} was followed by another round already`, '/stepId')
  }
  const first = idOf(from, last.round)
  const after = andLater(course, first)
  const before = andBefore(course, id)
  const inRound = course.filter((step) => after.has(step.id) && before.has(step.id))
  const ids = new Set(inRound.map((step) => step.id))
  const copies = inRound.map((step): CourseStep => ({
    ...step,
    id: idOf(step.base, round),
    round,
    after:
      step.id === first
        ? [{ id }]
        : step.after
            .filter((each) => ids.has(each.id))
            .map((each) => ({ ...each, id: nextOf(course, each.id, round) })),
  }))
  // what waited for the round waits for the new one
  const moved = course.map((step) =>
    ids.has(step.id)
      ? step
      : {
          ...step,
          after: step.after.map((each) =>
            each.id === id ? { ...each, id: idOf(last.base, round) } : each,
          ),
        },
  )
  return [...moved, ...copies]
}

const nextOf = (course: readonly CourseStep[], id: string, round: number) =>
  idOf(present(course.find((step) => step.id === id)).base, round)

/**
 * Steps that can be done now: each whose turn has come and that is neither done nor left out.
 *
 * Clocks are times, not counters: they go on while nobody looks, and while nothing runs.
 *
 * @param litAt ms since 1970
 */
export function openSteps(
  course: readonly CourseStep[],
  marks: readonly StepMark[],
  litAt: number,
): OpenStep[] {
  const doneAt = new Map(marks.map(({ stepId, at }) => [stepId, at]))
  return course
    .filter(({ id, after }) => !doneAt.has(id) && after.every((each) => doneAt.has(each.id)))
    .map((step) => {
      const began = Math.max(
        litAt,
        ...step.after.map(({ id, minLagMin = 0 }) => lookUp(doneAt, id) + minLagMin * MS_PER_MIN),
      )
      return {
        step,
        began,
        due: began + step.minutes * MS_PER_MIN,
        late: step.mostMinutes === null ? null : began + step.mostMinutes * MS_PER_MIN,
      }
    })
    .sort((a, b) => a.due - b.due)
}

/** When all that is left would be over at its usual lengths, ms since 1970. */
export function courseEnd(
  course: readonly CourseStep[],
  marks: readonly StepMark[],
  litAt: number,
  now: number,
): number {
  const end = new Map(marks.map(({ stepId, at }) => [stepId, at]))
  for (const { id, after, minutes } of inOrder(course)) {
    if (end.has(id)) continue
    const began = Math.max(
      litAt,
      ...after.map((each) => lookUp(end, each.id) + (each.minLagMin ?? 0) * MS_PER_MIN),
    )
    end.set(id, Math.max(now, began + minutes * MS_PER_MIN))
  }
  return Math.max(litAt, ...end.values())
}

/** Sources that dye to the full within minutes want an early look: min after the pieces are in. */
const EARLY_LOOKS_MIN = [5, 10, 20] as const

/**
 * When a step wants the next look, ms since 1970; null where it wants none.
 *
 * @param lookedAt instants of looks taken so far
 * @param isStrong the source is done in ten to twenty minutes (common practice, no source)
 */
export function nextLook(
  { step, began }: Pick<OpenStep, 'step' | 'began'>,
  lookedAt: readonly number[],
  isStrong = false,
): number | null {
  const inStep = lookedAt.filter((at) => at >= began)
  const last = inStep.length > 0 ? Math.max(...inStep) : began
  if (isStrong && step.kind === 'dye') {
    const early = EARLY_LOOKS_MIN.map((min) => began + min * MS_PER_MIN).find((at) => at > last)
    if (early !== undefined) return early
  }
  return step.lookEveryMin === undefined ? null : last + step.lookEveryMin * MS_PER_MIN
}
