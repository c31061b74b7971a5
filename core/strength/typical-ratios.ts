import { DEPTH_STARTS, DEPTHS, type Depth } from '../colour/depth'
import { curvePosterior, type OpenInterval } from './posterior/posterior'
import { priorFor, type PriorContext } from './posterior/priors'

/** How much a kind of source usually takes for a depth, before anybody has dyed with it. */
export interface TypicalRatio {
  depth: Depth
  /** Dry ratio of the curve's middle lot, which holds nine times in ten; null: as often as not never reached. */
  ratio: OpenInterval | null
}

/** What is known of a source that nobody has dyed with. */
export type TypicalContext = Omit<PriorContext, 'near'>

/**
 * Ratios for each depth by the kind of a source alone: wide, since nothing of it was seen.
 *
 * @returns in order of depth, from pale on
 */
export function typicalRatios(context: TypicalContext): TypicalRatio[] {
  const known = curvePosterior([], priorFor(context))
  return DEPTHS.slice(1).map((depth) => ({
    depth,
    ratio: known.ratioFor(DEPTH_STARTS[depth], 0.5, 'curve'),
  }))
}
