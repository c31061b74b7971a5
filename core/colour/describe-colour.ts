import { estimateReflectance } from './estimate-reflectance'
import { checkedLab, hexOfLab, labOfHex, xyzOfHex } from './screen-colour'
import type { Reflectance } from './spectrum'
import { lchOfLab, xyzOfLab, type Lab, type Lch, type Xyz } from './tristimulus'
import { DAYLIGHT, weighting } from './weighting'
import { present } from '../present'

export interface DescribedColour {
  hex: string
  lab: Lab
  lch: Lch
  xyz: Xyz
  /** The smoothest spectrum of this colour. */
  reflectance: Reflectance
  basis: 'estimated'
}

/**
 * All that can be said of a colour given as a screen colour or a CIELAB value (D65, 2 degree).
 *
 * @throws InputError for a colour that cannot be read or that no surface can have
 */
export function describeColour({ hex, lab: given }: { hex?: string; lab?: Lab }): DescribedColour {
  const lab = hex === undefined ? checkedLab(present(given)) : labOfHex(hex)
  return {
    hex: hexOfLab(lab),
    lab,
    lch: lchOfLab(lab),
    xyz: hex === undefined ? xyzOfLab(lab, weighting(DAYLIGHT)) : xyzOfHex(hex),
    reflectance: estimateReflectance(lab),
    basis: 'estimated',
  }
}
