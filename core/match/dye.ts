import type { Reflectance } from '../colour/spectrum'
import type { UnitAbsorption } from '../strength/expected-colour'
import type { HueResiduals } from './hue-spread'
import type { ColourShift } from './shift'

/** Standard normal scores that the strengths of the next piece are told at: enough for one in a hundred. */
export const PIECE_SCORES = Array.from({ length: 13 }, (_, i) => (i - 6) * 0.4)
const SCORE_STEP = 0.4
const MIDDLE = 6

/**
 * A source on a fibre with a mordant, as its swatches describe it: plain data, short enough that
 * hundreds are sent to a page.
 */
export interface MatchDye {
  /** Its source and its curve. */
  id: string
  /** What it adds to K/S for each unit of strength, and the fibre without it; 31 bands each. */
  unit: UnitAbsorption
  bare: Reflectance
  /** Dry ratios, ascending, to the farthest that was tried: beyond it nothing is promised. */
  ratios: number[]
  /** At each ratio, strengths of the next piece of a lot not yet seen, at the scores of `PIECE_SCORES`. */
  pieces: number[][]
  /** How its swatches' colours lay from those expected at their strength. */
  hue: HueResiduals
  /** 1: the first bath of its plant, at these ratios; 2: the next in what such a bath left. */
  bath: number
  /** Something stirred in after it, that turns its colour; left out: nothing is. */
  shift?: ColourShift
  n: number
  lots: number
}

/**
 * Strength of the next piece by its standard normal score, linear between those told; the ends beyond.
 *
 * @param pieces of one ratio
 */
export function strengthAtScore(pieces: ArrayLike<number>, score: number): number {
  const at = Math.min(pieces.length - 1, Math.max(0, MIDDLE + score / SCORE_STEP))
  const below = Math.min(pieces.length - 2, Math.floor(at))
  return pieces[below]! + (at - below) * (pieces[below + 1]! - pieces[below]!)
}

/** Strength in the middle at a ratio of the list. */
export const middleStrength = ({ pieces }: MatchDye, ratioIndex: number): number =>
  pieces[ratioIndex]![MIDDLE]!

/** Place of the ratio of the list that lies nearest. */
export const nearestRatio = ({ ratios }: MatchDye, ratioDry: number): number =>
  ratios.reduce(
    (best, ratio, i) =>
      Math.abs(Math.log(ratio / ratioDry)) < Math.abs(Math.log(ratios[best]! / ratioDry))
        ? i
        : best,
    0,
  )

/** A dye of a first bath with each shift after it; of a later bath none. */
export const withShifts = (dye: MatchDye, shifts: readonly ColourShift[]): MatchDye[] =>
  dye.bath === 1 ? shifts.map((shift) => ({ ...dye, shift })) : []
