import { notNegative } from '../checks'
import { InputError } from '../input-error'

export interface Weighing {
  /** What the scale shows, bag and all, in g. */
  grossG: number
  /** The empty bag, basket or bowl, in g. */
  tareG: number
}

/**
 * Net mass of a weighing: gross less tare.
 *
 * @returns g, 0 or more
 * @throws InputError if either is negative, or the tare is more than the gross
 * @example netMassG({ grossG: 52.5, tareG: 11 }) // 41.5
 */
export function netMassG({ grossG, tareG }: Weighing): number {
  notNegative(grossG, '/grossG', 'g')
  notNegative(tareG, '/tareG', 'g')
  if (tareG > grossG) {
    throw new InputError(
      `tareG must not be more than grossG (${grossG} g): a net mass cannot be below 0; got ${tareG}`,
      '/tareG',
    )
  }
  return roundToMilligram(grossG - tareG)
}

/** Takes off the binary dust of a subtraction (52.5 - 11.1) far below what a scale can show. */
// `+ 0` turns the -0 of a rounded crumb below nothing into 0.
export const roundToMilligram = (massG: number) => Math.round(massG * 1000) / 1000 + 0
