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

/** Mean of two hue angles, over the shorter way. */
function meanHue(first: number, second: number): number {
  const mean = (first + second) / 2
  if (Math.abs(first - second) <= 180) return mean
  return mean < 180 ? mean + 180 : mean - 180
}
