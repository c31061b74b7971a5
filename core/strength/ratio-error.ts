import type { BentFit } from './least-squares'
import { ratioForStrength } from './saturation'

/**
 * Standard error of the ratio that gives a wanted strength, from the standard errors of the
 * curve and their correlation (first-order propagation).
 *
 * It counts every swatch as an independent proof; where lots differ the true doubt is wider.
 *
 * @returns in units of dry ratio, or null where the strength is not reached or no degree of
 *   freedom is left
 */
export function ratioSe(fit: BentFit, strength: number): number | null {
  const ratio = ratioForStrength(fit, strength)
  if (ratio === null || fit.ceilingSe === null || fit.scaleSe === null) return null
  const { model, ceiling, scale } = fit
  const perScale = ratio / scale
  const perCeiling =
    model === 'exponential'
      ? (-scale * strength) / (ceiling * (ceiling - strength))
      : (-scale * strength) / (ceiling - strength) ** 2
  const byCeiling = perCeiling * fit.ceilingSe
  const byScale = perScale * fit.scaleSe
  return Math.sqrt(
    Math.max(0, byCeiling ** 2 + byScale ** 2 + 2 * fit.correlation * byCeiling * byScale),
  )
}
