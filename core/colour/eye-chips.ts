import { clippedChannels, hexOfLab } from './screen-colour'
import { labOfLch, lchOfLab, type Lab } from './tristimulus'

/** Hues to choose from by eye, CIELAB degrees, with lightness and chroma of the palest and the deepest. */
const HUES = [
  { h: 98, l: [90, 68], c: [42, 62] },
  { h: 86, l: [86, 62], c: [40, 60] },
  { h: 72, l: [80, 52], c: [38, 54] },
  { h: 54, l: [74, 42], c: [36, 48] },
  { h: 32, l: [72, 36], c: [34, 48] },
  { h: 4, l: [70, 34], c: [32, 42] },
  { h: 340, l: [68, 30], c: [28, 34] },
  { h: 312, l: [66, 28], c: [26, 32] },
  { h: 270, l: [68, 32], c: [20, 28] },
  { h: 190, l: [72, 38], c: [18, 24] },
  { h: 128, l: [76, 42], c: [26, 36] },
  { h: 106, l: [78, 40], c: [22, 30] },
  { h: 66, l: [74, 36], c: [16, 20] },
] as const
export const CHIP_DEPTHS = 5
/** CIEDE2000 by which a colour chosen among them by eye is likely off; from memory. */
export const CHIP_ERROR_DE = 5

/** Colours to hold a skein beside: hues across, each from pale to deep. */
export const eyeChips = (): Lab[][] =>
  HUES.map(({ h, l, c }) =>
    Array.from({ length: CHIP_DEPTHS }, (_, i) => {
      const t = i / (CHIP_DEPTHS - 1)
      return labOfLch({ l: l[0] + t * (l[1] - l[0]), c: c[0] + t * (c[1] - c[0]), h })
    }),
  )

/** Steps from a chip to what lies in the hand. */
export const NUDGES = {
  greener: { dh: 7, dl: 0, dc: 0 },
  redder: { dh: -7, dl: 0, dc: 0 },
  paler: { dh: 0, dl: 4, dc: -2 },
  deeper: { dh: 0, dl: -4, dc: 2 },
  duller: { dh: 0, dl: 0, dc: -5 },
  clearer: { dh: 0, dl: 0, dc: 5 },
} as const
export type Nudge = keyof typeof NUDGES

/** @returns the colour a step on; as it was where a screen could not show that */
export function nudged(lab: Lab, nudge: Nudge): Lab {
  const { l, c, h } = lchOfLab(lab)
  const { dh, dl, dc } = NUDGES[nudge]
  // between purple and red, redder lies the other way round
  const turn = dh !== 0 && h > 200 && h < 360 ? -dh : dh
  const next = labOfLch({
    l: Math.min(96, Math.max(8, l + dl)),
    c: Math.max(0, c + dc),
    h: (h + turn + 360) % 360,
  })
  return clippedChannels(hexOfLab(next)).length > 0 ? lab : next
}
