import { logNormalCdf } from './normal'
import type { Observation } from './observations'

/** How much noisier than its kin an outlier is, and how often a swatch is one. */
export const OUTLIER_FACTOR = 4
export const OUTLIER_CHANCE = 0.05

const LOG_2PI = Math.log(2 * Math.PI)
const LOG_SOUND = Math.log1p(-OUTLIER_CHANCE)
const LOG_ODDS = Math.log(OUTLIER_CHANCE) - LOG_SOUND
const LOG_WIDER = Math.log(OUTLIER_FACTOR)
/** Share of its weight that an outlier loses. */
const CUT = 1 - 1 / OUTLIER_FACTOR ** 2
/** SD of log S between pots of one lot, of pots that hold several swatches; from memory. */
export const POT_SD = 0.12

/** Alternatives this far below the best, in log, add nothing. */
const NEGLIGIBLE_LOG = 12
/** Alternatives this far above "none" leave nothing of it; more would overflow. */
const MOST_LOG = 500

/**
 * What one lot's swatches say, given shape, scale and error SD, for each alternative of which
 * swatch is an outlier: first none, then each in turn. The lot SD does not enter here, so one
 * summary serves all of its values.
 */
export interface LotSummary {
  /** Precision-weighted mean of log S - log g, by alternative. */
  means: readonly number[]
  /** Variance of that mean about the lot's own level. */
  variances: readonly number[]
  /** log evidence of the scatter within the lot, with the alternative's prior. */
  within: readonly number[]
}

/**
 * Sums up a lot: each alternative is the sums of "none" with one weight cut.
 *
 * A ratio that is known with an error moves every swatch of the lot the same way, each by its slope:
 * the covariance is that of the scatter and one outer product more, and stays in closed form
 * (Sherman and Morrison 1950). Swatches of one pot share a term of that pot in the same way.
 *
 * @param swatches of one lot
 * @param logShares log g of each
 * @param slopes of each: how far log S moves for one SD of its log ratio
 */
export function summariseLot(
  swatches: readonly Observation[],
  logShares: ArrayLike<number>,
  slopes: ArrayLike<number>,
  begin: number,
  errorVariance: number,
): LotSummary {
  const n = swatches.length
  if (n === 1) {
    return summariseSingle(swatches[0]!, logShares[begin]!, slopes[begin]!, errorVariance)
  }
  const means = new Array<number>(n + 1)
  const variances = new Array<number>(n + 1)
  const within = new Array<number>(n + 1)
  const all = noSums()
  const pots: LotSums[] = []
  let logDeterminant = 0
  for (let i = 0; i < n; i++) {
    const { logS, knownVariance, pot } = swatches[i]!
    const variance = knownVariance + errorVariance
    const sums = pot < 0 ? all : (pots[pot] ??= noSums())
    addTo(sums, 1 / variance, logS - logShares[begin + i]!, slopes[begin + i]!)
    logDeterminant += Math.log(variance)
  }
  for (const pot of pots) {
    addPot(all, pot, 1)
    logDeterminant += potLogDeterminant(pot)
  }
  // plain numbers, not sums: one object less for each alternative is a third of its time
  const fill = (
    k: number,
    w: number,
    y: number,
    yy: number,
    a: number,
    ay: number,
    aa: number,
    logDet: number,
  ) => {
    const shared = 1 + aa
    const weight = w - (a * a) / shared
    const sum = y - (a * ay) / shared
    const squares = yy - (ay * ay) / shared
    const mean = sum / weight
    means[k] = mean
    variances[k] = 1 / weight
    within[k] =
      n * LOG_SOUND -
      0.5 *
        (logDet +
          Math.log(shared * weight) +
          (n - 1) * LOG_2PI +
          Math.max(0, squares - sum * mean)) +
      (k > 0 ? LOG_ODDS : 0)
  }
  const { w, y, yy, a, ay, aa } = all
  fill(0, w, y, yy, a, ay, aa, logDeterminant)
  const wider = logDeterminant + 2 * LOG_WIDER
  for (let i = 0; i < n; i++) {
    const { logS, knownVariance, pot } = swatches[i]!
    const d = -CUT / (knownVariance + errorVariance)
    const yI = logS - logShares[begin + i]!
    const aI = slopes[begin + i]!
    if (pot < 0) {
      fill(
        i + 1,
        w + d,
        y + d * yI,
        yy + d * yI * yI,
        a + d * aI,
        ay + d * aI * yI,
        aa + d * aI * aI,
        wider,
      )
      continue
    }
    // the pot's other swatches then say more of its term
    const sound = pots[pot]!
    const without = copyOf(sound)
    addTo(without, d, yI, aI)
    const cut = copyOf(all)
    addPot(cut, sound, -1)
    addPot(cut, without, 1)
    const logDet = wider + potLogDeterminant(without) - potLogDeterminant(sound)
    fill(i + 1, cut.w, cut.y, cut.yy, cut.a, cut.ay, cut.aa, logDet)
  }
  return { means, variances, within }
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
      // one logarithm for many: a product of so few is far from the least a number can hold
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

const LOGS_AT_ONCE = 16

/** The same of a swatch that is alone in its lot: nothing scatters, so nothing is told of scatter. */
function summariseSingle(
  { logS, knownVariance }: Observation,
  logShare: number,
  slope: number,
  errorVariance: number,
): LotSummary {
  const level = logS - logShare
  const variance = knownVariance + errorVariance
  return {
    means: [level, level],
    variances: [variance + slope * slope, variance * OUTLIER_FACTOR ** 2 + slope * slope],
    within: SINGLE_WITHIN,
  }
}

const SINGLE_WITHIN = [LOG_SOUND, LOG_SOUND + LOG_ODDS] as const

/** Sums over a lot's swatches, each by its weight: of y = log S - log g, of slopes a, and products. */
interface LotSums {
  w: number
  y: number
  yy: number
  a: number
  ay: number
  aa: number
}

const noSums = (): LotSums => ({ w: 0, y: 0, yy: 0, a: 0, ay: 0, aa: 0 })

/** Written out: this is the innermost step of a posterior, and a spread takes several times as long. */
const copyOf = ({ w, y, yy, a, ay, aa }: LotSums): LotSums => ({ w, y, yy, a, ay, aa })

const potLogDeterminant = ({ w }: LotSums) => Math.log1p(POT_SD ** 2 * w)

/** Adds the sums of a pot, less what its own term explains of them (or takes them off again). */
function addPot(sums: LotSums, { w, y, yy, a, ay, aa }: LotSums, sign: 1 | -1): void {
  const k = POT_SD ** 2 / (1 + POT_SD ** 2 * w)
  sums.w += sign * (w - k * w * w)
  sums.y += sign * (y - k * w * y)
  sums.yy += sign * (yy - k * y * y)
  sums.a += sign * (a - k * w * a)
  sums.ay += sign * (ay - k * a * y)
  sums.aa += sign * (aa - k * a * a)
}

function addTo(sums: LotSums, weight: number, y: number, a: number): void {
  sums.w += weight
  sums.y += weight * y
  sums.yy += weight * y * y
  sums.a += weight * a
  sums.ay += weight * a * y
  sums.aa += weight * a * a
}

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
