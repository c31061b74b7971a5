import { createHash } from 'node:crypto'
import { v7 } from 'uuid'

/** So many things of the very same facts are told apart by their number. */
export const MOST_ALIKE = 12

/**
 * An id of the kind that all ids are, but made of what the thing is: what is brought in twice is
 * found again, and what was undone can come again under the next number.
 *
 * @param told everything by which the thing is that thing
 * @param on local date, by which ids are in order; null: not known
 */
export function stableId(told: string, on: string | null, n: number): string {
  const told256 = createHash('sha256').update(told).digest('hex')
  const random = createHash('sha256').update(`${n} ${told256}`).digest()
  const msecs = on ? Date.parse(on) : 0
  // what came of it is looked up again: a clock or a counter of its own would make it another
  return v7({ msecs: Math.max(0, msecs), seq: random.readUInt32BE(16) >>> 1, random })
}

/** All ids that a thing may have. */
export const stableIds = (told: string, on: string | null): string[] =>
  Array.from({ length: MOST_ALIKE }, (_, n) => stableId(told, on, n))
