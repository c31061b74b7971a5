import { sum } from 'd3-array'
import { randomEffectsMean } from '../evidence/random-effects'
import { NORMAL_90, type Spread } from '../spread'
import type { Fading } from './fading'
import { LOG_HALF_TIMES } from './fading-grid'

/** Two strips that hung together and differ in one thing. */
export interface FadingPair {
  one: Fading
  other: Fading
}

/** Fewer pairs may differ by chance of their pieces alone. */
const LEAST_PAIRS = 3
/** SD of the logarithm of the half-time from piece to piece, of either; from memory. */
const PIECE_LOG_SD = 0.25

/**
 * How many times as long the first of two ways lasts as the other. The doses of a pair are the same, so
 * what they are off by counts in neither.
 *
 * @param pairs fadings of strips with doses taken as exact (`doseLogSd` 0)
 * @returns null where there are too few pairs
 */
export function timesAsLasting(pairs: readonly FadingPair[]): (Spread & { pairs: number }) | null {
  if (pairs.length < LEAST_PAIRS) return null
  const studies = pairs.map(({ one, other }) => {
    const [a, b] = [logHalfTime(one), logHalfTime(other)]
    return { mean: a.mean - b.mean, variance: a.variance + b.variance + 2 * PIECE_LOG_SD ** 2 }
  })
  const { mean, standardError } = randomEffectsMean(studies)
  const at = (z: number) => Math.exp(mean + z * standardError)
  return { mid: at(0), low: at(-NORMAL_90), high: at(NORMAL_90), pairs: pairs.length }
}

function logHalfTime({ weights }: Fading): { mean: number; variance: number } {
  const at = (i: number) => LOG_HALF_TIMES[i % LOG_HALF_TIMES.length]!
  const mean = sum(weights, (weight, i) => weight * at(i))
  return { mean, variance: sum(weights, (weight, i) => weight * (at(i) - mean) ** 2) }
}
