import { scaleLog, type ScaleLogarithmic } from 'd3-scale'
import { hexOfLab } from '~~/core/colour/screen-colour'
import { labOfReflectance } from '~~/core/colour/tristimulus'
import { expectedReflectance } from '~~/core/strength/expected-colour'
import type { CurveView } from '~~/shared/views/strength/curve'
import { bandAt } from '~~/core/strength/posterior/band-at'
import { present } from '~~/core/present'

/** Dry ratios a ribbon reaches over: as weighed that is 0.1 to 20 for stuff four fifths water. */
export const RIBBON_RANGE: [number, number] = [0.02, 4]

/** Colour to expect at a strength, or null where no swatch tells its hue. */
export function hexAtStrength({ answer: { unit, bare } }: CurveView, strength: number) {
  return unit && bare ? hexOfLab(labOfReflectance(expectedReflectance(unit, strength, bare))) : null
}

/** Colour to expect at a dry ratio, by the middle of the band, or null where nothing is known. */
export const expectedHex = (curve: CurveView | null, ratio: number): string | null =>
  curve && hexAtStrength(curve, bandAt(curve.answer.band, ratio).mid)

export interface RibbonStop {
  /** 0 to 100, from the left. */
  at: number
  hex: string
  /** 1 where swatches were tried, falling to 0 where nobody knows. */
  known: number
}

const STOPS = 48
/** Beyond the ratios tried, knowledge fades out over a factor of this. */
const FADE_FACTOR = 4

/** The ribbon's paint: expected colours, fading to haze beyond what was tried. */
export function ribbonStops(
  curve: CurveView | null,
  x: ScaleLogarithmic<number, number>,
): RibbonStop[] {
  if (!curve?.answer.unit) return []
  const tried = curve.answer.points.map(({ ratio }) => ratio)
  const [least, most] = [Math.min(...tried), Math.max(...tried)]
  const [from, to] = x.range() as [number, number]
  return Array.from({ length: STOPS + 1 }, (_, i) => {
    const ratio = x.invert(from + ((to - from) * i) / STOPS)
    const beyond = Math.max(least / ratio, ratio / most, 1)
    return {
      at: (100 * i) / STOPS,
      hex: present(expectedHex(curve, ratio)),
      known: Math.max(0, 1 - Math.log(beyond) / Math.log(FADE_FACTOR)),
    }
  })
}

/** Places chips in lanes, so that repeats at one ratio do not hide each other. */
export function laneOf(positions: number[], chipWidth: number, lanes: number): number[] {
  const order = positions.map((_, i) => i).sort((a, b) => positions[a]! - positions[b]!)
  const ends = new Array<number>(lanes).fill(-Infinity)
  const placed = new Array<number>(positions.length).fill(0)
  for (const i of order) {
    const free = ends.findIndex((end) => end <= positions[i]!)
    const lane = free >= 0 ? free : ends.indexOf(Math.min(...ends))
    placed[i] = lane
    ends[lane] = positions[i]! + chipWidth
  }
  return placed
}

export const ribbonScale = (width: number) => scaleLog(RIBBON_RANGE, [0, width]).clamp(true)
