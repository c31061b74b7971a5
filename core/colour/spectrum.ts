import { quoted } from '../checks'
import { InputError } from '../input-error'

/** First band of a reflectance spectrum, nm. */
export const FIRST_NM = 400
/** Width of a band, nm. */
export const STEP_NM = 10
/** How many bands: 400 to 700 nm. */
export const BANDS = 31

/** Wavelength of each band, nm: 400, 410, ..., 700. */
export const WAVELENGTHS_NM: readonly number[] = Array.from(
  { length: BANDS },
  (_, i) => FIRST_NM + i * STEP_NM,
)

/** Reflectance factor of each of the 31 bands, 0 to 1. */
export type Reflectance = readonly number[]

/**
 * Returns `reflectance` if it is a spectrum of 31 factors from 0 to 1, else throws naming the
 * band. A factor a little over 1 (a fluorescent or glossy sample) is refused too: Kubelka-Munk
 * has no meaning there.
 */
export function checkedReflectance(reflectance: unknown, pointer = '/reflectance'): Reflectance {
  if (!Array.isArray(reflectance) || reflectance.length !== BANDS) {
    const got = Array.isArray(reflectance) ? `${reflectance.length} values` : quoted(reflectance)
    throw new InputError(
      `reflectance must be ${BANDS} values, 400 to 700 nm in steps of 10 nm; got ${got}`,
      pointer,
    )
  }
  reflectance.forEach((value, i) => {
    if (typeof value !== 'number' || !(value >= 0 && value <= 1)) {
      throw new InputError(
        `reflectance at ${WAVELENGTHS_NM[i]} nm must be a factor from 0 to 1; got ${quoted(value)}`,
        `${pointer}/${i}`,
      )
    }
  })
  return reflectance as Reflectance
}
