import { adaptXyz } from './adaptation'
import { hexOfLab } from './screen-colour'
import type { Reflectance } from './spectrum'
import { labOfXyz, lchOfLab, xyzOfReflectance, type Lab, type Lch, type Xyz } from './tristimulus'
import { DAYLIGHT, weighting, type Viewing } from './weighting'

export interface SeenColour {
  /** Y = 1 for the perfect white. */
  xyz: Xyz
  /** Against the white of the lamp. */
  lab: Lab
  lch: Lch
  /** As a screen shows it, adapted to daylight (Bradford). */
  hex: string
}

/** What a piece looks like under a lamp. */
export function seenUnder(reflectance: Reflectance, viewing: Viewing): SeenColour {
  const here = weighting(viewing)
  const daylight = weighting(DAYLIGHT)
  const xyz = xyzOfReflectance(reflectance, viewing)
  const lab = labOfXyz(xyz, here)
  const adapted = adaptXyz(xyz, here.white, daylight.white)
  return { xyz, lab, lch: lchOfLab(lab), hex: hexOfLab(labOfXyz(adapted, daylight)) }
}
