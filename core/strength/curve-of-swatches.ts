import { depthOf, type Depth } from '../colour/depth'
import type { Reflectance } from '../colour/spectrum'
import { strengthOver } from '../colour/strength'
import { unitAbsorption, type UnitAbsorption } from './expected-colour'
import { fitBetterShape, type LeastSquaresFit } from './least-squares'
import { enoughRatio } from './saturation'

/** A swatch as a curve sees it. */
export interface ReadSwatch {
  /** Dry ratio of its bath, g air-dry plant per g dry fibre. */
  ratioDry: number
  dyed: Reflectance
  bare: Reflectance
}

/** Fewer swatches than this make no curve: a ceiling drawn through two is a guess. */
export const LEAST_SWATCHES = 3

export interface SwatchCurve {
  /** Strength and depth of each swatch, in the order given. */
  strengths: { strength: number; depth: Depth }[]
  /** null: not enough swatches, or not at two different ratios. */
  fit: LeastSquaresFit | null
  /** Dry ratio past which more plant hardly shows; null where the curve has no bend. */
  enough: number | null
  /** What the source adds to K/S for each unit of strength. */
  unit: UnitAbsorption | null
  /** Mean spectrum of the bare fibres. */
  bare: Reflectance | null
}

/** Strengths of alike swatches of one source, and the curve through them. */
export function curveOfSwatches(swatches: readonly ReadSwatch[]): SwatchCurve {
  const strengths = swatches.map(({ dyed, bare }) => {
    const strength = strengthOver(dyed, bare)
    return { strength, depth: depthOf(strength) }
  })
  const points = swatches.map(({ ratioDry }, i) => ({
    ratio: ratioDry,
    strength: strengths[i]!.strength,
  }))
  const differentRatios = new Set(points.map(({ ratio }) => ratio)).size
  const fit =
    points.length >= LEAST_SWATCHES && differentRatios >= 2 ? fitBetterShape(points) : null
  return {
    strengths,
    fit,
    enough: fit?.kind === 'bent' ? enoughRatio(fit) : null,
    unit: unitAbsorption(swatches),
    bare: meanOf(swatches.map(({ bare }) => bare)),
  }
}

const meanOf = (spectra: readonly Reflectance[]): Reflectance | null =>
  spectra.length === 0
    ? null
    : spectra[0]!.map((_, i) => spectra.reduce((sum, r) => sum + r[i]!, 0) / spectra.length)
