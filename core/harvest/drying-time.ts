import { positive } from '../checks'
import { spreadOf, type Spread } from '../spread'
import { YIELD_RELATIVE_SD } from './gather-needed'
import type { Basis } from './dry-fraction'

export interface DryingOutlook {
  /** What will be on the scale when it is crisp, g. */
  dryG: Spread
  /** Days from hanging; from memory, for an airy room. */
  fromDays: number
  toDays: number
}

/**
 * What a hung lot will weigh dry, and when.
 *
 * @param massG as hung, g
 * @param dryFraction air-dry / present mass with its basis
 * @param usualDays days its part usually takes
 */
export function dryingOutlook(
  massG: number,
  { value, basis }: { value: number; basis: Basis },
  usualDays: readonly [number, number],
): DryingOutlook {
  const dryG = positive(massG, '/massG', 'g') * positive(value, '/dryFraction')
  return {
    dryG: spreadOf(dryG, YIELD_RELATIVE_SD[basis]),
    fromDays: usualDays[0],
    toDays: usualDays[1],
  }
}
