import { shuffler } from 'd3-array'
import { randomLcg } from 'd3-random'
import { InputError } from '../input-error'

/** Seeds that are drawn and shown: four digits are written down without a slip. */
export const MOST_SEED = 9999

const GOLDEN_RATIO = (Math.sqrt(5) - 1) / 2

/**
 * Which level each piece of a trial gets, drawn by lot: alike many of each, in an order that no one
 * chose, so that neither the place in the pot nor the hand that wets them goes with a level.
 *
 * @param seed whole, 0 to 9999: the same one draws the same lots
 * @returns level of each piece, by its place from 0
 * @throws InputError for a number of levels or pieces below 1
 */
export function drawLots(levels: number, each: number, seed: number): number[] {
  if (levels < 1 || !Number.isInteger(levels))
    throw new InputError(`levels must be 1 or more; got ${levels}`, '/levels')
  if (each < 1 || !Number.isInteger(each))
    throw new InputError(`each must be 1 or more; got ${each}`, '/each')
  // seeds beside each other would give streams alike: their squares, spread by the golden ratio, do not
  const random = randomLcg(((seed + 1) ** 2 * GOLDEN_RATIO) % 1)
  const all = Array.from({ length: levels * each }, (_, i) => i % levels)
  return shuffler(random)(all)
}
