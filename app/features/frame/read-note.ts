import { parseQuantity } from '~~/core/quantity/parse-quantity'

/** What a one-line note says of a gathering, as far as it can be read. */
export interface WeighInNote {
  netG: number
  /** The words after the amount, comma by comma: first the source, then stage and place. */
  words: string[]
}

/**
 * Reads a note such as `340 g tansy heads, full flower, Quarry Lane`.
 *
 * @returns null where it does not begin with a mass
 */
export function readWeighInNote(text: string): WeighInNote | null {
  const words = text.trim().split(/\s+/)
  // the longest beginning that is a mass: "2 lb 3 oz dock root" holds two
  for (let length = Math.min(5, words.length - 1); length > 0; length--) {
    try {
      const { si } = parseQuantity(words.slice(0, length).join(' '), 'mass')
      const rest = words.slice(length).join(' ').split(',')
      return si > 0 ? { netG: si, words: rest.map((part) => part.trim()).filter(Boolean) } : null
    } catch {
      // not a mass at this length: try a shorter beginning
    }
  }
  return null
}
