import { reflectanceOfKOverS } from '../colour/kubelka-munk'
import type { Reflectance } from '../colour/spectrum'
import { labOfXyz, type Lab } from '../colour/tristimulus'
import { DAYLIGHT, weighting } from '../colour/weighting'

/** Where light is measured, and what it weighs: the same sums as `tristimulus`, over flat arrays. */
const { weights, white } = weighting(DAYLIGHT)
const [WEIGHT_X, WEIGHT_Y, WEIGHT_Z] = [0, 1, 2].map((axis) =>
  Float64Array.from(weights, (weight) => weight[axis]!),
) as [Float64Array, Float64Array, Float64Array]

/**
 * The colour of a layer by its K/S, D65 and the 2 degree observer: what a search asks a million
 * times, so nothing is made but the answer.
 *
 * @param kOverS 31 bands; below 0 counts as 0
 */
export function labOfKOverS(kOverS: ArrayLike<number>): Lab {
  let x = 0
  let y = 0
  let z = 0
  for (let i = 0; i < WEIGHT_Y.length; i++) {
    const q = Math.max(0, kOverS[i]!)
    const r = 1 / (1 + q + Math.sqrt(q * q + 2 * q))
    x += WEIGHT_X[i]! * r
    y += WEIGHT_Y[i]! * r
    z += WEIGHT_Z[i]! * r
  }
  return labOfXyz({ x, y, z }, { white })
}

/** A dye on a piece: what it adds to K/S for each unit of strength, and how much there is of it. */
export interface DyeOnPiece {
  unit: ArrayLike<number>
  strength: number
}

/**
 * K/S of a piece with one dye on it, and another after it: K/S adds (single-constant Kubelka-Munk).
 *
 * Source: Kubelka & Munk 1931; Allen, "Basic equations used in computer color matching" (1966).
 *
 * @param into where it is written, 31 bands; made where it is left out
 */
export function mixedKOverS(
  bareKOverS: ArrayLike<number>,
  one: DyeOnPiece,
  other: DyeOnPiece | null = null,
  into = new Float64Array(bareKOverS.length),
): Float64Array {
  const { unit, strength } = one
  if (other === null) {
    for (let i = 0; i < into.length; i++) into[i] = bareKOverS[i]! + strength * unit[i]!
    return into
  }
  const { unit: second, strength: more } = other
  for (let i = 0; i < into.length; i++) {
    into[i] = bareKOverS[i]! + strength * unit[i]! + more * second[i]!
  }
  return into
}

/** Reflectance of K/S, band by band; below 0 counts as 0. */
export const reflectanceOf = (kOverS: ArrayLike<number>): Reflectance =>
  Array.from(kOverS, (value) => reflectanceOfKOverS(Math.max(0, value)))
