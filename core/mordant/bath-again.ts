import { notNegative } from '../checks'

/**
 * Share of what was offered that fibre takes from a mordant bath: half to nearly all (common
 * practice, no source). An assumption, never a measurement.
 */
export const TAKEN_SHARE = { low: 0.5, mid: 0.75, high: 0.95 } as const

export interface BathLeft {
  /** g that are likely still in it. */
  leftG: { low: number; mid: number; high: number }
  /** To weigh out anew, g, so that the fibre gets about what is wanted; never below 0. */
  addG: number
  basis: 'assumed'
}

/**
 * What is likely left in a mordant bath that is used again, and what to add.
 *
 * @param offeredG what was in it, g, of the form in which more is added
 * @param wantedG for the fibre that goes in now, g
 * @throws InputError for a negative mass
 */
export function bathAgain(offeredG: number, wantedG: number): BathLeft {
  notNegative(offeredG, '/offeredG', 'g')
  notNegative(wantedG, '/wantedG', 'g')
  const left = (taken: number) => offeredG * (1 - taken)
  const mid = left(TAKEN_SHARE.mid)
  return {
    leftG: { low: left(TAKEN_SHARE.high), mid, high: left(TAKEN_SHARE.low) },
    addG: Math.max(0, wantedG - mid),
    basis: 'assumed',
  }
}

/**
 * What a bath held when it was last used, after several uses: each time fibre took its share, and
 * some was added.
 *
 * @param addedG what was weighed into it each time, the first time first, g
 */
export function heldAfter(addedG: readonly number[]): number {
  return addedG.reduce(
    (heldG, massG, i) => heldG * (1 - TAKEN_SHARE.mid) + notNegative(massG, `/addedG/${i}`, 'g'),
    0,
  )
}
