import { colourDifference } from '../colour/difference-words'
import { seenUnder } from '../colour/seen-under'
import type { Reflectance } from '../colour/spectrum'
import type { Illuminant } from '../colour/weighting'

/** What becomes of a match under another light. */
export interface UnderLamp {
  lamp: Illuminant
  /** CIEDE2000 between the two under it. */
  de2000: number
  /** What the match is there, against what was wanted: `redder`. */
  words: string[]
}

const LAMPS = ['A', 'F11'] as const satisfies readonly Illuminant[]
/** A difference that is so much larger than by day breaks a match: CIEDE2000, from memory. */
const BREAKS_DE = 1.5

/**
 * The lamp under which a match breaks most (metamerism): two colours alike by day that part there.
 *
 * @returns null where it holds under all of them
 */
export function breaksUnder(wanted: Reflectance, made: Reflectance): UnderLamp | null {
  const under = (lamp: Illuminant) => {
    const [one, other] = [wanted, made].map((each) =>
      seenUnder(each, { illuminant: lamp, observer: 2 }),
    )
    return colourDifference({ lab: other!.lab }, { lab: one!.lab })
  }
  const byDay = under('D65').de2000
  const worst = LAMPS.map((lamp) => ({ lamp, ...under(lamp) })).sort(
    (a, b) => b.de2000 - a.de2000,
  )[0]!
  const { lamp, de2000, words } = worst
  return de2000 - byDay >= BREAKS_DE ? { lamp, de2000, words } : null
}
