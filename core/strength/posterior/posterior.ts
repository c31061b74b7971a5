import { positive } from '../../checks'
import { InputError } from '../../input-error'
import { checkedGain, ENOUGH_GAIN, SHAPES, type CurveShape } from '../saturation'
import { drawCurves, quantile, type Draw } from './draws'
import { POT_SD } from './lot-summary'
import { posteriorCells } from './posterior-cells'
import { logNormalCdf, logNormalDensity } from './normal'
import { readObservations, type Observations, type PosteriorPoint } from './observations'
import type { Prior } from './priors'

/** A number with its 90 % interval. */
export interface Interval {
  mid: number
  low: number
  high: number
}

/** As `Interval`; a high end may be without bound. */
export interface OpenInterval {
  mid: number
  low: number
  high: number | null
}

export interface BandPoint extends Interval {
  ratio: number
  /** For a lot not yet seen: wider. */
  newLot: { low: number; high: number }
  /** For the next piece of the named lot, else of a new one: its own error too. */
  piece: { low: number; high: number }
}

/** What a promise is of: the next piece that is dyed, or the curve in its middle. */
export const PROMISES = ['piece', 'curve'] as const
export type PromiseOf = (typeof PROMISES)[number]

/** Dry ratio from which twice the plant adds a share of strength or less. */
export interface Enough extends Interval {
  gain: number
  /** Its middle lies past the farthest ratio that was tried. */
  beyondTried: boolean
}

export interface Posterior {
  n: number
  /** Strength that no amount of plant passes. */
  ceiling: Interval
  enough: Enough
  /** How probable each shape is, its slow start with it; and how probable it is to begin slowly. */
  models: { exponential: number; hyperbolic: number }
  slowStart: number
  /** Probability that the source takes on this fibre and mordant at all. */
  uptakeProbability: number
  /** Whether the ceiling lies near what was tried; where it does not, it is no number to rely on. */
  ceilingReached: boolean
  /** Strengths at a dry ratio: of the median lot (or the named one), a new lot, the next piece. */
  at(ratio: number): BandPoint
  /**
   * Strengths at a dry ratio that the next piece stays below with such probabilities: of the named
   * lot, else of a new one, its own error with it.
   */
  nextPiece(ratio: number, probabilities: readonly number[]): number[]
  /**
   * Dry ratio that reaches a strength with a probability: by default that of the next piece, with
   * its lot (a new one, unless one was named) and its own error.
   * @returns null where that probability is not reached at any ratio
   */
  ratioFor(strength: number, probability?: number, of?: PromiseOf): OpenInterval | null
  /** Share of the ceiling that a dry ratio reaches: 0.9 is nine tenths of all it can give. */
  shareOfCeiling(ratio: number): Interval
  /** Gain of strength from doubling the plant at a dry ratio: 0.1 is a tenth more. */
  doublingGain(ratio: number): Interval
  /** Gain of strength from one dry ratio to another: 0.1 is a tenth more. */
  gain(from: number, to: number): Interval
  /** Probability that a ratio gains less than a share over another one. */
  probabilityOfLittleGain(from: number, to: number, share: number): number
}

export interface PosteriorOptions {
  /** Answers for this lot instead of the median one. */
  lot?: string
  /** What twice the plant may still add at *enough*, as a share of strength. Default 0.2. */
  enoughGain?: number
  /** Shapes to average over; all, unless some are to be tried alone. */
  models?: readonly CurveShape[]
}

const LOW = 0.05
const HIGH = 0.95
/** A ceiling over this many times the strongest curve tried is not reached. */
const REACHED_SHARE = 0.6

/**
 * What is known of a source's curve from its swatches and its kind.
 *
 * log S = log P + log g(r / c) + lot + error, with four shapes g averaged by their evidence. The
 * error is normal with an outlier now and then; lots differ by a normal term; a swatch too weak
 * to tell from bare fibre is left-censored. Everything but shape, scale and the two SDs is
 * integrated in closed form. Without swatches the answer is the prior. All intervals hold 90 %.
 *
 * Method: docs/decisions.md; calibrated over data simulated from its own prior (npm run bench).
 *
 * @throws InputError for unusable points, or a lot of which there is no measured swatch
 */
export function curvePosterior(
  points: readonly PosteriorPoint[],
  prior: Prior,
  { lot, enoughGain = ENOUGH_GAIN, models }: PosteriorOptions = {},
): Posterior {
  checkedGain(enoughGain)
  const at = lot === undefined ? -1 : lotIndex(readObservations(points), lot)
  const { observations, cells, logEvidence } = posteriorCells(points, prior, { lot: at, models })
  const hasPots = observations.lots.some(({ swatches }) => swatches.some(({ pot }) => pot >= 0))
  const draws = drawCurves(cells, lot !== undefined, hasPots ? POT_SD : 0)
  const sorted = (value: (draw: Draw) => number) => {
    const values = new Float64Array(draws.length)
    for (let k = 0; k < draws.length; k++) values[k] = value(draws[k]!)
    return values.sort()
  }
  const interval = (value: (draw: Draw) => number): Interval => {
    const values = sorted(value)
    return {
      mid: quantile(values, 0.5),
      low: quantile(values, LOW),
      high: quantile(values, HIGH),
    }
  }
  const probabilityOf = (...shapes: CurveShape[]) =>
    cells.reduce((sum, { model, share }) => sum + (shapes.includes(model) ? share : 0), 0)
  const exponential = probabilityOf('exponential', 'weibull')
  const farthest = Math.max(0, ...observations.ratios)
  const ceiling = interval((draw) => draw.ceiling * draw.lotFactor)
  const enough = interval((draw) => enoughOf(draw, enoughGain))
  const ofNextLot = ({ lotFactor, newLotFactor }: Draw) =>
    lot === undefined ? newLotFactor : lotFactor
  const gain = (draw: Draw, from: number, to: number) =>
    SHAPES[draw.model].share(to, draw.scale) / SHAPES[draw.model].share(from, draw.scale) - 1

  return {
    n: observations.n,
    ceiling,
    enough: { ...enough, gain: enoughGain, beyondTried: enough.mid > farthest },
    models: { exponential, hyperbolic: 1 - exponential },
    slowStart: probabilityOf('weibull', 'hill'),
    uptakeProbability: 1 - neverTakes(observations, prior, logEvidence),
    ceilingReached:
      farthest > 0 &&
      interval((draw) => SHAPES[draw.model].share(farthest, draw.scale)).mid >= REACHED_SHARE,

    at(ratio) {
      positive(ratio, '/ratio')
      // both from one look at the curves: the shape is the dear part
      const strengths = new Float64Array(draws.length)
      const fresh = new Float64Array(draws.length)
      const pieces = new Float64Array(draws.length)
      draws.forEach((draw, k) => {
        const median = draw.ceiling * SHAPES[draw.model].share(ratio, draw.scale)
        strengths[k] = median * draw.lotFactor
        fresh[k] = median * draw.newLotFactor
        pieces[k] = median * ofNextLot(draw) * draw.pieceFactor
      })
      strengths.sort()
      fresh.sort()
      pieces.sort()
      return {
        ratio,
        mid: quantile(strengths, 0.5),
        low: quantile(strengths, LOW),
        high: quantile(strengths, HIGH),
        newLot: { low: quantile(fresh, LOW), high: quantile(fresh, HIGH) },
        piece: { low: quantile(pieces, LOW), high: quantile(pieces, HIGH) },
      }
    },

    nextPiece(ratio, probabilities) {
      positive(ratio, '/ratio')
      const pieces = sorted(
        (draw) =>
          draw.ceiling *
          SHAPES[draw.model].share(ratio, draw.scale) *
          ofNextLot(draw) *
          draw.pieceFactor,
      )
      return probabilities.map((probability) => quantile(pieces, probability))
    },

    ratioFor(strength, probability = 0.5, of = 'piece') {
      positive(strength, '/ask/strength')
      if (!(probability > 0 && probability < 1)) {
        throw new InputError(
          `probability must lie between 0 and 1; got ${probability}`,
          '/ask/probability',
        )
      }
      const factor = (draw: Draw) =>
        of === 'piece' ? ofNextLot(draw) * draw.pieceFactor : draw.lotFactor
      const ratios = sorted((draw) => ratioOfShare(draw, strength / (draw.ceiling * factor(draw))))
      const mid = quantile(ratios, probability)
      if (!Number.isFinite(mid)) return null
      const high = quantile(ratios, HIGH)
      return { mid, low: quantile(ratios, LOW), high: Number.isFinite(high) ? high : null }
    },

    shareOfCeiling(ratio) {
      positive(ratio, '/ratio')
      return interval((draw) => SHAPES[draw.model].share(ratio, draw.scale))
    },

    doublingGain(ratio) {
      positive(ratio, '/ratio')
      return interval((draw) => gain(draw, ratio, 2 * ratio))
    },

    gain(from, to) {
      positive(from, '/from')
      positive(to, '/to')
      return interval((draw) => gain(draw, from, to))
    },

    probabilityOfLittleGain(from, to, share) {
      positive(from, '/from')
      positive(to, '/to')
      return draws.filter((draw) => gain(draw, from, to) < share).length / draws.length
    },
  }
}

export function lotIndex(observations: Observations, lot: string): number {
  const index = observations.lots.findIndex(({ name }) => name === `lot ${lot}`)
  if (index >= 0) return index
  throw new InputError(`lot must name a lot with a measured swatch; got "${lot}"`, '/ask/lot')
}

/** Ratio at which a share of the ceiling is reached; the ceiling itself never is. */
const ratioOfShare = ({ model, scale }: Draw, share: number): number =>
  share >= 1 ? Infinity : SHAPES[model].ratioOf(share, scale)

export const enoughOf = ({ model, scale }: Draw, gain: number) =>
  SHAPES[model].ratioOfGain(gain, scale)

/**
 * Probability that the source never takes here: then every reading is bare fibre and noise.
 * One swatch with a plain colour settles it; only weak ones keep it alive.
 */
function neverTakes(observations: Observations, prior: Prior, logEvidenceOfUptake: number): number {
  // a grid holds a hair less than all of its prior: with nothing seen that would be told as news
  if (observations.n === 0) return prior.neverTakes
  const swatches = observations.lots.flatMap(({ swatches: some }) => some)
  const never =
    swatches.reduce(
      (sum, { logS, bareSd }) => sum + logNormalDensity(Math.exp(logS), bareSd ** 2) + logS,
      0,
    ) +
    observations.censored.reduce(
      (sum, { logS, bareSd }) => sum + logNormalCdf(Math.exp(logS) / bareSd),
      0,
    )
  const odds =
    Math.log(prior.neverTakes) - Math.log1p(-prior.neverTakes) + never - logEvidenceOfUptake
  return 1 / (1 + Math.exp(-odds))
}
