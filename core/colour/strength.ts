import { finite } from '../checks'
import { InputError } from '../input-error'
import { depthOf, type Depth } from './depth'
import { integ } from './integ'
import { kOverSOf } from './kubelka-munk'
import { checkedReflectance, FIRST_NM, STEP_NM, WAVELENGTHS_NM, type Reflectance } from './spectrum'

/** Where a dye's peak is looked for: beyond, instruments and estimates are poor. */
const PEAK_RANGE_NM = [430, 680] as const

export interface ColourStrength {
  /** K/S of the dyed piece, 31 bands. */
  ks: number[]
  /** Visual depth of the dyed piece, fibre and all. */
  integ: number
  /** Strength S: depth above the bare fibre. May be negative: it took no dye. */
  strength: number | null
  /** Wavelength at which the dye absorbs most above the bare fibre, nm. */
  peakNm: number
  /** K/S there, dyed less bare. */
  peakKs: number | null
  depth: Depth | null
}

/**
 * Colour strength of a dyed piece against the bare one.
 *
 * @param reflectance dyed piece, 31 factors 0 to 1
 * @param bare the same fibre undyed; without it there is a depth but no strength
 * @param fixedPeakNm wavelength to read the peak at, as kept for a curve; by default the one of
 *   greatest K/S above bare between 430 and 680 nm
 * @throws InputError for a spectrum that is none, or a wavelength that is not a band
 */
export function colourStrength(
  reflectance: Reflectance,
  bare?: Reflectance,
  fixedPeakNm?: number,
): ColourStrength {
  const ks = kOverSOf(checkedReflectance(reflectance, '/reflectance'))
  const bareKs = bare && kOverSOf(checkedReflectance(bare, '/bare'))
  const gained = bareKs ? ks.map((value, i) => value - bareKs[i]!) : ks
  const peakNm = fixedPeakNm === undefined ? peakOf(gained) : checkedBand(fixedPeakNm)
  const depth = integ(ks)
  const strength = bareKs ? depth - integ(bareKs) : null
  return {
    ks,
    integ: depth,
    strength,
    peakNm,
    peakKs: bareKs ? gained[bandOf(peakNm)]! : null,
    depth: strength === null ? null : depthOf(strength),
  }
}

/** Strength alone: depth of the dyed piece less depth of the bare one. */
export const strengthOver = (dyed: Reflectance, bare: Reflectance): number =>
  integ(kOverSOf(dyed)) - integ(kOverSOf(bare))

const bandOf = (nm: number) => (nm - FIRST_NM) / STEP_NM

function peakOf(gained: number[]): number {
  const [from, to] = PEAK_RANGE_NM
  return WAVELENGTHS_NM.filter((nm) => nm >= from && nm <= to).reduce((best, nm) =>
    gained[bandOf(nm)]! > gained[bandOf(best)]! ? nm : best,
  )
}

function checkedBand(nm: number): number {
  if (WAVELENGTHS_NM.includes(finite(nm, '/peakNm'))) return nm
  throw new InputError(`peakNm must be one of 400, 410, ... 700 nm; got ${nm}`, '/peakNm')
}
