import { InputError } from '../../input-error'
import { deltaE2000 } from '../screen-colour'
import { labOfXyz, type Lab } from '../tristimulus'
import { DAYLIGHT, weighting } from '../weighting'
import { LINEAR_OF_LEVEL, xyzOfLinearRgb, type LinearRgb } from './linear-rgb'
import { mapTriple } from '../../tuple'

/** Pixels of an area, row by row, four bytes each (red, green, blue, ignored), as a canvas gives. */
export interface PixelArea {
  width: number
  height: number
  data: ArrayLike<number>
}

export type Levelness = 'even' | 'mottled' | 'blotchy'

export interface SampledArea {
  /** Robust mean: the outer 5 % of each channel left out. */
  mean: LinearRgb
  lab: Lab
  /** Mean CIEDE2000 of the area's tiles against its mean colour; null for a too small area. */
  unevenness: number | null
  levelness: Levelness | null
  /** Share of pixels with a channel at an end of its range, 0 to 1. */
  clipped: number
}

/** More clipped pixels than this, and the true colour may lie anywhere beyond. */
const MOST_CLIPPED = 0.01
/** So many times the middle pixel's light; strands and their shadows stay well below. */
const SHINING_TIMES = 2.5
const TRIM = 0.05
/** More than is trimmed away, far above the middle: light is thrown back that the dye never met. */
const MOST_SHINING = TRIM
/** Tiles along each side; fewer where they would be smaller than a few stitches. */
const TILES = 8
const LEAST_TILE_PX = 4
const LEVELNESS_ENDS = { even: 1, mottled: 2.5 } as const

/**
 * Colour and levelness of an area of a photo.
 *
 * sRGB is taken to linear light first; then the mean of each channel without its outer 5 %, so
 * that a hair or a hot spot does not count.
 *
 * @param isCard a card or a patch of a chart: smooth, so it is not asked whether it shines
 * @throws InputError for an empty area, one with more than 1 % of its pixels clipped, or one of
 *   which more than 5 % shine
 */
export function sampleArea(area: PixelArea, { isCard = false } = {}): SampledArea {
  const { width, height, data } = area
  const pixels = width * height
  if (!(pixels > 0) || data.length !== 4 * pixels) {
    throw new InputError(
      `area must have width x height pixels of 4 bytes; got ${width} x ${height} and ${data.length} bytes`,
      '/area',
    )
  }
  const clipped = clippedShare(data)
  if (clipped > MOST_CLIPPED) {
    throw new InputError(
      `area must have at most 1 % of its pixels clipped (glossy, burnt out or black); got ${(100 * clipped).toFixed(1)} %: ${isCard ? 'take it again, lit so that neither its white nor its black is cut off' : 'mark another part, or take it again'}`,
      '/area',
    )
  }
  const shining = isCard ? 0 : shiningShare(data)
  if (shining > MOST_SHINING) {
    throw new InputError(
      `area must not shine; got ${(100 * shining).toFixed(1)} % of its pixels far brighter than the rest: turn it from the light, or mark another part`,
      '/area',
    )
  }
  const mean = mapTriple([0, 1, 2], (channel) => trimmedMean(data, channel))
  const lab = labOf(mean)
  const unevenness = unevennessOf(area, lab)
  return { mean, lab, unevenness, levelness: levelnessOf(unevenness), clipped }
}

/** even < 1 <= mottled < 2.5 <= blotchy, in CIEDE2000. */
export function levelnessOf(unevenness: number | null): Levelness | null {
  if (unevenness === null) return null
  if (unevenness < LEVELNESS_ENDS.even) return 'even'
  return unevenness < LEVELNESS_ENDS.mottled ? 'mottled' : 'blotchy'
}

function clippedShare(data: ArrayLike<number>): number {
  let clipped = 0
  for (let at = 0; at < data.length; at += 4) {
    const [r, g, b] = [data[at]!, data[at + 1]!, data[at + 2]!]
    if (Math.max(r, g, b) >= 255 || Math.min(r, g, b) <= 0) clipped++
  }
  return clipped / (data.length / 4)
}

/** Share of pixels whose green light is far above the middle one's. */
function shiningShare(data: ArrayLike<number>): number {
  const counts = levelCounts(data, 1)
  const pixels = data.length / 4
  let passed = 0
  const middle = counts.findIndex((count) => (passed += count) >= pixels / 2)
  const limit = SHINING_TIMES * LINEAR_OF_LEVEL[Math.max(1, middle)]!
  let shining = 0
  counts.forEach((count, level) => {
    if (LINEAR_OF_LEVEL[level]! > limit) shining += count
  })
  return shining / pixels
}

function levelCounts(data: ArrayLike<number>, channel: number): Float64Array {
  const counts = new Float64Array(256)
  for (let at = channel; at < data.length; at += 4) counts[data[at]!]!++
  return counts
}

/** By counting levels: exact, and the same for a stamp and for twelve million pixels. */
function trimmedMean(data: ArrayLike<number>, channel: number): number {
  const counts = levelCounts(data, channel)
  const pixels = data.length / 4
  const [from, to] = [TRIM * pixels, (1 - TRIM) * pixels]
  let [passed, sum] = [0, 0]
  counts.forEach((count, level) => {
    const kept = Math.max(0, Math.min(passed + count, to) - Math.max(passed, from))
    sum += kept * LINEAR_OF_LEVEL[level]!
    passed += count
  })
  return sum / (to - from)
}

function unevennessOf({ width, height, data }: PixelArea, whole: Lab): number | null {
  const across = Math.min(TILES, Math.floor(width / LEAST_TILE_PX))
  const down = Math.min(TILES, Math.floor(height / LEAST_TILE_PX))
  if (across < 2 || down < 2) return null
  let sum = 0
  for (let row = 0; row < down; row++) {
    for (let column = 0; column < across; column++) {
      const light: [number, number, number] = [0, 0, 0]
      let count = 0
      const [top, bottom] = [edge(row, down, height), edge(row + 1, down, height)]
      const [left, right] = [edge(column, across, width), edge(column + 1, across, width)]
      for (let y = top; y < bottom; y++) {
        for (let x = left; x < right; x++) {
          const at = 4 * (y * width + x)
          for (let c = 0; c < 3; c++) light[c]! += LINEAR_OF_LEVEL[data[at + c]!]!
          count++
        }
      }
      const mean = mapTriple(light, (value) => value / count)
      sum += deltaE2000(whole, labOf(mean))
    }
  }
  return sum / (across * down)
}

const edge = (index: number, tiles: number, size: number) => Math.floor((index * size) / tiles)

const labOf = (rgb: LinearRgb): Lab => labOfXyz(xyzOfLinearRgb(rgb), weighting(DAYLIGHT))
