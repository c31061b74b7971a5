import { LEAST_REPEATS, type Repeats } from '../../../core/evidence/repeat-spread'
import type { TrialPromise } from '../../../shared/schemas/trial/trial'

type SpreadOf = Pick<TrialPromise, 'sdLog' | 'df' | 'basis' | 'isOfSource'>

/** Pieces of one pot, and pots, as the curves' own prior has their errors. From memory. */
const PIECE_SD = 0.15
const POT_SD = 0.12

/**
 * How far the same recipe comes out apart: of the source where it was made again often enough, else
 * of the whole log, else as is typical.
 *
 * @param isOnePot pieces of one pot are held against each other, not pots
 */
export function trialSpread(ofSource: Repeats, ofLog: Repeats, isOnePot: boolean): SpreadOf {
  // of pieces of one pot, what pots differ by tells nothing
  const basis = isOnePot ? 'pieces' : 'pots'
  for (const [i, repeats] of [ofSource, ofLog].entries()) {
    const { sdLog, df } = isOnePot ? repeats.withinPot : repeats.withinLot
    if (sdLog !== null && sdLog > 0 && df >= LEAST_REPEATS) {
      return { sdLog, df, basis, isOfSource: i === 0 }
    }
  }
  const sdLog = isOnePot ? PIECE_SD : Math.hypot(PIECE_SD, POT_SD)
  return { sdLog, df: null, basis: 'typical', isOfSource: false }
}
