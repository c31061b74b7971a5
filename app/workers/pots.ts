import { nextDose } from '~~/core/acid-base/next-dose'
import { estimateReflectance } from '~~/core/colour/estimate-reflectance'
import type { SeenSpectrum } from '~~/core/strength/swatch-strength'
import {
  predictor,
  type KnownCurve,
  type PredictedShare,
  type Prediction,
} from '~~/core/strength/predict'

/** What one piece would become: its shares of the bath, and what it is before. */
export interface PieceQuestion {
  shares: PredictedShare[]
  bare: SeenSpectrum | null
}

let current = predictor([])

/** Predictions of a planned pot, off the page's own thread. Curves are worked out once. */
export const pots = {
  load(curves: KnownCurve[]): void {
    current = predictor(curves)
  },
  predict: (questions: PieceQuestion[]): Prediction[] =>
    questions.map(({ shares, bare }) =>
      current.predict(shares, bare && (bare.reflectance ?? estimateReflectance(bare.lab))),
    ),
  nextDose,
}
