import { first } from '../present'
import { timesAsLasting } from './compare-fading'
import { fadingOfNext, fadingOfStrip, type FadingPrior, type FadingStrip } from './fading'
import { halfLife, leftAfter, type HalfLife, type Left } from './half-life'

/** What is asked of one strip, or of the next piece by several; plain values, for a thread of its own. */
export interface FadingQuestion {
  strips: FadingStrip[]
  prior: FadingPrior
  /** Of the next piece of their source, not of the one strip itself. */
  isOfNext: boolean
  /** Doses after which it is asked what is left. */
  doses: { dose: number; logSd: number }[]
}

export interface FadingAnswer {
  halfLife: HalfLife
  left: Left[]
}

export function answerFading({ strips, prior, isOfNext, doses }: FadingQuestion): FadingAnswer {
  const fading =
    isOfNext || strips.length !== 1
      ? fadingOfNext(strips, prior)
      : fadingOfStrip(first(strips), prior)
  return {
    halfLife: halfLife(fading),
    left: doses.map(({ dose, logSd }) => leftAfter(fading, dose, logSd)),
  }
}

/** Pairs of strips that hung together and differ in one thing. */
export interface PairsOfStrips {
  pairs: { one: FadingStrip; other: FadingStrip }[]
  prior: FadingPrior
}

/** How many times as long the first of each pair lasts as the other; null: too few pairs. */
export const answerPairs = ({ pairs, prior }: PairsOfStrips) =>
  timesAsLasting(
    pairs.map(({ one, other }) => ({
      // they hung side by side: what the hours are off is the same in both
      one: fadingOfStrip({ ...one, doseLogSd: 0 }, prior),
      other: fadingOfStrip({ ...other, doseLogSd: 0 }, prior),
    })),
  )
