import type { CurveShape } from '../saturation'
import type { Cell } from './grid'
import { OUTLIER_CHANCE, OUTLIER_FACTOR } from './lot-summary'
import { heavyTailedQuantile, normalQuantile } from './normal'

/** One curve out of the posterior, with what one lot and a new lot would make of it. */
export interface Draw {
  model: CurveShape
  ceiling: number
  scale: number
  /** Factor on strength of the named lot (1 where none was named). */
  lotFactor: number
  /** Factor on strength of a lot not yet seen. */
  newLotFactor: number
  /** SD of log strength between lots. */
  lotSd: number
  /** SD of the logarithm of one swatch about its lot. */
  errorSd: number
  /** Factor on strength of one further piece about its lot, outliers among them. */
  pieceFactor: number
}

/** Enough that a 5 % quantile is met within about a percent of probability. */
export const DRAWS = 600

/**
 * Steps of the R-sequence in five dimensions: evenly spread points without any chance, so that
 * the same swatches always give the same answer.
 *
 * Source: M. Roberts, "The unreasonable effectiveness of quasirandom sequences" (2018), from
 * memory: powers of one over the root of x^6 = x + 1.
 */
const ROOT = 1.134724138401519
const STEPS = [1, 2, 3, 4, 5].map((power) => ROOT ** -power % 1)

/** A step of its own, which goes with none of the five. */
const GOLDEN = (Math.sqrt(5) - 1) / 2

/**
 * For each draw: standard normals for log P and the lots, a place from -0.5 to 0.5 in a cell, the
 * error of a piece in units of its SD, and what estimates are off.
 */
type Spread = readonly [
  ceiling: number,
  scale: number,
  lot: number,
  newLot: number,
  piece: number,
  factor: number,
]

const spreadOf = (k: number): Spread => {
  const [u, v, w, x, y] = STEPS.map((step) => (0.5 + (k + 1) * step) % 1)
  return [
    normalQuantile(u!),
    v! - 0.5,
    normalQuantile(w!),
    normalQuantile(x!),
    heavyTailedQuantile(y!, OUTLIER_CHANCE, OUTLIER_FACTOR),
    normalQuantile((0.5 + (k + 1) * GOLDEN) % 1),
  ]
}

/** Made at the first draw: every page loads this, and few draw. */
let spreads: readonly Spread[] | null = null

/**
 * Curves drawn from the posterior: the cell by its share (evenly over all), then log scale within
 * its cell, log P from its normal, and the lot terms given log P.
 *
 * @param ofLot whether a lot was named when the grid was made; else the median lot is drawn
 * @param potSd SD of log S between pots, where the error is one within pots; 0: it holds that too
 */
export function drawCurves(cells: readonly Cell[], ofLot: boolean, potSd = 0): Draw[] {
  const ordered = cells.filter(({ share }) => share > 0)
  spreads ??= Array.from({ length: DRAWS }, (_, k) => spreadOf(k))
  const draws: Draw[] = []
  let at = 0
  let passed = ordered[0]!.share
  for (let k = 0; k < DRAWS; k++) {
    const target = (k + 0.5) / DRAWS
    while (passed < target && at < ordered.length - 1) passed += ordered[++at]!.share
    const cell = ordered[at]!
    const [forCeiling, forScale, forLot, forNewLot, forPiece, forFactor] = spreads[k]!
    const logP = cell.mean + Math.sqrt(cell.variance) * forCeiling
    const scale = Math.exp(cell.logScale + forScale * cell.logScaleWidth)
    draws.push({
      model: cell.model,
      ceiling: Math.exp(trueLogP(cell, logP, forFactor)),
      scale,
      lotFactor: ofLot ? lotFactor(cell, logP, forLot) : 1,
      newLotFactor: Math.exp(cell.lotSd * forNewLot),
      lotSd: cell.lotSd,
      errorSd: Math.exp(cell.logErrorSd),
      pieceFactor: Math.exp(Math.hypot(Math.exp(cell.logErrorSd), potSd) * forPiece),
    })
  }
  return draws
}

/** log P where all that was seen is estimates, which are off together by one factor. */
function trueLogP({ ofEstimates }: Cell, logP: number, z: number): number {
  if (!ofEstimates) return logP
  const { priorMean, shrinkage, variance } = ofEstimates
  return priorMean + shrinkage * (logP - priorMean) + Math.sqrt(variance) * z
}

/** The lot's term given log P: between what its swatches say and nothing, by their precisions. */
function lotFactor(cell: Cell, logP: number, z: number): number {
  const { levelMean: mean, levelVariance: variance } = cell
  const lotVariance = cell.lotSd ** 2
  const trust = lotVariance / (lotVariance + variance)
  return Math.exp(trust * (mean - logP) + Math.sqrt(trust * variance) * z)
}

/** Quantile of values in ascending order, by linear interpolation of order statistics (as R type 7). */
export function quantile(sorted: Float64Array, p: number): number {
  const position = (sorted.length - 1) * p
  const below = Math.floor(position)
  const above = Math.ceil(position)
  const [a, b] = [sorted[below]!, sorted[above]!]
  // an endless value must not make the interpolation NaN
  return a === b ? a : a + (b - a) * (position - below)
}
