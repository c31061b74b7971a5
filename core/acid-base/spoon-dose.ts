import { positive } from '../checks'

/** A dose as somebody without a scale measures it: never more than was advised. */
export interface SpoonDose {
  /** What that measure holds, about, g. */
  massG: number
  /** Level spoons that are measured; a pinch where it is dissolved first. */
  spoons: number
  /** A pinch is dissolved in a cup of water, and a part of that goes in. */
  ofCup: { share: number } | null
}

/** The smallest measure of a kitchen: a pinch, taken as a sixteenth of a spoon. */
const PINCH = 1 / 16
/** Level measures up to half a spoon; from there on in quarters. */
const SMALL = [PINCH, 1 / 8, 1 / 4, 1 / 2]
const QUARTER = 1 / 4
/** Parts of a cup that the eye can pour. */
const SHARES = [1 / 16, 1 / 8, 1 / 4, 1 / 2, 3 / 4]

/**
 * The largest measure of a powder that is no more than a dose.
 *
 * @param massG advised, g
 * @param gPerMl of the powder as it is spooned
 * @param spoonMl of the user's own spoon
 */
export function spoonDose(massG: number, gPerMl: number, spoonMl: number): SpoonDose {
  const spoonG = positive(gPerMl, '/gPerMl') * positive(spoonMl, '/spoonMl', 'mL')
  const spoons = positive(massG, '/massG', 'g') / spoonG
  // what is just a measure but for the last digit is that measure
  const most = spoons * (1 + 1e-9)
  if (most < PINCH) {
    const share = SHARES.findLast((part) => part * PINCH <= most) ?? SHARES[0]!
    return { massG: share * PINCH * spoonG, spoons: PINCH, ofCup: { share } }
  }
  const whole = Math.floor(most / QUARTER) * QUARTER
  const level = Math.max(
    whole,
    SMALL.findLast((part) => part <= most)!,
  )
  return { massG: level * spoonG, spoons: level, ofCup: null }
}
