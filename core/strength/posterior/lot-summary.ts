import { LOG_2PI } from './normal'
import type { Observation } from './observations'

/** How much noisier than its kin an outlier is, and how often a swatch is one. */
export const OUTLIER_FACTOR = 4
export const OUTLIER_CHANCE = 0.05
/** SD of log S between pots of one lot, of pots that hold several swatches; from memory. */
export const POT_SD = 0.12

/** log of the chance that a swatch is sound, of the odds that it is not, and of how wider it then is. */
export const LOG_SOUND = Math.log1p(-OUTLIER_CHANCE)
export const LOG_ODDS = Math.log(OUTLIER_CHANCE) - LOG_SOUND
export const LOG_WIDER = Math.log(OUTLIER_FACTOR)
/** Share of its weight that an outlier loses. */
export const CUT = 1 - 1 / OUTLIER_FACTOR ** 2

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
  const fill = (k: number, { w, y, yy, a, ay, aa }: LotSums, logDet: number) => {
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
  fill(0, all, logDeterminant)
  const wider = logDeterminant + 2 * LOG_WIDER
  for (let i = 0; i < n; i++) {
    const { logS, knownVariance, pot } = swatches[i]!
    const cut = copyOf(all)
    const weight = -CUT / (knownVariance + errorVariance)
    const y = logS - logShares[begin + i]!
    if (pot < 0) {
      addTo(cut, weight, y, slopes[begin + i]!)
      fill(i + 1, cut, wider)
      continue
    }
    // the pot's other swatches then say more of its term
    const sound = pots[pot]!
    const without = copyOf(sound)
    addTo(without, weight, y, slopes[begin + i]!)
    addPot(cut, sound, -1)
    addPot(cut, without, 1)
    fill(i + 1, cut, wider + potLogDeterminant(without) - potLogDeterminant(sound))
  }
  return { means, variances, within }
}

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
