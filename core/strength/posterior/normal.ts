import logcdf from '@stdlib/stats-base-dists-normal-logcdf'
import quantile from '@stdlib/stats-base-dists-normal-quantile'

/** The standard normal distribution in the forms that the posterior needs. */

export const LOG_2PI = Math.log(2 * Math.PI)

/** log of the normal density of a deviation, given its variance. */
export const logNormalDensity = (deviation: number, variance: number): number =>
  -0.5 * LOG_2PI - 0.5 * Math.log(variance) - (deviation * deviation) / (2 * variance)

/** log of the probability that a standard normal lies below z; also far in the left tail. */
export const logNormalCdf = (z: number): number => logcdf(z, 0, 1)

/** Quantile of the standard normal, p strictly between 0 and 1. */
export const normalQuantile = (p: number): number => quantile(p, 0, 1)

/** Steps of halving after which a quantile is as fine as a double. */
const HALVINGS = 60

/**
 * Quantile of a normal of which some come from one several times as wide.
 *
 * @param p strictly between 0 and 1
 * @param chance of the wide one
 * @param factor how much wider it is, above 1
 */
export function heavyTailedQuantile(p: number, chance: number, factor: number): number {
  const cdf = (z: number) =>
    (1 - chance) * Math.exp(logNormalCdf(z)) + chance * Math.exp(logNormalCdf(z / factor))
  // it lies between the two normals' own quantiles
  const plain = normalQuantile(p)
  let [low, high] = plain < 0 ? [plain * factor, plain] : [plain, plain * factor]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (cdf(middle) < p) low = middle
    else high = middle
  }
  return (low + high) / 2
}
