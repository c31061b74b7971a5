import { LRUCache } from 'lru-cache'
import { checkedLab } from './screen-colour'
import { smoothestReflectance } from './smoothest-reflectance'
import type { Reflectance } from './spectrum'
import { xyzOfLab, type Lab } from './tristimulus'
import { DAYLIGHT, weighting } from './weighting'

/** Every view of a log asks for the same colours again, and each takes a millisecond or more. */
const estimates = new LRUCache<string, Reflectance, Lab>({
  max: 5000,
  memoMethod: (_key, _stale, { context: lab }) =>
    smoothestReflectance(xyzOfLab(lab, weighting(DAYLIGHT))),
})

/**
 * A likely spectrum behind a colour of which only the CIELAB value (D65, 2 degree) is known:
 * the smoothest one that looks exactly so in daylight. An estimate: the true dye may absorb
 * otherwise and still look the same.
 *
 * @throws InputError for a value out of range, or a colour no surface can have
 */
export function estimateReflectance(lab: Lab): Reflectance {
  const { l, a, b } = checkedLab(lab)
  return estimates.memo(`${l} ${a} ${b}`, { context: lab })
}
