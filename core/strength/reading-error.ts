import { deltaE2000 } from '../colour/screen-colour'
import type { Reflectance } from '../colour/spectrum'
import { strengthOver } from '../colour/strength'
import { labOfReflectance, xyzOfLab } from '../colour/tristimulus'
import { DAYLIGHT, weighting } from '../colour/weighting'

/** CIEDE2000 that a colour picked or typed by eye is usually off; from memory. */
export const EYE_ERROR_DE = 4

/**
 * A mean distance in three directions alike is 1.6 times the SD in one of them (the mean of
 * Maxwell's distribution, 2 sqrt(2 / pi)).
 */
export const MEAN_PER_SD = 2 * Math.sqrt(2 / Math.PI)

/** A reading worse than that says "weak" or "strong", and no more. */
const MOST_SD = 0.6

/** Of two colours read one like the other, part of the error is the same in both. From memory. */
const SHARED = { least: 0.5, perDistance: 1 / 3 }

/**
 * What a colour's likely error does to a strength read from it: SD of log S, from strengths a step
 * lighter and a step darker, the whole spectrum scaled. Strength follows lightness far more than
 * hue. Close to the bare fibre the error shrinks: that a piece took next to nothing is seen by
 * laying it beside.
 *
 * @param dyed spectrum estimated from the colour
 * @param errorDe CIEDE2000 by which the colour is likely off
 * @returns 0 where nothing can be told from it: a piece that took no dye
 */
export function strengthErrorSd(dyed: Reflectance, bare: Reflectance, errorDe: number): number {
  const middle = strengthOver(dyed, bare)
  if (middle <= 0) return 0
  const lab = labOfReflectance(dyed)
  const apart = deltaE2000(lab, labOfReflectance(bare))
  const step = Math.min(errorDe, SHARED.least + SHARED.perDistance * apart) / MEAN_PER_SD
  const at = (l: number) => {
    const factor = lightAt(Math.max(1, Math.min(100, l))) / lightAt(Math.max(1, lab.l))
    const seen = dyed.map((value) => Math.min(1, value * factor))
    return Math.max(strengthOver(seen, bare), 0.02 * middle)
  }
  return Math.min(MOST_SD, Math.abs(Math.log(at(lab.l - step) / at(lab.l + step))) / 2)
}

/**
 * By how much bare fibre read as a colour seems dyed or bleached: SD of S, of its lightness a step
 * off either way. What is no more than that is no dye.
 *
 * @param errorDe CIEDE2000 by which the colour is likely off
 */
export function bareStrengthSd(bare: Reflectance, errorDe: number): number {
  const { l } = labOfReflectance(bare)
  const step = errorDe / MEAN_PER_SD
  const at = (seen: number) => {
    const factor = lightAt(Math.max(1, Math.min(100, seen))) / lightAt(Math.max(1, l))
    return strengthOver(
      bare.map((value) => Math.min(1, value * factor)),
      bare,
    )
  }
  return Math.abs(at(l - step) - at(l + step)) / 2
}

const lightAt = (l: number) => xyzOfLab({ l, a: 0, b: 0 }, weighting(DAYLIGHT)).y
