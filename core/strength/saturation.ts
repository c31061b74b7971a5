import { notNegative, positive } from '../checks'

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
  },
  hyperbolic: {
    share: (ratio, scale) => ratio / (scale + ratio),
    ratioOf: (share, scale) => (scale * share) / (1 - share),
    perLogScale: (share) => -share * (1 - share),
    elasticity: (ratio, scale) => scale / (scale + ratio),
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

/** A generous dry ratio, against which *enough* is told unless a user sets another. */
export const REFERENCE_RATIO = 1
/** Share of the strength at the reference ratio that counts as enough. */
export const ENOUGH_SHARE = 0.9

/**
 * *Enough*: the dry ratio that already gives 90 % of the strength of a generous one.
 *
 * Told against a ratio, not against the fitted ceiling: 90 % of the ceiling is 2.3 c for one
 * shape and 9 h for the other, so it would hang on a choice the swatches hardly decide.
 */
export function enoughRatio(curve: SaturationCurve, reference = REFERENCE_RATIO): number {
  const wanted = ENOUGH_SHARE * strengthAt(curve, positive(reference, '/reference'))
  return ratioForStrength(curve, wanted) as number
}
