import { finite, notNegative, positive } from '../checks'
import { InputError } from '../input-error'

/** The two shapes a strength curve is tried with; both run through the origin to a ceiling. */
export const CURVE_MODELS = ['exponential', 'hyperbolic'] as const
export type CurveModel = (typeof CURVE_MODELS)[number]

export interface SaturationCurve {
  model: CurveModel
  /** P: strength that no amount of plant passes. */
  ceiling: number
  /** c or h: the dry ratio at which the curve bends, g air-dry plant per g dry fibre. */
  scale: number
}

/** A shape: how much of the ceiling is reached at a ratio, and how that answers to the scale. */
export interface Shape {
  /** Share of the ceiling reached at a ratio, 0 to 1. */
  share(ratio: number, scale: number): number
  /** The ratio at which a share below 1 is reached: `share` turned round. */
  ratioOf(share: number, scale: number): number
  /** d share / d log scale, from the share: never positive, a larger scale bends later. */
  perLogScale(share: number, ratio: number, scale: number): number
  /** d log share / d log ratio: 1 at the origin, 0 at the ceiling. */
  elasticity(ratio: number, scale: number): number
  /** The ratio from which doubling the plant adds no more than a share of strength. */
  ratioOfGain(gain: number, scale: number): number
}

/**
 * exponential: g = 1 - exp(-r/c). hyperbolic: g = r / (h + r).
 *
 * `expm1` keeps the digits at small ratios, where 1 - exp(-x) would lose them.
 */
export const SHAPES: Record<CurveModel, Shape> = {
  exponential: {
    share: (ratio, scale) => -Math.expm1(-ratio / scale),
    ratioOf: (share, scale) => -scale * Math.log1p(-share),
    perLogScale: (share, ratio, scale) => (-ratio / scale) * (1 - share),
    elasticity: (ratio, scale) => ratio / scale / Math.expm1(ratio / scale),
    ratioOfGain: (gain, scale) => scale * Math.log(1 / gain),
  },
  hyperbolic: {
    share: (ratio, scale) => ratio / (scale + ratio),
    ratioOf: (share, scale) => (scale * share) / (1 - share),
    perLogScale: (share) => -share * (1 - share),
    elasticity: (ratio, scale) => scale / (scale + ratio),
    ratioOfGain: (gain, scale) => (scale * (1 - gain)) / (2 * gain),
  },
}

/** Strength a curve gives at a dry ratio. */
export function strengthAt({ model, ceiling, scale }: SaturationCurve, ratio: number): number {
  notNegative(ratio, '/ratio')
  positive(ceiling, '/ceiling')
  positive(scale, '/scale')
  return ceiling * SHAPES[model].share(ratio, scale)
}

/**
 * The dry ratio that gives a wanted strength.
 *
 * @param strength above 0
 * @returns g air-dry plant per g dry fibre, or null where the curve never reaches that strength
 * @throws InputError if the strength is not above 0
 */
export function ratioForStrength(
  { model, ceiling, scale }: SaturationCurve,
  strength: number,
): number | null {
  positive(strength, '/strength')
  positive(ceiling, '/ceiling')
  positive(scale, '/scale')
  if (strength >= ceiling) return null
  return SHAPES[model].ratioOf(strength / ceiling, scale)
}

/** A generous dry ratio, at which a source's strength is asked for. */
export const REFERENCE_RATIO = 1
/** What twice the plant may still add at *enough*, as a share of strength; a setting. */
export const ENOUGH_GAIN = 0.2

/**
 * *Enough*: the least dry ratio from which twice the plant adds a share of strength or less.
 *
 * Exponential: c ln(1/g); hyperbolic: h (1 - g) / (2 g). Told by the doubling, not by a share of the
 * fitted ceiling or of a generous ratio: 90 % of the ceiling is 2.3 c for one shape and 9 h for the
 * other, and 90 % of the strength at 1 : 1 is nearly the same ratio for every source.
 *
 * @param gain from 0.01 to 0.9: 0.2 is a fifth
 * @throws InputError outside
 */
export function enoughRatio({ model, scale }: SaturationCurve, gain = ENOUGH_GAIN): number {
  positive(scale, '/scale')
  return finite(SHAPES[model].ratioOfGain(checkedGain(gain), scale), '/scale')
}

/** Outside of these no dyer would call it enough. */
const GAIN_RANGE = [0.01, 0.9] as const

/** @throws InputError for a gain outside its range */
export function checkedGain(gain: number): number {
  const [least, most] = GAIN_RANGE
  if (gain >= least && gain <= most) return gain
  throw new InputError(`enoughGain must be from ${least} to ${most}; got ${gain}`, '/enoughGain')
}
