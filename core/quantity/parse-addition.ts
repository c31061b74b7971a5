import { NUMBER_PATTERN, parseNumber, spellOutFractions } from './parse-number'

/** What an amount of an addition is told against, where no scale and no spoon said it. */
export interface AdditionContext {
  /** Of the agent as it is measured, g/mL; 0: nobody can say. */
  gPerMl: number
  /** The bath it goes into, L; null: not known yet. */
  waterL: number | null
  /** Dry fibre in it, g; 0: none chosen yet. */
  fibreG: number
}

/** A loose handful of a powder or liquid, mL; from memory. */
const HANDFUL_ML = 60

const PARTS = new RegExp(
  `^(${NUMBER_PATTERN}|one|two)\\s*(?:parts?)?\\s*(in|to|:)\\s*(${NUMBER_PATTERN}|two|three|four|five|ten)$`,
)
const PERCENT = new RegExp(`^(${NUMBER_PATTERN})\\s*%$`)
const HANDFULS = new RegExp(`^(?:(${NUMBER_PATTERN}|a|an|one|half a)\\s*)?handfuls?$`)
const WORDS: Record<string, number> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  ten: 10,
  'half a': 0.5,
}

/**
 * Reads an amount as dyers tell additions beside weights and spoons: `1 in 3` (one part in three of
 * the whole), `1 to 2` (one part to two of the bath), `5 %` of the dry fibre, `2 handfuls`.
 *
 * @returns its mass, g, and whether it is only about that; null where the text is none of these, or
 *   what it is told against is not known
 */
export function parseAddition(
  text: string,
  { gPerMl, waterL, fibreG }: AdditionContext,
): { massG: number; isAbout: boolean } | null {
  const plain = spellOutFractions(text.trim().toLowerCase())
  const percent = PERCENT.exec(plain)
  if (percent) {
    const share = numberOf(percent[1]!)
    return share !== null && share > 0 && fibreG > 0
      ? { massG: (share * fibreG) / 100, isAbout: false }
      : null
  }
  if (gPerMl <= 0) return null
  const handfuls = HANDFULS.exec(plain)
  if (handfuls) {
    const count = handfuls[1] === undefined ? 1 : numberOf(handfuls[1])
    return count ? { massG: count * HANDFUL_ML * gPerMl, isAbout: true } : null
  }
  const parts = PARTS.exec(plain)
  if (!parts || waterL === null) return null
  const [one, other] = [numberOf(parts[1]!), numberOf(parts[3]!)]
  if (!one || !other) return null
  // "1 in 3" counts the whole; "1 to 2" and "1 : 2" count what it is poured to
  const ofBath = parts[2] === 'in' ? one / (other - one) : one / other
  return ofBath > 0 && Number.isFinite(ofBath)
    ? { massG: ofBath * waterL * 1000 * gPerMl, isAbout: true }
    : null
}

const numberOf = (text: string): number | null => WORDS[text] ?? parseNumber(text)
