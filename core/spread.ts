/** Quantile of the standard normal that leaves 5 % above it: plus and minus it hold nine in ten. */
export const NORMAL_90 = 1.6448536269514722

/** A positive quantity with the interval that holds it nine times in ten. */
export interface Spread {
  mid: number
  low: number
  high: number
}

/**
 * A quantity with its relative error: a factor of the spread both ways, so that nothing falls
 * below nothing.
 *
 * @param logSd SD of the logarithm; for small ones the relative error
 */
export function spreadOf(mid: number, logSd: number): Spread {
  const factor = Math.exp(NORMAL_90 * logSd)
  return { mid, low: mid / factor, high: mid * factor }
}
