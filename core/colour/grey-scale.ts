import { lchOfLab, type Lab } from './tristimulus'

/** Difference at which the formula passes from its straight to its logarithmic part. */
const JOINT = 3.4

/**
 * Change of colour on the grey scale: 5 (none) to 1 (great), not rounded.
 *
 * @param before reference, CIELAB
 * @param after tested, CIELAB
 * @returns 1 to 5
 * Source: ISO 105-A05:1996 (formula from memory; its neutral anchors 1.7, 3.4, 6.8 and 13.6
 * give 4, 3, 2 and 1).
 */
export function greyScaleChange(before: Lab, after: Lab): number {
  const old = lchOfLab(before)
  const young = lchOfLab(after)
  const dL = after.l - before.l
  const dC = young.c - old.c
  const dE = Math.hypot(dL, after.a - before.a, after.b - before.b)
  const turn = ((young.h - old.h + 540) % 360) - 180
  const dH = Math.sign(turn) * Math.sqrt(Math.max(0, dE ** 2 - dL ** 2 - dC ** 2))
  const meanC = (young.c + old.c) / 2
  const fromBlue = Math.abs(meanHue(old.h, young.h) - 280)
  const x = (Math.min(fromBlue, 360 - fromBlue) / 30) ** 2
  const blue = (dC * meanC * Math.exp(-x)) / 100
  const dCf = (dC - blue) / (1 + ((20 * meanC) / 1000) ** 2)
  const dHf = (dH - blue) / (1 + ((10 * meanC) / 1000) ** 2)
  const dEf = Math.hypot(dL, dCf, dHf)
  const step = dEf <= JOINT ? 5 - dEf / 1.7 : 5 - Math.log2(dEf / 0.85)
  return Math.max(1, step)
}

/** From this step on the staining formula is straight instead of logarithmic. */
const STAIN_STRAIGHT_FROM = 4

/**
 * Staining of an adjacent white cloth on the grey scale: 5 (none) to 1 (great), not rounded.
 *
 * @param white the cloth before, CIELAB
 * @param stained the same cloth after
 * @returns 1 to 5
 * Source: ISO 105-A04 (formula from memory; it gives the steps of ISO 105-A03 at the differences of its
 * table to 0.02).
 */
export function greyScaleStain(white: Lab, stained: Lab): number {
  const dL = stained.l - white.l
  const dE = Math.hypot(dL, stained.a - white.a, stained.b - white.b)
  const dEgs = dE - 0.4 * Math.sqrt(Math.max(0, dE ** 2 - dL ** 2))
  if (dEgs <= 0) return 5
  const curved = 6.1 - 1.45 * Math.log(dEgs)
  return Math.max(1, Math.min(5, curved > STAIN_STRAIGHT_FROM ? 5 - 0.23 * dEgs : curved))
}

/** Steps of the grey scales as they are told, best first. */
export const GREY_STEPS = ['5', '4-5', '4', '3-4', '3', '2-3', '2', '1-2', '1'] as const
export type GreyStep = (typeof GREY_STEPS)[number]

/** A grade as the step that it lies nearest to. */
export function greyStep(grade: number): GreyStep {
  const halves = Math.round(2 * (5 - Math.max(1, Math.min(5, grade))))
  return GREY_STEPS[halves]!
}

/** Mean of two hue angles, over the shorter way. */
function meanHue(first: number, second: number): number {
  const mean = (first + second) / 2
  if (Math.abs(first - second) <= 180) return mean
  return mean < 180 ? mean + 180 : mean - 180
}
