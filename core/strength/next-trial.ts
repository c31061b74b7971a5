import { mean } from 'd3-array'
import { Matrix, solve } from 'ml-matrix'
import { positive } from '../checks'
import { InputError } from '../input-error'
import { drawCurves } from './posterior/draws'
import { posteriorGrid } from './posterior/grid'
import { READING_SD, readObservations, type PosteriorPoint } from './posterior/observations'
import { curvePosterior, enoughOf } from './posterior/posterior'
import type { Prior } from './posterior/priors'
import { REFERENCE_RATIO, SHAPES } from './saturation'
import { NORMAL_90 } from '../spread'

/** Dry ratios that a trial may have: ten steps, evenly spaced on a log scale. */
const CANDIDATES = Array.from({ length: 10 }, (_, i) => 0.05 * 32 ** (i / 9))
/** Further trials are planned together, since one swatch alone tells ceiling from bend badly. */
const MOST_TOGETHER = 4
/** A test piece, its mordant and an hour: what a trial costs beside its plant, as g of plant. */
const FIXED_COST_G = 1.5

export interface NextTrialQuestion {
  points: readonly PosteriorPoint[]
  prior: Prior
  /** Dry mass of the test piece, g. */
  pieceG: number
  /** Wanted width of the 90 % interval of log(enough): log 2 says "within a factor of two". */
  wantedWidth: number
  reference?: number
}

export interface NextTrial {
  /** Dry ratio to try next. */
  ratio: number
  /** Air-dry plant for it, g. */
  dryG: number
  /** Trials likely still needed, this one with them, and their plant, g. */
  trials: number
  totalDryG: number
  /** Width of log(enough) now, and likely after all of them. */
  widthNow: number
  widthAfter: number
}

/**
 * The trial to make next: the first of the set of trials that likely brings log(enough) to a
 * wanted width for the least plant in all.
 *
 * Curves drawn from the posterior say how log(enough) goes with log S at every ratio. Taken as
 * jointly normal, the variance left after any set of further swatches follows without simulating
 * them; sets of up to four ratios are compared, all from one lot. Made anew after each swatch.
 *
 * @returns null where it is narrow enough already
 * @throws InputError for a piece or width that is not above 0, or unusable points
 */
export function nextTrial({
  points,
  prior,
  pieceG,
  wantedWidth,
  reference = REFERENCE_RATIO,
}: NextTrialQuestion): NextTrial | null {
  positive(pieceG, '/pieceG', 'g')
  positive(wantedWidth, '/wantedWidth')
  positive(reference, '/reference')
  const { enough } = curvePosterior(points, prior, { reference })
  const widthNow = Math.log(enough.high / enough.low)
  if (widthNow <= wantedWidth) return null
  if (points.length > 500) {
    throw new InputError(`points must be at most 500; got ${points.length}`, '/points')
  }

  const draws = drawCurves(posteriorGrid(readObservations(points), prior), false)
  const goal = draws.map((draw) => Math.log(enoughOf(draw, reference)))
  const logStrengths = CANDIDATES.map((ratio) =>
    draws.map((draw) => Math.log(draw.ceiling * SHAPES[draw.model].share(ratio, draw.scale))),
  )
  const errorVariance = mean(draws, ({ errorSd }) => errorSd ** 2)!
  const noise = logStrengths.map(
    (logs) => errorVariance + (READING_SD / Math.exp(mean(logs)!)) ** 2,
  )
  const between = logStrengths.map((a) => logStrengths.map((b) => covariance(a, b)))
  const toGoal = logStrengths.map((logs) => covariance(logs, goal))
  const goalVariance = covariance(goal, goal)
  // the drawn spread and the interval's width do not agree exactly: their ratio is kept
  const widthPerSd = Math.min(widthNow / Math.sqrt(goalVariance), 4 * NORMAL_90)

  const widthOf = (set: readonly number[]) => {
    const system = new Matrix(
      set.map((i, row) =>
        set.map((j, column) => between[i]![j]! + (row === column ? noise[i]! : 0)),
      ),
    )
    const pulls = Matrix.columnVector(set.map((i) => toGoal[i]!))
    const explained = pulls.transpose().mmul(solve(system, pulls)).get(0, 0)
    return widthPerSd * Math.sqrt(Math.max(0, goalVariance - explained))
  }
  const costOf = (set: readonly number[]) =>
    set.reduce((sum, i) => sum + CANDIDATES[i]! * pieceG + FIXED_COST_G, 0)

  let best: { set: number[]; width: number; cost: number } | null = null
  for (const set of setsUpTo(MOST_TOGETHER, CANDIDATES.length)) {
    const width = widthOf(set)
    const cost = costOf(set)
    const reaches = width <= wantedWidth
    const bestReaches = best !== null && best.width <= wantedWidth
    // a set that reaches beats one that does not; then the cheaper; else the one with most gain a gram
    const isBetter =
      best === null ||
      (reaches !== bestReaches
        ? reaches
        : reaches
          ? cost < best.cost
          : (widthNow - width) / cost > (widthNow - best.width) / best.cost)
    if (isBetter) best = { set, width, cost }
  }
  const { set, width } = best!
  // of the set, the swatch that tells most by itself comes first; the rest is planned anew after it
  const first = set.reduce((a, b) => (widthOf([a]) <= widthOf([b]) ? a : b))
  return {
    ratio: CANDIDATES[first]!,
    dryG: CANDIDATES[first]! * pieceG,
    trials: set.length,
    totalDryG: set.reduce((sum, i) => sum + CANDIDATES[i]! * pieceG, 0),
    widthNow,
    widthAfter: width,
  }
}

/** All sets of 1 to `most` members out of `count`, members repeating, in rising order. */
function* setsUpTo(most: number, count: number, begun: number[] = []): Generator<number[]> {
  for (let i = begun.at(-1) ?? 0; i < count; i++) {
    const set = [...begun, i]
    yield set
    if (set.length < most) yield* setsUpTo(most, count, set)
  }
}

function covariance(a: readonly number[], b: readonly number[]): number {
  const [meanA, meanB] = [mean(a)!, mean(b)!]
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += (a[i]! - meanA) * (b[i]! - meanB)
  return sum / a.length
}
