import type { WayStep } from '~~/core/pot/way-steps'
import { markedSteps } from '~~/shared/rules/pot/course'
import type { Pot } from '~~/shared/schemas/pot/pot'

/**
 * Pieces that go in once more when an airing is over: those whose dips are not all done.
 *
 * @param course the steps of the pot as it goes through them
 * @param airingId the step that is over
 * @param outIds of the pieces that are out of the liquor
 */
export function dippedAgain(
  pot: Pick<Pot, 'plan' | 'events'>,
  course: readonly WayStep[],
  airingId: string,
  outIds: readonly string[],
): string[] {
  const isAiring = course.some(({ id, kind }) => id === airingId && kind === 'air')
  const next = course.find(
    ({ kind, after }) => kind === 'dye' && after.some(({ id }) => id === airingId),
  )
  if (!isAiring || !next) return []
  const marked = new Set(markedSteps(pot).map(({ stepId }) => stepId))
  const done = course.filter(({ kind, id }) => kind === 'dye' && marked.has(id)).length
  const dipsOf = (pieceId: string) =>
    pot.plan?.pieceCoats?.find((each) => each.pieceId === pieceId)?.coats ?? pot.plan?.coats ?? 1
  return outIds.filter((pieceId) => dipsOf(pieceId) > done)
}
