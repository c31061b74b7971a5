import {
  clippedChannels,
  hexOfLab,
  isOnScreen,
  labOfHex,
  type GivenColour,
} from '~~/core/colour/screen-colour'
import { estimateReflectance } from '~~/core/colour/estimate-reflectance'
import type { Reflectance } from '~~/core/colour/spectrum'
import { labOfReflectance, type Lab } from '~~/core/colour/tristimulus'
import type { NewReading, Reading } from '~~/shared/schemas/swatch/reading'

/** How a colour was come by, beside the colour. */
export type GivenHow = Pick<NewReading, 'by' | 'errorDe' | 'unevenness' | 'about'>

/** A colour as it was given: by eye, from a photo, or as a spectrum. */
export type GivenReading = (GivenColour | { reflectance: number[] }) & { how?: GivenHow }

export interface SeenColour {
  hex: string
  lab: Lab
  clipped: string[]
  /** 31 factors; null for a colour that no surface can have. */
  reflectance: Reflectance | null
  basis: 'measured' | 'estimated'
  unevenness: number | null
  /** False where the screen cannot show it: the nearest it can is shown. */
  isOnScreen: boolean
}

/** A colour given and not kept yet, as it would be seen. */
export function seenOf(given: GivenReading): SeenColour {
  const unevenness = given.how?.unevenness ?? null
  if ('reflectance' in given) {
    const lab = labOfReflectance(given.reflectance)
    return {
      hex: hexOfLab(lab),
      lab,
      clipped: [],
      reflectance: given.reflectance,
      basis: 'measured',
      unevenness,
      isOnScreen: isOnScreen(lab),
    }
  }
  const lab = 'hex' in given ? labOfHex(given.hex) : given.lab
  return {
    hex: hexOfLab(lab),
    lab,
    basis: 'estimated',
    unevenness,
    clipped: 'hex' in given ? clippedChannels(given.hex) : [],
    reflectance: estimated(lab),
    isOnScreen: 'hex' in given || isOnScreen(lab),
  }
}

/** A reading that was kept, as it is seen. */
export const keptColour = (reading: Reading): SeenColour => ({
  hex: reading.hex,
  lab: reading.lab,
  clipped: reading.clipped,
  reflectance: reading.reflectance ?? estimated(reading.lab),
  basis: reading.basis,
  unevenness: reading.unevenness,
  isOnScreen: isOnScreen(reading.lab),
})

/** A colour alone, such as one that was hoped for. */
export const colourAlone = (lab: Lab): SeenColour => seenOf({ lab })

function estimated(lab: Lab): Reflectance | null {
  try {
    return estimateReflectance(lab)
  } catch {
    return null
  }
}
