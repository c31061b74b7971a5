import type { MatchDye } from '../../../core/match/dye'
import type { Foretelling } from '../../../core/match/foretold'
import type { OverdyeUptake } from '../../../core/match/overdye-uptake'
import type { AtlasSource } from '../strength/atlas'
import type { CurveView } from '../strength/curve'

/** A curve that colours are foretold from: on what, and its dyes of the first and later baths. */
export interface MatchCurve extends Pick<
  CurveView,
  'sourceId' | 'key' | 'fibreClass' | 'mordant' | 'phBand' | 'way' | 'stuff'
> {
  n: number
  lots: number
  /** How many of its swatches are estimated from a colour. */
  estimated: number
  dyes: MatchDye[]
}

/** All that a wanted colour is matched from. */
export interface MatchView {
  sources: AtlasSource[]
  curves: MatchCurve[]
  /** What overdyeing does on this log. */
  uptake: OverdyeUptake
  /** How well its own swatches were foretold, each by the others; null: still being looked at. */
  foretelling: Foretelling | null
  /** Sources whose colours are being computed anew. */
  pending: number
}
