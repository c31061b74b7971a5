import { positive } from '../checks'
import { priorOf } from './posterior/borrowed'
import type { PosteriorPoint } from './posterior/observations'
import { curvePosterior, type OpenInterval } from './posterior/posterior'
import type { PriorContext } from './posterior/priors'

/** What to weigh out of a lot where a usual one was taken at a ratio. */
export interface LotInstead {
  /** Dry ratio of the lot that gives as much; null: no ratio of it is likely to. */
  ratio: OpenInterval | null
  /** Strength of a usual lot there, which is to be reached. */
  strength: number
}

/**
 * From the lot's own curve: a lot scales strength, so a weak one may never give what a usual one
 * gives, however much of it is taken. A factor on the ratio would promise that it does.
 *
 * @param points of the curve, with measured swatches of the lot among them
 * @param usualRatio dry ratio at which a usual lot was taken, above 0
 * @throws InputError where the lot has no measured swatch
 */
export function lotInstead(
  points: readonly PosteriorPoint[],
  context: PriorContext,
  lot: string,
  usualRatio: number,
): LotInstead {
  positive(usualRatio, '/usualRatio')
  const prior = priorOf(context)
  const strength = curvePosterior(points, prior).at(usualRatio).mid
  return {
    strength,
    ratio: curvePosterior(points, prior, { lot }).ratioFor(strength, 0.5, 'curve'),
  }
}
