import { kOverSOf, reflectanceOfKOverS } from '../colour/kubelka-munk'
import { BANDS, type Reflectance } from '../colour/spectrum'
import { strengthOver } from '../colour/strength'

/** What a source adds to K/S for each unit of strength, 31 bands. */
export type UnitAbsorption = readonly number[]

export interface DyedAndBare {
  dyed: Reflectance
  bare: Reflectance
}

/** Swatches weaker than this say more of the fibre than of the dye. */
export const LEAST_STRENGTH = 0.05

/**
 * The typical absorption of a source, from its swatches: the sum of what they gained over bare
 * fibre, divided by the sum of their strengths (so deep swatches count for more).
 *
 * @param swatches each with the strength that its curve counts it at, or as it was read
 * @returns null where no swatch took enough dye to tell
 */
export function unitAbsorption(
  swatches: readonly (DyedAndBare & { strength?: number })[],
): UnitAbsorption | null {
  const gained = new Array<number>(BANDS).fill(0)
  let strengths = 0
  for (const { dyed, bare, strength = strengthOver(dyed, bare) } of swatches) {
    if (strength < LEAST_STRENGTH) continue
    const dyedKs = kOverSOf(dyed)
    kOverSOf(bare).forEach((ks, i) => (gained[i]! += dyedKs[i]! - ks))
    strengths += strength
  }
  return strengths > 0 ? gained.map((value) => value / strengths) : null
}

/**
 * Reflectance to expect of a fibre at a strength: K/S adds (single-constant Kubelka-Munk), the
 * dye's share scaled along its curve.
 *
 * Good where hue keeps with depth; a source whose hue turns at high ratios is only met midway.
 *
 * @param strength 0 or more
 * @param bare the undyed fibre
 */
export function expectedReflectance(
  unit: UnitAbsorption,
  strength: number,
  bare: Reflectance,
): Reflectance {
  return kOverSOf(bare).map((ks, i) => reflectanceOfKOverS(Math.max(0, ks + strength * unit[i]!)))
}
