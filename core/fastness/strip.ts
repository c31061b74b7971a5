import type { Reflectance } from '../colour/spectrum'
import { strengthOver } from '../colour/strength'
import { bareStrengthSd, EYE_ERROR_DE, strengthErrorSd } from '../strength/reading-error'
import { isMeasured, spectrumSeen, type SeenSpectrum } from '../strength/swatch-strength'

/** A colour with how far it may be off; null: as is usual for how it was read. */
export interface SeenColour extends SeenSpectrum {
  errorDe: number | null
}

/** How a piece looked to somebody who had no way to read its colour. */
export const SEEN_WORDS = ['same', 'hardly', 'plain', 'half', 'gone'] as const
export type SeenWord = (typeof SEEN_WORDS)[number]

/** Share of the strength left that such a word stands for, and its SD; from memory. */
const SEEN_LEFT: Record<SeenWord, { left: number; sd: number }> = {
  same: { left: 0.98, sd: 0.06 },
  hardly: { left: 0.9, sd: 0.08 },
  plain: { left: 0.7, sd: 0.12 },
  half: { left: 0.5, sd: 0.15 },
  gone: { left: 0.12, sd: 0.1 },
}

/** One look at a strip: what it was shown to, and the share of the strength that was left. */
export interface FadingStage {
  /** Window sun in hours, or times washed. */
  dose: number
  /** Strength left as a share of before; may be above 1 or below 0 by errors of reading. */
  left: number
  /** SD of what is left, as a share of it. */
  relativeSd: number
  /** SD that stays however little is left, as a share of before. */
  absoluteSd: number
  /** SD of the logarithm of the strength before, shared by all stages of a strip read against it. */
  beforeSd: number
}

/** CIEDE2000 between two readings of an instrument; from memory. */
const INSTRUMENT_DE = 0.5
/** Both halves of one piece in one photo are off much alike. From memory. */
const TOGETHER = 0.6
/** A dyed piece is no more even than that: SD of the logarithm, from spot to spot. From memory. */
const UNEVEN_SD = 0.03

const errorOf = (seen: SeenColour) =>
  seen.errorDe ?? (isMeasured(seen) ? INSTRUMENT_DE : EYE_ERROR_DE)

/** Least strength that fading can be told of. */
const LEAST_FADING_STRENGTH = 0.1

/**
 * What a look at a strip says of its strength.
 *
 * @param open the part that was shown to light, or was washed
 * @param covered the part that was not, read on the same day; null: it is held against `before`
 * @param before as it was before the test began
 * @param bare the fibre undyed, measured or as is usual
 * @returns null where nothing can be told: no colour to hold it against, or hardly any dye to lose
 */
export function fadingStage(
  dose: number,
  open: SeenColour,
  {
    covered,
    before,
    bare,
  }: { covered: SeenColour | null; before: SeenColour | null; bare: SeenColour },
): FadingStage | null {
  const against = covered ?? before
  if (!against) return null
  const under = spectrumSeen(bare)
  const [dyed, faded] = [spectrumSeen(against), spectrumSeen(open)]
  const was = strengthOver(dyed, under)
  if (was < LEAST_FADING_STRENGTH) return null
  const factor = covered ? TOGETHER : 1
  const beforeSd = strengthErrorSd(dyed, under, factor * errorOf(against))
  const { relativeSd, absoluteSd } = openError(faded, under, factor * errorOf(open), was)
  return {
    dose,
    left: strengthOver(faded, under) / was,
    // a half read beside it on the same day is new each time; one before serves all looks
    relativeSd: Math.hypot(relativeSd, covered ? beforeSd : 0, UNEVEN_SD),
    absoluteSd,
    beforeSd: covered ? 0 : beforeSd,
  }
}

/** What a word says of it. */
export function seenStage(dose: number, word: SeenWord): FadingStage {
  const { left, sd } = SEEN_LEFT[word]
  return { dose, left, relativeSd: 0, absoluteSd: sd, beforeSd: 0 }
}

function openError(faded: Reflectance, under: Reflectance, errorDe: number, was: number) {
  return {
    relativeSd: strengthErrorSd(faded, under, errorDe),
    absoluteSd: Math.min(0.5, (0.5 * bareStrengthSd(under, errorDe)) / was),
  }
}
