import type { Interval } from '../strength/posterior/posterior'
import { weightedQuantile } from '../strength/weighted-quantile'
import type { Fading } from './fading'
import { COLUMNS, halfLifeOf, leftAt, LOG_HALF_TIMES } from './fading-grid'

/** The dose at which half of the strength is gone, as far as the looks can tell it. */
export type HalfLife =
  /** 90 % interval. */
  | { kind: 'between'; low: number; mid: number; high: number }
  /** An end of that interval; of the other nothing can be told. */
  | { kind: 'atLeast'; low: number }
  | { kind: 'atMost'; high: number }
  /** What was looked at tells neither end. */
  | { kind: 'untold' }

/** How far beyond the farthest look, or before the first, an end may lie that is still told. */
const BEYOND = 4

const HALF_LIVES = Float64Array.from(
  COLUMNS.flatMap((column) => LOG_HALF_TIMES.map((logHalfTime) => halfLifeOf(column, logHalfTime))),
)

/** Quantiles of the half-life itself, whatever can be told of it; endless where half may never go. */
export const halfLifeQuantiles = ({ weights }: Fading, shares: readonly number[]): number[] =>
  weightedQuantile(HALF_LIVES, weights, shares)

/**
 * The half-life in the words that the looks allow: no end is told that lies far from any of them, for
 * that would be the prior speaking.
 */
export function halfLife(fading: Fading): HalfLife {
  if (fading.farthest === 0) return { kind: 'untold' }
  const [low, mid, high] = halfLifeQuantiles(fading, [0.05, 0.5, 0.95])
  const isHighTold = high! <= BEYOND * fading.farthest
  const isLowTold = low! >= fading.nearest / BEYOND
  if (isHighTold && isLowTold) return { kind: 'between', low: low!, mid: mid!, high: high! }
  if (isHighTold) return { kind: 'atMost', high: high! }
  if (isLowTold) return { kind: 'atLeast', low: Math.min(low!, BEYOND * fading.farthest) }
  return { kind: 'untold' }
}

/** Strength left after a dose, as a share of before. */
export interface Left extends Interval {
  /** The dose lies far beyond any look: it is what is usual that speaks. */
  isBeyond: boolean
}

/** Points of a dose that is itself uncertain; three of Gauss-Hermite. */
const DOSE_POINTS = [
  [-1.7320508075688772, 1 / 6],
  [0, 2 / 3],
  [1.7320508075688772, 1 / 6],
] as const

/**
 * Strength left after a dose: its middle and 90 % interval.
 *
 * @param doseLogSd SD of the logarithm by which the dose may be off
 */
export function leftAfter(fading: Fading, dose: number, doseLogSd = 0): Left {
  const points = doseLogSd > 0 ? DOSE_POINTS : ([[0, 1]] as const)
  const size = fading.weights.length
  const lefts = new Float64Array(points.length * size)
  const weights = new Float64Array(points.length * size)
  points.forEach(([z, share], p) => {
    const at = dose * Math.exp(z * doseLogSd)
    COLUMNS.forEach((column, c) => {
      LOG_HALF_TIMES.forEach((logHalfTime, h) => {
        const i = c * LOG_HALF_TIMES.length + h
        lefts[p * size + i] = leftAt(column, logHalfTime, at)
        weights[p * size + i] = share * fading.weights[i]!
      })
    })
  })
  const [low, mid, high] = weightedQuantile(lefts, weights, [0.05, 0.5, 0.95])
  return { low: low!, mid: mid!, high: high!, isBeyond: dose > BEYOND * fading.farthest }
}
