import { finite, notNegative, positive } from '../checks'
import { InputError } from '../input-error'

/** The two shapes that least squares fits; both run through the origin to a ceiling. */
export const CURVE_MODELS = ['exponential', 'hyperbolic'] as const
export type CurveModel = (typeof CURVE_MODELS)[number]

/**
 * All shapes a strength curve may have: the two, and each begun slowly, where little plant gives
 * less than its share. Their names in dose and response: the Weibull and the Hill curve.
 */
export const CURVE_SHAPES = [...CURVE_MODELS, 'weibull', 'hill'] as const
export type CurveShape = (typeof CURVE_SHAPES)[number]

export interface SaturationCurve {
  model: CurveShape
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
  /** d log share / d log ratio: 1 at the origin (1.5 of a slow start), 0 at the ceiling. */
  elasticity(ratio: number, scale: number): number
  /** The ratio from which doubling the plant adds no more than a share of strength. */
  ratioOfGain(gain: number, scale: number): number
}

/** Exponent of the ratio where a curve begins slowly; from memory. */
const SLOW_START = 1.5
/** What twice the plant is then as much as. */
const SLOW_DOUBLING = 2 ** SLOW_START

/** x^1.5, and back. */
const slowed = (x: number): number => x * Math.sqrt(x)
const unslowed = (x: number): number => Math.cbrt(x) ** 2

/**
 * exponential: g = 1 - exp(-r/c). hyperbolic: g = r / (h + r). weibull and hill: the same of
 * (r/c)^1.5 and (r/h)^1.5.
 *
 * `expm1` keeps the digits at small ratios, where 1 - exp(-x) would lose them.
 */
export const SHAPES: Record<CurveShape, Shape> = {
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
  weibull: {
    share: (ratio, scale) => -Math.expm1(-slowed(ratio / scale)),
    ratioOf: (share, scale) => scale * unslowed(-Math.log1p(-share)),
    perLogScale: (share, ratio, scale) => -SLOW_START * slowed(ratio / scale) * (1 - share),
    elasticity: (ratio, scale) => {
      const x = slowed(ratio / scale)
      return (SLOW_START * x) / Math.expm1(x)
    },
    ratioOfGain: (gain, scale) => scale * unslowed(-Math.log(leftAtGain(gain))),
  },
  hill: {
    share: (ratio, scale) => {
      const x = slowed(ratio / scale)
      return x / (1 + x)
    },
    ratioOf: (share, scale) => scale * unslowed(share / (1 - share)),
    perLogScale: (share) => -SLOW_START * share * (1 - share),
    elasticity: (ratio, scale) => SLOW_START / (1 + slowed(ratio / scale)),
    ratioOfGain: (gain, scale) =>
      scale * unslowed((SLOW_DOUBLING - 1 - gain) / (SLOW_DOUBLING * gain)),
  },
}

/**
 * The share y that a Weibull curve still lacks where doubling gains so much: the lesser root of
 * 1 - y^m = (1 + gain) (1 - y), m = 2^1.5. Convex and falling from 0, so Newton's steps from there
 * never pass it.
 */
function leftAtGain(gain: number): number {
  let y = 0
  for (let i = 0; i < 30; i++) {
    const slope = 1 + gain - SLOW_DOUBLING * y ** (SLOW_DOUBLING - 1)
    const step = (gain + y ** SLOW_DOUBLING - (1 + gain) * y) / slope
    y += step
    if (step < 1e-15) break
  }
  return y
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
