import type { LotSummary } from './lot-summary'
import { LOG_2PI, logNormalCdf } from './normal'
import type { Observation } from './observations'

/** Alternatives this far below the best, in log, add nothing. */
const NEGLIGIBLE_LOG = 12
/** Alternatives this far above "none" leave nothing of it; more would overflow. */
const MOST_LOG = 500

/** Everything that is normal once shape, scale, error SD and lot SD are given. */
export interface CellPosterior {
  /** log evidence of the swatches. */
  logEvidence: number
  /** Mean and variance of log P. */
  mean: number
  variance: number
  /** Mean and variance of the named lot's level log P + lot, by its own swatches. */
  levelMean: number
  levelVariance: number
}

export interface CellSettings {
  errorVariance: number
  lotVariance: number
  priorMean: number
  priorVariance: number
  /** Index of the lot whose level is asked for, or -1. */
  lot: number
}

/**
 * log P and the lot terms integrated out in closed form.
 *
 * With y = log S - log g, a lot's swatches scatter about log P + lot, lots about log P, and log P
 * about its prior: all normal, so each lot gives a mean and a variance, and log P follows by
 * adding precisions. A lot's alternatives (heavier tails) are averaged by how well they explain
 * it, and replaced by one normal of the same mean and variance. Censored swatches multiply by the
 * chance to lie below their limit, each as a lot of its own.
 *
 * @param censoredLogShares log g of each censored swatch
 * @param censoredSlopes how far the log S of each moves for one SD of its log ratio
 */
export function cellPosterior(
  lots: readonly LotSummary[],
  censored: readonly Observation[],
  censoredLogShares: ArrayLike<number>,
  censoredSlopes: ArrayLike<number>,
  settings: CellSettings,
): CellPosterior {
  const { errorVariance, lotVariance, priorMean, priorVariance } = settings
  let logEvidence = 0
  let precision = 1 / priorVariance
  let mean = priorMean
  let levelMean = 0
  let levelVariance = Infinity
  for (let j = 0; j < lots.length; j++) {
    const level = averageAlternatives(lots[j]!, mean, 1 / precision + lotVariance)
    logEvidence += level.logEvidence
    if (j === settings.lot) [levelMean, levelVariance] = [level.mean, level.variance]
    const lotPrecision = 1 / (level.variance + lotVariance)
    mean += (lotPrecision / (precision + lotPrecision)) * (level.mean - mean)
    precision += lotPrecision
  }
  let variance = 1 / precision
  for (let i = 0; i < censored.length; i++) {
    const { logS, knownVariance } = censored[i]!
    const spread = variance + lotVariance + errorVariance + knownVariance + censoredSlopes[i]! ** 2
    const z = (logS - censoredLogShares[i]! - mean) / Math.sqrt(spread)
    const logChance = logNormalCdf(z)
    logEvidence += logChance
    // moments of a normal cut off by a noisy limit: match them and stay normal
    const slope = Math.exp(-0.5 * (z * z + LOG_2PI) - logChance)
    mean -= (variance / Math.sqrt(spread)) * slope
    variance -= (variance ** 2 / spread) * slope * (z + slope)
  }
  return { logEvidence, mean, variance, levelMean, levelVariance }
}

/**
 * One normal for a lot's level, and the lot's evidence, given where the level is expected.
 *
 * The innermost step of all: densities are taken relative to that of "none", so that each alternative
 * costs one exponential and a root, and the lot one logarithm.
 */
function averageAlternatives(
  { means, variances, within }: LotSummary,
  expectedMean: number,
  expectedVariance: number,
) {
  // moments about the mean of "none", so that no digits are lost to a large mean
  const centre = means[0]!
  const off = centre - expectedMean
  const spread = variances[0]! + expectedVariance
  const exponent = -0.5 * ((off * off) / spread)
  const none = within[0]!
  let total = 1
  let first = 0
  let second = variances[0]!
  for (let k = 1; k < means.length; k++) {
    // what the scatter within the lot says alone often settles it
    const odds = within[k]! - none
    if (odds < -NEGLIGIBLE_LOG) continue
    const moved = means[k]! - centre
    const variance = variances[k]!
    const wider = variance + expectedVariance
    const log = odds - exponent - 0.5 * (((off + moved) * (off + moved)) / wider)
    if (log < -NEGLIGIBLE_LOG) continue
    const share = Math.exp(Math.min(log, MOST_LOG)) * Math.sqrt(spread / wider)
    total += share
    first += share * moved
    second += share * (variance + moved * moved)
  }
  const shift = first / total
  return {
    mean: centre + shift,
    variance: second / total - shift * shift,
    logEvidence: none + exponent - 0.5 * LOG_2PI + Math.log(total / Math.sqrt(spread)),
  }
}
