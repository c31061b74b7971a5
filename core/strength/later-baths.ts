import { group, sum } from 'd3-array'
import { positive } from '../checks'
import { NORMAL_90 } from '../spread'
import { InputError } from '../input-error'
import { ratioLeft } from './baths-in-a-row'
import { priorOf } from './posterior/borrowed'
import { OUTLIER_CHANCE, OUTLIER_FACTOR, POT_SD } from './posterior/lot-summary'
import { drawCurves, type Draw } from './posterior/draws'
import { logNormalCdf, logNormalDensity } from './posterior/normal'
import { DETECTABLE, READING_SD, type PosteriorPoint } from './posterior/observations'
import type { Interval } from './posterior/posterior'
import { posteriorCells } from './posterior/posterior-cells'
import type { PriorContext } from './posterior/priors'
import { FIVE_POINT_NORMAL } from './posterior/quadrature'
import { SHAPES } from './saturation'
import { weightedQuantile } from './weighted-quantile'

/** A swatch of a second or later bath from one charge of plant. */
export interface LaterBath {
  /** 2, 3, ... */
  bath: number
  strength: number
  /** Known error of log S, as of an estimated colour. */
  errorSd?: number
  /** Of the first bath, g air-dry plant per g dry fibre of one bath. */
  ratioDry: number
  /** SD of its logarithm, where plant or fibre was not weighed. */
  ratioErrorSd?: number
  /** Baths of one charge are a row: they share its lot. */
  row: string
  /** Lot of the charge, as the points of the curve name it. */
  lot?: string
}

export interface TakenShare {
  /** Share of what is left that each bath takes. */
  mid: number
  /** Interval that holds it nine times in ten. */
  low: number
  high: number
  /** Swatches that could tell: 0 means the answer is what is usual. */
  n: number
}

/** Strength to expect of the next piece of one bath, with the interval that holds it nine times in ten. */
export interface ExpectedBath extends Interval {
  bath: number
  /** Dry ratio that is left for it. */
  ratioDry: number
}

export interface LaterBaths {
  taken: TakenShare
  /**
   * What one piece of each bath of a new charge is to come out as: what is not known of the curve, the
   * share, the lot and the piece, together.
   *
   * @param ratioDry of the first bath
   */
  expected(ratioDry: number, count: number): ExpectedBath[]
}

/** Share a bath usually takes: centre and SD of its logit; from memory. */
const USUAL = { logit: 0.4, sd: 0.9 }
/** The logit's grid: so many steps over so many SDs either way. */
const STEPS = 28
const REACH_SDS = 3.2
const LOG_SOUND = Math.log1p(-OUTLIER_CHANCE)
const LOG_OUTLIER = Math.log(OUTLIER_CHANCE)

const SHARES = Array.from({ length: STEPS }, (_, i) => {
  const z = REACH_SDS * ((2 * (i + 0.5)) / STEPS - 1)
  return { taken: 1 / (1 + Math.exp(-(USUAL.logit + USUAL.sd * z))), log: -0.5 * z * z }
})

/**
 * The share taken per bath, and what later baths are to give, from what later baths gave.
 *
 * Each curve drawn from the posterior is met with each share of a grid; both are weighed by how
 * well together they explain the later baths, whose row shares the lot term that the lot's own
 * swatches leave open on that curve. Taken at one curve, an error of the curve would be read as a
 * share, and nine in ten would hold six.
 *
 * @param points of the curve: first baths
 * @throws InputError for a bath that is no whole number from 2, or a ratio not above 0
 */
export function laterBaths(
  points: readonly PosteriorPoint[],
  context: PriorContext,
  baths: readonly LaterBath[],
): LaterBaths {
  baths.forEach(({ bath, ratioDry }, i) => {
    positive(ratioDry, `/baths/${i}/ratioDry`)
    if (Number.isInteger(bath) && bath >= 2) return
    throw new InputError(
      `bath must be a whole number of 2 or more; got ${bath}`,
      `/baths/${i}/bath`,
    )
  })
  const { observations, cells } = posteriorCells(points, priorOf(context))
  const hasPots = observations.lots.some(({ swatches }) => swatches.some(({ pot }) => pot >= 0))
  const potSd = hasPots ? POT_SD : 0
  const draws = drawCurves(cells, false, potSd)
  const rows = [...group(baths, ({ row }) => row).values()].map((row) => ({
    baths: row,
    own: points.filter((point) => point.lot !== undefined && point.lot === row[0]!.lot),
  }))
  const weights = new Float64Array(draws.length * STEPS)
  draws.forEach((draw, k) => {
    const known = rows.map((row) => ({ ...row, lot: lotTermOn(draw, row.own, potSd) }))
    SHARES.forEach(({ taken, log }, i) => {
      weights[k * STEPS + i] = log + sum(known, (row) => logEvidence(draw, taken, row, potSd))
    })
  })
  const most = weights.reduce((top, weight) => Math.max(top, weight), -Infinity)
  for (let i = 0; i < weights.length; i++) weights[i] = Math.exp(weights[i]! - most)
  const ofShare = (i: number) => SHARES[i % STEPS]!.taken
  const interval = (values: Float64Array): Interval => {
    const [low, mid, high] = weightedQuantile(values, weights, [0.05, 0.5, 0.95])
    return { low: low!, mid: mid!, high: high! }
  }
  const taken = { ...interval(weights.map((_, i) => ofShare(i))), n: baths.length }

  return {
    taken,
    expected(ratioDry, count) {
      positive(ratioDry, '/ratioDry')
      return Array.from({ length: count }, (_, before) => {
        const strengths = weights.map((_, i) => {
          const draw = draws[Math.floor(i / STEPS)]!
          const left = ratioLeft(ratioDry, ofShare(i), before + 1)
          const median = draw.ceiling * SHAPES[draw.model].share(left, draw.scale)
          return median * draw.newLotFactor * draw.pieceFactor
        })
        return {
          bath: before + 1,
          ratioDry: ratioLeft(ratioDry, taken.mid, before + 1),
          ...interval(strengths),
        }
      })
    },
  }
}

let usual: TakenShare | null = null

/** What is taken before any later bath was read; computed when it is first asked for. */
export const usualTaken = (): TakenShare => (usual ??= laterBaths([], {}, []).taken)

/**
 * SD of the logarithm of the ratio that is left for a bath, by what is not known of the share.
 *
 * @param bath 1, 2, 3, ...
 */
export const leftErrorSd = ({ low, high }: TakenShare, bath: number): number =>
  ((bath - 1) * Math.log((1 - low) / (1 - high))) / (2 * NORMAL_90)

/** How many baths in a row reach a strength: likely, and at the least and most. */
export function bathsWorthwhile(expected: readonly ExpectedBath[], strength: number): Interval {
  const count = (end: keyof Interval) => {
    const first = expected.findIndex((bath) => bath[end] < strength)
    return first < 0 ? expected.length : first
  }
  return { mid: count('mid'), low: count('low'), high: count('high') }
}

/** The term of a lot on one curve, by its own swatches of first baths: a normal on log S. */
function lotTermOn(
  draw: Draw,
  own: readonly PosteriorPoint[],
  potSd: number,
): { mean: number; variance: number } {
  let [precision, total] = [1 / Math.max(draw.lotSd, 1e-6) ** 2, 0]
  for (const point of own) {
    if (!('strength' in point) || !(point.strength > DETECTABLE && point.ratio > 0)) continue
    const expected = draw.ceiling * SHAPES[draw.model].share(point.ratio, draw.scale)
    const weight = 1 / varianceOf(draw, point.strength, point.errorSd, potSd)
    precision += weight
    total += weight * Math.log(point.strength / expected)
  }
  return { mean: total / precision, variance: 1 / precision }
}

const varianceOf = (draw: Draw, strength: number, errorSd = 0, potSd: number) =>
  draw.errorSd ** 2 + potSd ** 2 + errorSd ** 2 + (READING_SD / strength) ** 2

interface Row {
  baths: readonly LaterBath[]
  lot: { mean: number; variance: number }
}

/** log evidence of a row's later baths on one curve and share, averaged over its lot term. */
function logEvidence(draw: Draw, taken: number, { baths, lot }: Row, potSd: number): number {
  const { model, ceiling, scale } = draw
  const expected = baths.map(({ strength, errorSd = 0, ratioDry, ratioErrorSd = 0, bath }) => {
    const left = ratioLeft(ratioDry, taken, bath)
    const ratioSd = ratioErrorSd === 0 ? 0 : ratioErrorSd * SHAPES[model].elasticity(left, scale)
    const seen = Math.max(strength, DETECTABLE)
    return {
      isSeen: strength > DETECTABLE,
      off: Math.log(seen / (ceiling * SHAPES[model].share(left, scale))),
      variance: varianceOf(draw, seen, Math.hypot(errorSd, ratioSd), potSd),
    }
  })
  const lotSd = Math.sqrt(lot.variance)
  let evidence = 0
  for (const { at, weight } of FIVE_POINT_NORMAL) {
    let log = 0
    for (const bath of expected) log += logDensity(bath, lot.mean + at * lotSd)
    evidence += weight * Math.exp(log)
  }
  return Math.log(Math.max(evidence, Number.MIN_VALUE))
}

/** How far one bath's log strength lies from its curve, and with which variance it may. */
interface Off {
  /** Else it could not be told from bare fibre, and lies somewhere below. */
  isSeen: boolean
  off: number
  variance: number
}

/** Of one bath about what its curve and lot expect: an outlier now and then, a weak one censored. */
function logDensity({ isSeen, off, variance }: Off, lotTerm: number): number {
  const log = (factor: number) =>
    isSeen
      ? logNormalDensity(off - lotTerm, variance * factor ** 2)
      : logNormalCdf((off - lotTerm) / (factor * Math.sqrt(variance)))
  return logSum(LOG_SOUND + log(1), LOG_OUTLIER + log(OUTLIER_FACTOR))
}

const logSum = (a: number, b: number) => Math.max(a, b) + Math.log1p(Math.exp(-Math.abs(a - b)))
