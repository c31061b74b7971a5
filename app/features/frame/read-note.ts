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

/** What a one-line note says of a jar. */
export interface JarNote {
  code: string
  kind: 'shake' | 'air' | 'look'
  /** The colour in a word, or whatever else was said. */
  words: string
}

const DONE = { shaken: 'shake', aired: 'air', looked: 'look' } as const

/**
 * Reads a note such as `jar OCH-26-02 aired, deep wine`.
 *
 * @returns null where it is none of a jar
 */
export function readJarNote(text: string): JarNote | null {
  const match =
    /^\s*(?:jar\s+)?([A-Za-z]{3}-\d{2}-\d{2,})\s+(shaken|aired|looked)\b(?:\s+at)?[\s,:]*(.*)$/i.exec(
      text,
    )
  if (!match) return null
  return {
    code: match[1]!.toUpperCase(),
    kind: DONE[match[2]!.toLowerCase() as keyof typeof DONE],
    words: match[3]!.trim(),
  }
}
