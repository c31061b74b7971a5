import binomialCdf from '@stdlib/stats-base-dists-binomial-cdf'
import tCdf from '@stdlib/stats-base-dists-t-cdf'
import tQuantile from '@stdlib/stats-base-dists-t-quantile'
import padjust from '@stdlib/stats-padjust'
import { deviation, mean } from 'd3-array'
import { present } from '../present'

/** Fewer differences say too little of their own spread: they are tested by their signs. */
export const LEAST_FOR_T = 6

/** Share of intervals that may miss the truth. */
export const ALPHA = 0.05

export interface Interval {
  mid: number
  low: number
  high: number
}

/** An estimate give or take its standard error, by Student's t; it misses the truth in `alpha` of all cases. */
export function tInterval(mid: number, standardError: number, df: number, alpha = ALPHA): Interval {
  const reach = tQuantile(1 - alpha / 2, df) * standardError
  return { mid, low: mid - reach, high: mid + reach }
}

/** How often chance alone would be as far off as an estimate, by Student's t; 0 to 1. */
export const tProbability = (mid: number, standardError: number, df: number): number =>
  standardError === 0 ? (mid === 0 ? 1 : 0) : 2 * tCdf(-Math.abs(mid) / standardError, df)

/**
 * The mean of paired differences with its interval (paired t), 95 % unless told otherwise.
 *
 * @param differences at least two
 */
export function pairedMean(
  differences: readonly number[],
  alpha = ALPHA,
): Interval & { standardError: number } {
  const standardError = present(deviation(differences)) / Math.sqrt(differences.length)
  const mid = present(mean(differences))
  return { ...tInterval(mid, standardError, differences.length - 1, alpha), standardError }
}

/** How often chance alone would bring so uneven signs; those of nothing are left out (sign test, exact). */
export function signTest(differences: readonly number[]): number {
  const told = differences.filter((difference) => difference !== 0)
  const fewer = Math.min(
    told.filter((difference) => difference < 0).length,
    told.filter((difference) => difference > 0).length,
  )
  return told.length === 0 ? 1 : Math.min(1, 2 * binomialCdf(fewer, told.length, 0.5))
}

/** The paired t, or of fewer than six differences the sign test. */
export function pairedTest(differences: readonly number[]): number {
  if (differences.length < LEAST_FOR_T) return signTest(differences)
  const { mid, standardError } = pairedMean(differences)
  return tProbability(mid, standardError, differences.length - 1)
}

/**
 * Of many questions asked at once, the share of false claims among those at least as sure as each.
 *
 * Benjamini and Hochberg, J. R. Stat. Soc. B 57 (1995).
 */
export const falseDiscoveryRates = (probabilities: readonly number[]): number[] =>
  probabilities.length === 0 ? [] : padjust([...probabilities], 'bh')
