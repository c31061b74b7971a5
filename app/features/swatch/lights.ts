import { seenUnder } from '~~/core/colour/seen-under'
import type { Lab } from '~~/core/colour/tristimulus'
import type { Illuminant } from '~~/core/colour/weighting'
import type { SeenColour } from './given'

/** The lights that colours are held under. */
export const LIGHTS: readonly { id: Illuminant; name: string }[] = [
  { id: 'D65', name: 'daylight' },
  { id: 'A', name: 'lamp' },
  { id: 'F11', name: 'fluorescent' },
]

/** A colour under a light; null where its spectrum is not known, and the light is not daylight. */
export function underLight(
  { hex, lab, reflectance }: Pick<SeenColour, 'hex' | 'lab' | 'reflectance'>,
  illuminant: Illuminant,
): { hex: string; lab: Lab } | null {
  // a screen colour is shown as it was given: nothing is lost on the way to a spectrum and back
  if (illuminant === 'D65') return { hex, lab }
  return reflectance && seenUnder(reflectance, { illuminant, observer: 2 })
}
