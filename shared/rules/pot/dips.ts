import { sum } from 'd3-array'
import type { WayStep } from '../../../core/pot/way-steps'
import type { Pot } from '../../schemas/pot/pot'
import { markedSteps } from './course'

/** Coats that were brushed on a piece, or dips it was given, as planned. */
export const coatsOf = ({ plan }: Pick<Pot, 'plan'>, pieceId: string): number =>
  plan?.pieceCoats?.find((each) => each.pieceId === pieceId)?.coats ?? plan?.coats ?? 1

/** Minutes a piece is meant to be in the bath: of all its dips. */
export function dyeMinutes(pot: Pick<Pot, 'plan'>, pieceId: string): number | null {
  const dyes = (pot.plan?.steps ?? []).filter(({ kind }) => kind === 'dye')
  if (dyes.length === 0) return null
  const dips = dyes.length > 1 ? dyes.slice(0, coatsOf(pot, pieceId)) : dyes
  return sum(dips, ({ minutes }) => minutes)
}

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
  return outIds.filter((pieceId) => coatsOf(pot, pieceId) > done)
}
