import { mean } from 'd3-array'
import { Matrix, solve } from 'ml-matrix'
import { positive } from '../checks'
import { InputError } from '../input-error'
import { drawCurves, type Draw } from './posterior/draws'
import { posteriorCells } from './posterior/posterior-cells'
import {
  DETECTABLE,
  READING_SD,
  readObservations,
  type PosteriorPoint,
} from './posterior/observations'
import { curvePosterior, enoughOf, lotIndex } from './posterior/posterior'
import type { Prior } from './posterior/priors'
import { ENOUGH_GAIN, REFERENCE_RATIO, SHAPES } from './saturation'
import { FEW_TRIALS, trialsOf } from './trials'
import { NORMAL_90 } from '../spread'

/** Dry ratios that a trial may have: ten steps, evenly spaced on a log scale. */
const CANDIDATES = Array.from({ length: 10 }, (_, i) => 0.05 * 32 ** (i / 9))
/** Further trials are planned together, since one swatch alone tells ceiling from bend badly. */
const MOST_TOGETHER = 4
/** A test piece, its mordant and an hour: what a trial costs beside its plant, as g of plant. */
const FIXED_COST_G = 1.5
/** A curve of fewer swatches than this wants a trial that narrows it to this share at least. */
const THIN_SHARE = 0.8

export interface NextTrialQuestion {
  points: readonly PosteriorPoint[]
  prior: Prior
  /** Dry mass of the test piece, g. */
  pieceG: number
  /** Wanted width of the 90 % interval of log(enough): log 2 says "within a factor of two". */
  wantedWidth: number
  /** The same of the logarithm of strength at the reference ratio; left out: it is not asked for. */
  wantedStrengthWidth?: number
  /** The lot that trials are dyed with; one that has no swatch yet, or none, counts as a new one. */
  lot?: string
  reference?: number
  enoughGain?: number
}

/** Width of a logarithm's 90 % interval now, and likely after all of the trials. */
export interface Narrowed {
  now: number
  after: number
}

export interface NextTrial {
  /** Dry ratio to try next. */
  ratio: number
  /** Air-dry plant for it, g. */
  dryG: number
  /** Trials likely still needed, this one with them, and their plant, g. */
  trials: number
  totalDryG: number
  enough: Narrowed
  /** Of strength at the reference ratio, for the median lot. */
  strength: Narrowed
  /** Whether that many trials likely bring both as far as was wanted. */
  isReached: boolean
}

/** Something that is to be known, over the curves drawn. */
interface Goal {
  logs: readonly number[]
  now: number
  wanted: number
}

/**
 * The trial to make next: the first of the set of trials that likely brings log(enough), and the
 * strength at the reference ratio where that is asked for, to a wanted width for the least plant in
 * all.
 *
 * Curves drawn from the posterior say how each goal goes with log S at every ratio. Taken as
 * jointly normal, the variance left after any set of further swatches follows without simulating
 * them; sets of up to four ratios are compared, all from one lot. Made anew after each swatch.
 *
 * @returns null where all is narrow enough already, with three swatches or more
 * @throws InputError for a piece or width that is not above 0, or unusable points
 */
export function nextTrial({
  points,
  prior,
  pieceG,
  wantedWidth,
  wantedStrengthWidth = Infinity,
  lot,
  reference = REFERENCE_RATIO,
  enoughGain = ENOUGH_GAIN,
}: NextTrialQuestion): NextTrial | null {
  positive(pieceG, '/pieceG', 'g')
  positive(wantedWidth, '/wantedWidth')
  if (wantedStrengthWidth !== Infinity) positive(wantedStrengthWidth, '/wantedStrengthWidth')
  positive(reference, '/reference')
  const posterior = curvePosterior(points, prior, { enoughGain })
  const widthNow = ({ low, high }: { low: number; high: number }) => Math.log(high / low)
  const now = { enough: widthNow(posterior.enough), strength: widthNow(posterior.at(reference)) }
  // a thin curve says what is usual or borrowed: narrow or not, swatches of its own are wanted
  const isThin = trialsOf(points) < FEW_TRIALS
  const wantedOf = (wanted: number, width: number) =>
    isThin && wanted !== Infinity ? Math.min(wanted, THIN_SHARE * width) : wanted
  const wanted = {
    enough: wantedOf(wantedWidth, now.enough),
    strength: wantedOf(wantedStrengthWidth, now.strength),
  }
  if (now.enough <= wanted.enough && now.strength <= wanted.strength) return null
  if (points.length > 500) {
    throw new InputError(`points must be at most 500; got ${points.length}`, '/points')
  }

  const observations = readObservations(points)
  const hasSwatch = points.some((point) => point.lot === lot && isInformative(point))
  const ofLot = lot !== undefined && hasSwatch ? lotIndex(observations, lot) : undefined
  const draws = drawCurves(posteriorCells(points, prior, { lot: ofLot }).cells, ofLot !== undefined)
  const lotOf = (draw: Draw) => (ofLot === undefined ? draw.newLotFactor : draw.lotFactor)
  const logAt = (ratio: number) =>
    draws.map((draw) => Math.log(draw.ceiling * SHAPES[draw.model].share(ratio, draw.scale)))
  const goals: Goal[] = [
    {
      logs: draws.map((draw) => Math.log(enoughOf(draw, enoughGain))),
      now: now.enough,
      wanted: wanted.enough,
    },
    { logs: logAt(reference), now: now.strength, wanted: wanted.strength },
  ]
  const widthsOf = widthsAfter(draws, goals, logAt, lotOf)

  let best: { set: number[]; widths: number[]; cost: number; gain: number } | null = null
  for (const set of setsUpTo(MOST_TOGETHER, CANDIDATES.length)) {
    const widths = widthsOf(set)
    const cost = set.reduce((sum, i) => sum + CANDIDATES[i]! * pieceG + FIXED_COST_G, 0)
    const each = { set, widths, cost, gain: gainOf(goals, widths) }
    if (best === null || isBetter(each, best, goals)) best = each
  }
  const { set, widths } = best!
  // of the set, the swatch that tells most by itself comes first; the rest is planned anew after it
  const tells = (i: number) => gainOf(goals, widthsOf([i]))
  const first = set.reduce((a, b) => (tells(a) >= tells(b) ? a : b))
  return {
    ratio: CANDIDATES[first]!,
    dryG: CANDIDATES[first]! * pieceG,
    trials: set.length,
    totalDryG: set.reduce((sum, i) => sum + CANDIDATES[i]! * pieceG, 0),
    enough: { now: now.enough, after: widths[0]! },
    strength: { now: now.strength, after: widths[1]! },
    isReached: isReached(goals, widths),
  }
}

/** Strong enough to say how far its lot lies off. */
const isInformative = (point: PosteriorPoint) => 'strength' in point && point.strength > DETECTABLE

/** The width that each goal likely has after swatches at a set of candidates. */
function widthsAfter(
  draws: readonly Draw[],
  goals: readonly Goal[],
  logAt: (ratio: number) => number[],
  lotOf: (draw: Draw) => number,
) {
  const bare = CANDIDATES.map(logAt)
  const errorVariance = mean(draws, ({ errorSd }) => errorSd ** 2)!
  const noise = bare.map((logs) => errorVariance + (READING_SD / Math.exp(mean(logs)!)) ** 2)
  // how far the lot lies off is the same in all of its swatches
  const offset = draws.map((draw) => Math.log(lotOf(draw)))
  const seen = bare.map((logs) => logs.map((log, k) => log + offset[k]!))
  const between = seen.map((a) => seen.map((b) => covariance(a, b)))
  const asked = goals.map(({ logs, now }) => {
    const variance = covariance(logs, logs)
    return {
      variance,
      toGoal: seen.map((each) => covariance(each, logs)),
      // the drawn spread and the interval's width do not agree exactly: their ratio is kept
      widthPerSd: Math.min(now / Math.sqrt(variance), 4 * NORMAL_90),
    }
  })
  return (set: readonly number[]): number[] => {
    const system = new Matrix(
      set.map((i, row) =>
        set.map((j, column) => between[i]![j]! + (row === column ? noise[i]! : 0)),
      ),
    )
    return asked.map(({ variance, toGoal, widthPerSd }) => {
      const pulls = Matrix.columnVector(set.map((i) => toGoal[i]!))
      const explained = pulls.transpose().mmul(solve(system, pulls)).get(0, 0)
      return widthPerSd * Math.sqrt(Math.max(0, variance - explained))
    })
  }
}

const isReached = (goals: readonly Goal[], widths: readonly number[]) =>
  goals.every(({ wanted }, i) => widths[i]! <= wanted)

/** How far goals get of the way that is left to them, added up. */
const gainOf = (goals: readonly Goal[], widths: readonly number[]) =>
  goals.reduce(
    (sum, { now, wanted }, i) =>
      now > wanted ? sum + (now - Math.max(wanted, widths[i]!)) / (now - wanted) : sum,
    0,
  )

interface Considered {
  widths: number[]
  cost: number
  gain: number
}

/** A set that reaches all beats one that does not; then the cheaper; else the one with most gain a gram. */
function isBetter(a: Considered, b: Considered, goals: readonly Goal[]): boolean {
  const [reaches, bReaches] = [isReached(goals, a.widths), isReached(goals, b.widths)]
  if (reaches !== bReaches) return reaches
  return reaches ? a.cost < b.cost : a.gain / a.cost > b.gain / b.cost
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
