import { mean, sum } from 'd3-array'
import { ALPHA, tInterval, tProbability } from '../evidence/paired-tests'
import { present } from '../present'
import { claimAlpha, type TrialShape, type TrialSpread } from './power'

/** With its 95 % interval; without ends where nothing tells how far luck goes. */
interface Times {
  mid: number
  low: number | null
  high: number | null
}

/** What a trial says, once some of it is read. */
export interface TrialAnswer {
  /** Pieces that were read on each level. */
  read: number[]
  /** Mean strength of each level; null: none of it was read. */
  strengths: (number | null)[]
  /** Each level against the first, which is null itself; of ratios null too. */
  against: (Times & { isSure: boolean })[] | null
  /** Of ratios: so many times as strong with twice the plant, on average over them. */
  doubling: (Times & { isSure: boolean }) | null
  /** Degrees of freedom of the SD that luck is judged by: of these pieces, and of the repeats before. */
  df: number
}

/**
 * What the pieces of a trial say: mean against mean on the scale of logarithms, by an SD pooled over
 * its levels and with the repeats that were known when it was laid out.
 *
 * @param read strengths above 0 by level; those that are not read yet are left out
 */
export function trialAnswer(
  read: readonly (readonly number[])[],
  shape: Omit<TrialShape, 'each'>,
  spread: TrialSpread,
): TrialAnswer {
  const logs = read.map((of) => of.map(Math.log))
  const means = logs.map((of) => mean(of))
  const ownDf = sum(logs, (of) => Math.max(0, of.length - 1))
  const squares = sum(logs, (of, i) => sum(of, (log) => (log - present(means[i])) ** 2))
  const told = spread.df ?? 0
  const df = ownDf + told
  const sd = df > 0 ? Math.sqrt((squares + told * spread.sdLog ** 2) / df) : null
  const alpha = claimAlpha({ ...shape, each: 1 })
  const times = (log: number, unitError: number) => {
    if (sd === null) return { mid: Math.exp(log), low: null, high: null, isSure: false }
    const { low, high } = tInterval(log, sd * unitError, df, ALPHA)
    return {
      mid: Math.exp(log),
      low: Math.exp(low),
      high: Math.exp(high),
      isSure: tProbability(log, sd * unitError, df) <= alpha,
    }
  }
  const [base, ...others] = means
  const against = others.flatMap((each, i) =>
    base === undefined || each === undefined
      ? []
      : times(each - base, Math.sqrt(1 / logs[0]!.length + 1 / logs[i + 1]!.length)),
  )
  return {
    read: logs.map((of) => of.length),
    strengths: means.map((each) => (each === undefined ? null : Math.exp(each))),
    against: shape.isSlope || against.length < others.length ? null : against,
    doubling: shape.isSlope ? slopeOf(logs, shape.places, times) : null,
    df,
  }
}

function slopeOf<T>(
  logs: readonly (readonly number[])[],
  places: readonly number[],
  times: (log: number, unitError: number) => T,
): T | null {
  const all = logs.flatMap((of, i) => of.map((log) => ({ log, place: places[i]! })))
  const [middle, level] = [mean(all, ({ place }) => place), mean(all, ({ log }) => log)]
  if (middle === undefined || level === undefined) return null
  const spread = sum(all, ({ place }) => (place - middle) ** 2)
  if (spread === 0) return null
  const slope = sum(all, ({ log, place }) => (place - middle) * (log - level)) / spread
  return times(slope, 1 / Math.sqrt(spread))
}
