import { notNegative } from '../checks'
import { deltaE2000 } from '../colour/screen-colour'
import { kOverSOf, reflectanceOfKOverS } from '../colour/kubelka-munk'
import type { Reflectance } from '../colour/spectrum'
import { labOfReflectance, type Lab } from '../colour/tristimulus'
import type { UnitAbsorption } from './expected-colour'
import { NORMAL_90 } from '../spread'

/** One dye laid on a piece. */
export interface DyeLayer {
  unit: UnitAbsorption
  strength: number
  /** SD of log strength, as its band tells; 0.25 is usual. */
  logSd?: number
}

export interface OverdyedColour {
  reflectance: Reflectance
  lab: Lab
  /** CIEDE2000 within which it likely falls, nine times in ten. */
  likelyError: number
}

/** SD of log strength of a dye whose spread nobody told; from memory. */
const USUAL_LOG_SD = 0.25
/** Mixed dyes crowd each other out and shift in hue: CIEDE2000, from memory. */
const MODEL_ERROR = 3

/**
 * Colour of a piece dyed with one source over another: K/S adds,
 * K/S = K/S_bare + sum of strength times unit K/S (single-constant Kubelka-Munk).
 *
 * The likely error carries each dye's spread to the colour by moving its strength one interval up
 * and down, with a part for what adding K/S leaves out.
 *
 * @throws InputError for a strength below 0
 * Source: Kubelka & Munk 1931; Allen, "Basic equations used in computer color matching" (1966).
 */
export function overdye(bare: Reflectance, layers: readonly DyeLayer[]): OverdyedColour {
  layers.forEach(({ strength }, i) => notNegative(strength, `/layers/${i}/strength`))
  const strengths = layers.map(({ strength }) => strength)
  const bareKs = kOverSOf(bare)
  const colourAt = (at: readonly number[]): Reflectance =>
    bareKs.map((ks, band) =>
      reflectanceOfKOverS(
        Math.max(
          0,
          layers.reduce((sum, { unit }, i) => sum + at[i]! * unit[band]!, ks),
        ),
      ),
    )
  const reflectance = colourAt(strengths)
  const lab = labOfReflectance(reflectance)
  const misses = layers.map(({ logSd = USUAL_LOG_SD }, i) => {
    const moved = (factor: number) =>
      labOfReflectance(colourAt(strengths.map((s, k) => (k === i ? s * factor : s))))
    const factor = Math.exp(NORMAL_90 * logSd)
    return (deltaE2000(lab, moved(factor)) + deltaE2000(lab, moved(1 / factor))) / 2
  })
  return { reflectance, lab, likelyError: Math.hypot(MODEL_ERROR, ...misses) }
}
