import chiSquareQuantile from '@stdlib/stats-base-dists-chisquare-quantile'
import normalCdf from '@stdlib/stats-base-dists-normal-cdf'
import normalQuantile from '@stdlib/stats-base-dists-normal-quantile'
import tQuantile from '@stdlib/stats-base-dists-t-quantile'
import { mean, range, sum } from 'd3-array'
import { ALPHA } from '../evidence/paired-tests'
import { present } from '../present'

/** How far pieces of one recipe come out apart: SD of the logarithm of strength. */
export interface TrialSpread {
  sdLog: number
  /** Of the repeats that tell it; null: a typical value, which has no part in the answer. */
  df: number | null
  /** How far a typical value may itself be off: SD of its logarithm; as is usual where it is left out. */
  logSd?: number
}

/** Pieces of a trial, alike in number on each level. */
export interface TrialShape {
  /** Places of the levels on the scale that is asked for: of two levels 0 and 1, of ratios their base-2 logarithms. */
  places: readonly number[]
  /** Pieces on each level. */
  each: number
  /** Whether one slope is asked for, or each level against the first. */
  isSlope: boolean
}

/** A typical SD is off by so much itself: SD of its logarithm, as the curves' own prior has it. From memory. */
const TYPICAL_LOG_SD = 0.5
/** An unknown SD is stood for by so many of its values, as likely each. */
const STEPS = 24
const MIDDLES = range(STEPS).map((i) => (i + 0.5) / STEPS)

/** Degrees of freedom of a trial's own pieces, with those of the repeats behind its spread. */
const trialDf = ({ places, each }: TrialShape, { df }: TrialSpread): number =>
  places.length * (each - 1) + (df ?? 0)

/**
 * Of several levels each is held against the first: a claim is made where luck alone would make any of
 * them once in twenty trials (Bonferroni).
 */
export const claimAlpha = ({ places, isSlope }: TrialShape): number =>
  isSlope ? ALPHA : ALPHA / (places.length - 1)

/** Standard error of what is asked for, in units of the SD of one piece. */
function unitError({ places, each, isSlope }: TrialShape): number {
  if (!isSlope) return Math.sqrt(2 / each)
  const middle = present(mean(places))
  return 1 / Math.sqrt(each * sum(places, (place) => (place - middle) ** 2))
}

/**
 * How often a trial would show that a level is so many times as strong as the first (or, of ratios, that
 * doubling makes it so): two-sided t, of an SD that is itself only known from repeats.
 *
 * @param times above 0
 * @returns 0 to 1; 0 where nothing tells how far luck goes
 */
export function chanceToSee(shape: TrialShape, spread: TrialSpread, times: number): number {
  const df = trialDf(shape, spread)
  if (df < 1) return 0
  const own = shape.places.length * (shape.each - 1)
  const told = spread.df ?? 0
  const critical = tQuantile(1 - claimAlpha(shape) / 2, df)
  const error = unitError(shape)
  const effect = Math.abs(Math.log(times))
  const chances = MIDDLES.flatMap((place) => {
    const sd = sdAt(spread, place)
    // what its own pieces will say of it, beside what the repeats have said
    return (own > 0 ? MIDDLES : [0.5]).map((other) => {
      const ownSquares = own > 0 ? sd ** 2 * chiSquareQuantile(other, own) : 0
      const pooledSd = Math.sqrt((ownSquares + told * spread.sdLog ** 2) / df)
      const [needed, shift] = [(critical * pooledSd) / sd, effect / (error * sd)]
      return normalCdf(shift - needed, 0, 1) + normalCdf(-shift - needed, 0, 1)
    })
  })
  return present(mean(chances))
}

/** The true SD, where so great a share of what is believed of it lies below. */
function sdAt({ sdLog, df, logSd = TYPICAL_LOG_SD }: TrialSpread, place: number): number {
  if (df === null) return sdLog * Math.exp(logSd * normalQuantile(place, 0, 1))
  return sdLog * Math.sqrt(df / chiSquareQuantile(1 - place, df))
}

/** Beyond this no dye goes: what would have to differ so much is told without a trial. */
const MOST_TIMES = 20

/** The least that a trial would show with a chance of 8 in 10, times as strong; null: nothing up to 20 times. */
export function timesSeen(shape: TrialShape, spread: TrialSpread, chance = 0.8): number | null {
  if (chanceToSee(shape, spread, MOST_TIMES) < chance) return null
  let [low, high] = [0, Math.log(MOST_TIMES)]
  while (high - low > 1e-3) {
    const middle = (low + high) / 2
    if (chanceToSee(shape, spread, Math.exp(middle)) < chance) low = middle
    else high = middle
  }
  return Math.exp(high)
}
