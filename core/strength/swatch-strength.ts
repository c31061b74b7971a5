import { estimateReflectance } from '../colour/estimate-reflectance'
import type { Reflectance } from '../colour/spectrum'
import { strengthOver } from '../colour/strength'
import type { Lab } from '../colour/tristimulus'
import { estimateFactor, type BothWays, type EstimateFactor } from './estimate-factor'

/** A colour that was read: its spectrum where one was measured, and its CIELAB value (D65). */
export interface SeenSpectrum {
  reflectance: Reflectance | null
  lab: Lab
}

/** A dyed colour and the bare fibre under it. */
export interface DyedOverBare {
  dyed: SeenSpectrum
  bare: SeenSpectrum
}

export const isMeasured = ({ reflectance }: SeenSpectrum) => reflectance !== null

export const spectrumSeen = ({ reflectance, lab }: SeenSpectrum): Reflectance =>
  reflectance ?? estimateReflectance(lab)

/** Strength as it was read, before an estimate is calibrated. */
const rawStrength = ({ dyed, bare }: DyedOverBare): number =>
  strengthOver(spectrumSeen(dyed), spectrumSeen(bare))

/**
 * The strength of a swatch, as every page and file tells it: as read where a spectrum was measured,
 * else the estimate times what its curve has learnt of estimates.
 *
 * @param calibration of the curve the swatch belongs to; what is usual where it belongs to none
 * @returns unitless, 1 at a flat K/S of 1 above the bare fibre
 */
export const swatchStrength = (
  swatch: DyedOverBare,
  calibration: Pick<EstimateFactor, 'factor'>,
): number => calibrated(rawStrength(swatch), isMeasured(swatch.dyed), calibration)

/** A strength as read, times the factor where it is an estimate. */
export const calibrated = (
  raw: number,
  measured: boolean,
  { factor }: Pick<EstimateFactor, 'factor'>,
): number => (measured ? raw : raw * factor)

/** Weaker readings say nothing of a factor. */
const LEAST_TELLING = 0.1

/** Swatches that were read by a colour and by a spectrum: what a factor for estimates is learnt from. */
function readBothWays(swatches: readonly (DyedOverBare & { alsoAs?: SeenSpectrum })[]): BothWays[] {
  return swatches.flatMap(({ dyed, bare, alsoAs }) => {
    if (!alsoAs || isMeasured(alsoAs) === isMeasured(dyed)) return []
    const [one, other] = [rawStrength({ dyed, bare }), rawStrength({ dyed: alsoAs, bare })]
    const [measured, estimated] = isMeasured(dyed) ? [one, other] : [other, one]
    return measured > LEAST_TELLING && estimated > LEAST_TELLING ? [{ measured, estimated }] : []
  })
}

/** What the estimates of a curve are multiplied by, learnt from its swatches known both ways. */
export const calibrationOf = (
  swatches: readonly (DyedOverBare & { alsoAs?: SeenSpectrum })[],
): EstimateFactor => estimateFactor(readBothWays(swatches))
