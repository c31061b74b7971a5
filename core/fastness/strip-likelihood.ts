import { COLUMNS, LOG_HALF_TIMES } from './fading-grid'
import type { FadingStage } from './strip'

/** Degrees of freedom of the error of a look: a spot read for the whole now and then. */
const DF = 5
/** A piece is held against one reading of before: its error at five points of a normal (Gauss-Hermite). */
const BEFORE_POINTS = [
  [-2.856970013872806, 0.011257411327721],
  [-1.355626179974266, 0.222075922005613],
  [0, 0.533333333333333],
  [1.355626179974266, 0.222075922005613],
  [2.856970013872806, 0.011257411327721],
] as const
const EXACT = [[0, 1]] as const

/**
 * How likely the looks at one strip are, for each column and half-time of the grid.
 *
 * @returns by column, then half-time, scaled so that the largest is 1; 1 throughout where there was no look
 */
export function stripLikelihood(stages: readonly FadingStage[]): Float64Array {
  const beforeSd = Math.max(0, ...stages.map((stage) => stage.beforeSd))
  const points = beforeSd > 0 ? BEFORE_POINTS : EXACT
  const logs = points.map(() => new Float64Array(COLUMNS.length * LOG_HALF_TIMES.length))
  for (const stage of stages) addStage(logs, points, stage)
  return mixed(logs, points)
}

function addStage(
  logs: readonly Float64Array[],
  points: readonly (readonly [z: number, weight: number])[],
  { dose, left, relativeSd, absoluteSd, beforeSd }: FadingStage,
): void {
  const logDose = Math.log(Math.max(1e-6, dose))
  const seen = points.map(([z]) => left * Math.exp(z * beforeSd))
  COLUMNS.forEach(({ stays, shape }, c) => {
    LOG_HALF_TIMES.forEach((logHalfTime, h) => {
      const expected = stays + (1 - stays) * 2 ** -Math.exp(shape * (logDose - logHalfTime))
      const variance = (relativeSd * expected) ** 2 + absoluteSd ** 2 + 1e-6
      const at = c * LOG_HALF_TIMES.length + h
      for (let p = 0; p < points.length; p++) {
        const away = (seen[p]! - expected) ** 2 / variance
        logs[p]![at]! -= 0.5 * Math.log(variance) + 0.5 * (DF + 1) * Math.log1p(away / DF)
      }
    })
  })
}

function mixed(
  logs: readonly Float64Array[],
  points: readonly (readonly [z: number, weight: number])[],
): Float64Array {
  const size = COLUMNS.length * LOG_HALF_TIMES.length
  let most = -Infinity
  for (const each of logs) for (const log of each) most = Math.max(most, log)
  const made = new Float64Array(size)
  let top = 0
  for (let at = 0; at < size; at++) {
    for (let p = 0; p < points.length; p++)
      made[at]! += points[p]![1] * Math.exp(logs[p]![at]! - most)
    top = Math.max(top, made[at]!)
  }
  return made.map((value) => value / top)
}
