import { D65 } from './illuminant-tables'
import { X_BAR_2, Y_BAR_2, Z_BAR_2 } from './observer-tables'
import { WAVELENGTHS_NM } from './spectrum'

/** Index in the 5 nm tables (from 380 nm) of each of the 31 bands. */
const tableIndex = (nm: number) => (nm - 380) / 5

const raw = WAVELENGTHS_NM.map((nm) => {
  const k = tableIndex(nm)
  return D65[k]! * (X_BAR_2[k]! + Y_BAR_2[k]! + Z_BAR_2[k]!)
})
const total = raw.reduce((sum, weight) => sum + weight, 0)

/** What each band counts for the eye: E (xbar + ybar + zbar), summing to 1. */
export const INTEG_WEIGHTS: readonly number[] = raw.map((weight) => weight / total)

/**
 * Visual depth: K/S summed over the visible bands, weighted by what the eye takes in under
 * daylight, so that depths compare across hues.
 *
 * @param kOverS K/S of the 31 bands
 * @returns depth, unitless; a flat K/S of 1 gives 1
 * Source: after Derbyshire & Marshall, J. Soc. Dyers Colour. 96 (1980) 166; here with D65 and
 * the 2 degree observer, and normalised.
 */
export function integ(kOverS: readonly number[]): number {
  let depth = 0
  for (let i = 0; i < INTEG_WEIGHTS.length; i++) depth += INTEG_WEIGHTS[i]! * kOverS[i]!
  return depth
}
