import { CUT, LOG_ODDS, LOG_SOUND, LOG_WIDER } from './lot-summary'
import { LOG_2PI } from './normal'
import type { Observation, Observations } from './observations'

/** So many variances are multiplied before a logarithm is taken: far from the least a number can hold. */
const LOGS_AT_ONCE = 16
/** e to more would overflow. */
const MOST_LOG = 500

/** The most that the evidence of all lots can come to; swatches below a limit only lessen it. */
export function evidenceBound({
  lots,
}: Observations): (logShares: ArrayLike<number>, errorVariance: number) => number {
  const bounds = lots.map(({ swatches }) => lotEvidenceBound(swatches))
  return (logShares: ArrayLike<number>, errorVariance: number): number => {
    let begin = 0
    let total = 0
    for (let j = 0; j < lots.length; j++) {
      total += bounds[j]!(logShares, begin, errorVariance)
      begin += lots[j]!.swatches.length
    }
    return total
  }
}

/**
 * The most that the evidence of a lot can come to, wherever its level is: where that is too little, the
 * lot need not be summed up. Of each alternative it takes the density at its own mean; with weight
 * taken off one swatch, squares about the mean fall by what that swatch had of them, and all are taken
 * to fall by as much as the one that had most.
 *
 * @returns of log g of all swatches, where the lot's begin among them, and the error variance: the log
 *   of that most; Infinity where ratios are not exact or swatches share a pot, which is not so simple
 */
export function lotEvidenceBound(
  swatches: readonly Observation[],
): (logShares: ArrayLike<number>, begin: number, errorVariance: number) => number {
  if (swatches.some(({ pot, ratioErrorSd }) => pot >= 0 || ratioErrorSd > 0)) return () => Infinity
  const n = swatches.length
  const logS = Float64Array.from(swatches, (swatch) => swatch.logS)
  const known = Float64Array.from(swatches, (swatch) => swatch.knownVariance)
  const levels = new Float64Array(n)
  const weights = new Float64Array(n)
  return (logShares, begin, errorVariance) => {
    let [w, sum, squares, logDeterminant, product] = [0, 0, 0, 0, 1]
    for (let i = 0; i < n; i++) {
      const variance = known[i]! + errorVariance
      const weight = 1 / variance
      const y = logS[i]! - logShares[begin + i]!
      levels[i] = y
      weights[i] = weight
      w += weight
      sum += weight * y
      product *= variance
      if (i % LOGS_AT_ONCE === 0) {
        logDeterminant += Math.log(product)
        product = 1
      }
    }
    logDeterminant += Math.log(product)
    const mean = sum / w
    let mostOfOne = 0
    for (let i = 0; i < n; i++) {
      const off = levels[i]! - mean
      const cut = CUT * weights[i]!
      squares += weights[i]! * off * off
      const fall = (cut * off * off * w) / (w - cut)
      if (fall > mostOfOne) mostOfOne = fall
    }
    const outliers = n * Math.exp(Math.min(MOST_LOG, LOG_ODDS - LOG_WIDER + 0.5 * mostOfOne))
    return n * LOG_SOUND - 0.5 * (logDeterminant + n * LOG_2PI + squares) + Math.log1p(outliers)
  }
}
