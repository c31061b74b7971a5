import { checkedLab } from './screen-colour'
import { smoothestReflectance } from './smoothest-reflectance'
import type { Reflectance } from './spectrum'
import { xyzOfLab, type Lab } from './tristimulus'
import { DAYLIGHT, weighting } from './weighting'

/**
 * A likely spectrum behind a colour of which only the CIELAB value (D65, 2 degree) is known:
 * the smoothest one that looks exactly so in daylight. An estimate: the true dye may absorb
 * otherwise and still look the same.
 *
 * @throws InputError for a value out of range, or a colour no surface can have
 */
export const estimateReflectance = (lab: Lab): Reflectance =>
  smoothestReflectance(xyzOfLab(checkedLab(lab), weighting(DAYLIGHT)))
