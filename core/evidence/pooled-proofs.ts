import { deviation, mean, sum } from 'd3-array'
import { present } from '../present'
import { groupedBy } from './fingerprints'
import type { Proof } from './proofs'
import { randomEffectsMean } from './random-effects'
import { LEAST_REPEATS, type Spread } from './repeat-spread'

/** A logarithm that several proofs tell of, with the error of their mean. */
export interface Pooled {
  mid: number
  /** null: nothing tells it. */
  standardError: number | null
  df: number
  basis: 'pairs' | 'repeats' | null
  /** How much it differs from source to source: SD, and share of all spread. */
  tau: number
  i2: number
  /** Whether strengths were brought to one ratio along a curve that is not sure. */
  isBent: boolean
}

/**
 * The mean of proofs: of one by the spread of recipes made again, of several by their own, of several
 * sources with what they differ by.
 *
 * @param proofs at least one
 */
export function pooledProofs(proofs: readonly Proof[], repeats: Spread): Pooled {
  const bySource = groupedBy(proofs, ({ source }) => source)
  // a curve that runs otherwise moves all proofs of its source at once
  const bendSd = Math.hypot(
    ...bySource.map((of) => sum(of, (proof) => proof.bendSd) / proofs.length),
  )
  const pooled = unbent(
    bySource.map((of) => of.map(({ logTimes }) => logTimes)),
    repeats,
    proofs[0]!.potVariances,
  )
  if (bendSd === 0 || pooled.standardError === null) return { ...pooled, isBent: false }
  const variance = pooled.standardError ** 2
  return {
    ...pooled,
    standardError: Math.sqrt(variance + bendSd ** 2),
    df: effectiveDf({ variance, df: pooled.df }, { variance: bendSd ** 2, df: Infinity }),
    isBent: true,
  }
}

/** @param potVariances of the one proof, where there is one alone */
function unbent(
  bySource: readonly (readonly number[])[],
  repeats: Spread,
  potVariances: number,
): Omit<Pooled, 'isBent'> {
  const all = bySource.flat()
  const alike = { tau: 0, i2: 0 }
  const mid = present(mean(all))
  if (all.length === 1) {
    const { sdLog, df } = repeats
    return sdLog === null || df < LEAST_REPEATS
      ? { mid, standardError: null, df: 0, basis: null, ...alike }
      : { mid, standardError: Math.sqrt(potVariances) * sdLog, df, basis: 'repeats', ...alike }
  }
  const asOne = (): Omit<Pooled, 'isBent'> => ({
    mid,
    standardError: present(deviation(all)) / Math.sqrt(all.length),
    df: all.length - 1,
    basis: 'pairs',
    ...alike,
  })
  const df = all.length - bySource.length
  if (bySource.length === 1 || df === 0) return asOne()
  const within = sum(bySource, (of) => sum(of, (each) => (each - present(mean(of))) ** 2)) / df
  if (within === 0) return asOne()
  const { standardError, tau2, i2, ...overall } = randomEffectsMean(
    bySource.map((of) => ({ mean: present(mean(of)), variance: within / of.length })),
  )
  return {
    mid: overall.mean,
    standardError,
    df: effectiveDf(
      { variance: within / all.length, df },
      { variance: standardError ** 2 - within / all.length, df: bySource.length - 1 },
    ),
    basis: 'pairs',
    tau: Math.sqrt(tau2),
    i2,
  }
}

/** Degrees of freedom of a sum of two variances (Satterthwaite, Biometrics Bulletin 2 (1946)). */
function effectiveDf(...parts: readonly { variance: number; df: number }[]): number {
  const told = parts.filter(({ variance }) => variance > 0)
  const total = sum(told, ({ variance }) => variance)
  return total ** 2 / sum(told, ({ variance, df }) => variance ** 2 / df)
}
