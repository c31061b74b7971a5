import type { FibreClass } from '../../../catalogue/fibres'
import type { Way } from '../../../catalogue/ways'
import type { CurveAnswer } from '../../../core/strength/curve-job'
import type { ConditionKey } from '../../../core/strength/posterior/priors'
import type { PhBand } from './ph-band'
import type { Stuff } from './stuff'

/** One curve of the log: what its swatches have in common, and what they say. */
export interface CurveView {
  sourceId: string
  key: string
  fibreClass: FibreClass
  mordant: string
  phBand: PhBand
  way: Way
  stuff: Stuff
  /** The curve it leans on, being thin, and in what that differs; null: it stands by itself. */
  donorCurve: { key: string; n: number; differs: ConditionKey[] } | null
  /** Swatches counted, in the order of the answer's points. */
  swatchIds: string[]
  /** Those that stand beside it, in the order of the answer's `besideStrengths`. */
  excludedIds: string[]
  /** Days of the first and last of its pots. */
  dyedFrom: string
  dyedTo: string
  answer: CurveAnswer
}
