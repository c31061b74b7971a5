import tQuantile from '@stdlib/stats-base-dists-t-quantile'
import { notNegative, positive } from '../checks'
import { InputError } from '../input-error'
import type { StrengthPoint } from './least-squares'
import { ratioForStrength, SHAPES, type SaturationCurve } from './saturation'
import { present } from '../present'

/** Above this share of the ceiling a strength no longer tells a ratio. */
export const TELLING_SHARE = 0.7

export interface Potency {
  /** Factor on the ratio that puts the lot's swatches on the curve: 1.3 is a third stronger. */
  factor: number
  /** 90 % interval; null from a single swatch, which leaves nothing to judge its scatter by. */
  low: number | null
  high: number | null
  /** Swatches that could tell. */
  n: number
}

/** An upper end beyond this is no bound. */
const MOST_LOG = Math.log(1e12)
const MAX_ITERATIONS = 50

/**
 * Relative potency of a lot against its source's curve, as in a bioassay with a shared curve:
 * S = P g(f r / c), the curve kept as it is, f by least squares on its logarithm.
 *
 * @param points the lot's swatches; those above `tellingShare` of the ceiling, and those that took
 *   nothing, are passed over
 * @throws InputError where no swatch can tell
 * Source: relative potency as in Finney, Statistical Method in Biological Assay (1978); the
 * interval is f exp(+-t SE) with n - 1 degrees of freedom, the curve's own error left out.
 */
export function potency(
  curve: SaturationCurve,
  points: readonly StrengthPoint[],
  tellingShare = TELLING_SHARE,
): Potency {
  positive(curve.ceiling, '/curve/ceiling')
  positive(curve.scale, '/curve/scale')
  const telling = points.filter(({ ratio, strength }, i) => {
    notNegative(ratio, `/points/${i}/ratio`)
    return ratio > 0 && strength > 0 && strength < tellingShare * curve.ceiling
  })
  if (telling.length === 0) {
    throw new InputError(
      `points must hold a swatch between 0 and ${100 * tellingShare} % of the ceiling (${curve.ceiling}), where a ratio can be told; got none`,
      '/points',
    )
  }
  const { log, se } = fitLogFactor(curve, telling)
  if (!Number.isFinite(Math.exp(log)) || !Number.isFinite(se)) {
    throw new InputError(
      `points lie too far from the curve (ceiling ${curve.ceiling}, scale ${curve.scale}) to tell a factor on the ratio`,
      '/points',
    )
  }
  const n = telling.length
  const reach = n > 1 ? tQuantile(0.95, n - 1) * se : null
  return {
    factor: Math.exp(log),
    low: reach === null ? null : Math.exp(log - reach),
    high: reach === null || log + reach > MOST_LOG ? null : Math.exp(log + reach),
    n,
  }
}

/** Gauss-Newton from the mean of what each swatch says alone. */
function fitLogFactor(curve: SaturationCurve, points: readonly StrengthPoint[]) {
  const { ceiling, scale, model } = curve
  const shape = SHAPES[model]
  let log =
    points.reduce(
      (sum, { ratio, strength }) =>
        sum + Math.log(present(ratioForStrength(curve, strength)) / ratio),
      0,
    ) / points.length
  const sumsAt = (at: number) => {
    let [ss, slope, curvature] = [0, 0, 0]
    for (const { ratio, strength } of points) {
      // a larger factor on the ratio is a smaller scale
      const stretched = scale * Math.exp(-at)
      const share = shape.share(ratio, stretched)
      const derivative = -ceiling * shape.perLogScale(share, ratio, stretched)
      const residual = strength - ceiling * share
      ss += residual * residual
      slope += derivative * residual
      curvature += derivative * derivative
    }
    return { ss, slope, curvature }
  }
  let here = sumsAt(log)
  for (let i = 0; i < MAX_ITERATIONS; i++) {
    let step = here.slope / here.curvature
    // no swatch answers to the factor any more: the caller says that it cannot be told
    if (!Number.isFinite(step)) return { log: NaN, se: NaN }
    let there = sumsAt(log + step)
    while (there.ss > here.ss && Math.abs(step) > 1e-12) {
      step /= 2
      there = sumsAt(log + step)
    }
    log += step
    here = there
    if (Math.abs(step) < 1e-12) break
  }
  const freedom = points.length - 1
  return { log, se: freedom > 0 ? Math.sqrt(here.ss / freedom / here.curvature) : 0 }
}
