import { group } from 'd3-array'
import { positive } from '../checks'
import { COLUMNS, LOG_HALF_TIMES, LOG_STEP, PIECE_SPREADS } from './fading-grid'
import { kernelOf, smoothAlong } from './smooth-along'
import { stripLikelihood } from './strip-likelihood'
import type { FadingStage } from './strip'

/** A strip with all its looks. */
export interface FadingStrip {
  stages: FadingStage[]
  /** SD of the logarithm by which all its doses may be off together. */
  doseLogSd: number
  /** Strips that hung together share that error; null: it hung by itself. */
  setKey: string | null
}

/** What is usual of such a dye before any strip of it was looked at. */
export interface FadingPrior {
  /** Dose at which half of what fades is gone, in its middle. */
  halfTime: number
  logSd: number
}

/** How probable each way of fading is: along the half-times, for each column of each spread. */
export interface Fading {
  strips: FadingStrip[]
  /** Largest and smallest dose at which anything was looked at; 0: nothing was. */
  farthest: number
  nearest: number
  /** Weights by column, then half-time; all of them come to 1. */
  weights: Float64Array
}

const HALF_TIMES = LOG_HALF_TIMES.length

/**
 * How one strip fades: the posterior over half-time, share that stays and shape, on a grid.
 *
 * @throws InputError where the prior's half-time is not above 0
 */
export function fadingOfStrip(strip: FadingStrip, prior: FadingPrior): Fading {
  const likelihood = spreadAlong(stripLikelihood(strip.stages), strip.doseLogSd)
  return posterior([strip], [{ weight: 1, values: likelihood }], prior)
}

/**
 * How the next piece of a source would fade, by strips of several pieces: what they share, and the
 * spread from piece to piece that they show. Strips of one set share the error of their doses.
 *
 * @param strips none: the prior alone
 */
export function fadingOfNext(strips: readonly FadingStrip[], prior: FadingPrior): Fading {
  const bySet = group(strips, ({ setKey }, i) => setKey ?? `alone ${i}`)
  const sets = [...bySet.values()].map((members) => ({
    doseLogSd: Math.max(...members.map((member) => member.doseLogSd)),
    likelihoods: members.map(({ stages }) => stripLikelihood(stages)),
  }))
  const perSpread = PIECE_SPREADS.map(({ kernel, weight }) => {
    const logs = new Float64Array(COLUMNS.length * HALF_TIMES)
    for (const { likelihoods, doseLogSd } of sets) {
      const together = new Float64Array(logs.length)
      for (const likelihood of likelihoods) {
        addLogs(
          together,
          alongColumns(likelihood, (values) => smoothAlong(values, kernel)),
        )
      }
      const [scaled, most] = fromLogs(together)
      addLogs(logs, spreadAlong(scaled, doseLogSd), most)
    }
    return { weight, logs, kernel }
  })
  const most = perSpread.reduce((top, { logs }) => Math.max(top, largest(logs)), -Infinity)
  return posterior(
    [...strips],
    perSpread.map(({ weight, logs, kernel }) => ({
      weight,
      values: logs.map((log) => Math.exp(log - most)),
      kernel,
    })),
    prior,
  )
}

interface Weighted {
  weight: number
  /** Likelihood by column, then half-time, on a scale that all parts share. */
  values: Float64Array
  /** From what the source does to what its next piece does. */
  kernel?: readonly number[]
}

function posterior(strips: FadingStrip[], parts: readonly Weighted[], prior: FadingPrior): Fading {
  const middle = Math.log(positive(prior.halfTime, '/prior/halfTime'))
  const weights = new Float64Array(COLUMNS.length * HALF_TIMES)
  for (const { weight, values, kernel } of parts) {
    const weighed = values.map((value, at) => {
      const logHalfTime = LOG_HALF_TIMES[at % HALF_TIMES]!
      const away = (logHalfTime - middle) / prior.logSd
      const column = COLUMNS[Math.floor(at / HALF_TIMES)]!
      return weight * column.weight * value * Math.exp(-0.5 * away ** 2)
    })
    const next = kernel ? alongColumns(weighed, (column) => smoothAlong(column, kernel)) : weighed
    for (let at = 0; at < weights.length; at++) weights[at]! += next[at]!
  }
  const total = weights.reduce((sum, value) => sum + value, 0)
  const doses = strips.flatMap(({ stages }) => stages.map(({ dose }) => dose))
  return {
    strips,
    farthest: Math.max(0, ...doses),
    nearest: doses.length > 0 ? Math.min(...doses) : 0,
    weights: weights.map((value) => value / total),
  }
}

const alongColumns = (values: Float64Array, each: (column: Float64Array) => Float64Array) => {
  const made = new Float64Array(values.length)
  for (let from = 0; from < values.length; from += HALF_TIMES) {
    made.set(each(values.subarray(from, from + HALF_TIMES)), from)
  }
  return made
}

/** A dose off by a factor is a half-time off by it. */
const spreadAlong = (values: Float64Array, doseLogSd: number): Float64Array => {
  const kernel = kernelOf(doseLogSd / LOG_STEP)
  return alongColumns(values, (column) => smoothAlong(column, kernel))
}

/** Of two logarithms added there is nothing below this. */
const NOTHING = 1e-300

function addLogs(sums: Float64Array, values: Float64Array, more = 0): void {
  for (let at = 0; at < sums.length; at++)
    sums[at]! += Math.log(Math.max(NOTHING, values[at]!)) + more
}

function fromLogs(logs: Float64Array): [scaled: Float64Array, most: number] {
  const most = largest(logs)
  return [logs.map((log) => Math.exp(log - most)), most]
}

const largest = (values: Float64Array) =>
  values.reduce((top, value) => Math.max(top, value), -Infinity)
