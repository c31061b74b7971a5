import { positive } from '../checks'
import { InputError } from '../input-error'
import { curvePosterior, type Interval } from './posterior/posterior'
import type { Prior } from './posterior/priors'

/** A surface brushed with so many coats, and its strength then. */
export interface CoatReading {
  coats: number
  strength: number
  /** Pieces of one board or hide share its drink. */
  piece?: string
}

export interface CoatsAnswer {
  n: number
  /** Strength that no number of coats passes. */
  ceiling: Interval
  /** Strength to expect after each number of coats, from 1. */
  after: (Interval & { coats: number })[]
  /** Gain of each further coat: 0.1 is a tenth more than the coats before. */
  gains: (Interval & { from: number; to: number })[]
}

/**
 * What is believed of coats before the first is read; from memory: a second adds about half of
 * the first, so that the curve bends between one coat and two.
 */
const COATS_PRIOR: Prior = {
  ceiling: 2,
  ceilingLogSd: 0.9,
  scale: 1.6,
  scaleLogSd: 0.5,
  errorSd: 0.15,
  errorLogSd: 0.5,
  lotSd: 0.2,
  neverTakes: 0.05,
}
const MOST_COATS = 20

/**
 * Strength against the number of coats: K/S adds with diminishing gain, so coats follow the same
 * bending curve as ratios do, with the coat for a unit.
 *
 * @param readings whole numbers of coats; without any the answer is what is usual
 * @param upTo coats to tell of, 1 to 20
 * @throws InputError for a number of coats that is not whole, or not from 1 to 20
 */
export function coatsAnswer(readings: readonly CoatReading[], upTo = 5): CoatsAnswer {
  whole(upTo, '/upTo')
  const points = readings.map(({ coats, strength, piece }, i) => ({
    ratio: whole(coats, `/readings/${i}/coats`),
    strength,
    lot: piece,
  }))
  const posterior = curvePosterior(points, COATS_PRIOR)
  const counts = Array.from({ length: upTo }, (_, i) => i + 1)
  return {
    n: posterior.n,
    ceiling: posterior.ceiling,
    after: counts.map((coats) => {
      const { mid, low, high } = posterior.at(coats)
      return { coats, mid, low, high }
    }),
    gains: counts.slice(1).map((to) => ({ from: to - 1, to, ...posterior.gain(to - 1, to) })),
  }
}

function whole(coats: number, pointer: string): number {
  if (Number.isInteger(positive(coats, pointer)) && coats <= MOST_COATS) return coats
  throw new InputError(
    `coats must be a whole number from 1 to ${MOST_COATS}; got ${coats}`,
    pointer,
  )
}
