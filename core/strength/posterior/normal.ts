import logcdf from '@stdlib/stats-base-dists-normal-logcdf'
import quantile from '@stdlib/stats-base-dists-normal-quantile'

/** The standard normal distribution in the forms that the posterior needs. */

const LOG_SQRT_2PI = 0.9189385332046727

/** log of the normal density of a deviation, given its variance. */
export const logNormalDensity = (deviation: number, variance: number): number =>
  -LOG_SQRT_2PI - 0.5 * Math.log(variance) - (deviation * deviation) / (2 * variance)

/** log of the probability that a standard normal lies below z; also far in the left tail. */
export const logNormalCdf = (z: number): number => logcdf(z, 0, 1)

/** Quantile of the standard normal, p strictly between 0 and 1. */
export const normalQuantile = (p: number): number => quantile(p, 0, 1)
