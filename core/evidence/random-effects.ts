import { sum } from 'd3-array'

/** What one study, or one source, says: a mean and the variance of that mean. */
export interface Study {
  mean: number
  variance: number
}

export interface RandomEffectsMean {
  mean: number
  standardError: number
  /** Variance of the true means between studies. */
  tau2: number
  /** Share of all spread that is between studies, 0 to 1. */
  i2: number
  /** Cochran's Q, with one degree of freedom fewer than there are studies. */
  q: number
}

/**
 * The mean over studies whose truths may differ (DerSimonian and Laird, Controlled Clinical Trials 7
 * (1986); I2 as Higgins and Thompson, Statistics in Medicine 21 (2002)).
 *
 * @param studies at least one, of variances above 0
 */
export function randomEffectsMean(studies: readonly Study[]): RandomEffectsMean {
  const weights = studies.map(({ variance }) => 1 / variance)
  const total = sum(weights)
  const fixed = sum(studies, ({ mean }, i) => weights[i]! * mean) / total
  const q = sum(studies, ({ mean }, i) => weights[i]! * (mean - fixed) ** 2)
  const df = studies.length - 1
  const scale = total - sum(weights, (weight) => weight ** 2) / total
  const tau2 = df > 0 && scale > 0 ? Math.max(0, (q - df) / scale) : 0
  const inner = studies.map(({ variance }) => 1 / (variance + tau2))
  const sumOfInner = sum(inner)
  return {
    mean: sum(studies, ({ mean }, i) => inner[i]! * mean) / sumOfInner,
    standardError: Math.sqrt(1 / sumOfInner),
    tau2,
    i2: q > df && df > 0 ? (q - df) / q : 0,
    q,
  }
}
