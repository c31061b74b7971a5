import { converter, modeLrgb, modeRgb, modeXyz65, useMode } from 'culori/fn'
import type { Xyz } from '../tristimulus'

useMode(modeRgb)
useMode(modeLrgb)
useMode(modeXyz65)
const toLinear = converter('lrgb')
const toXyz65 = converter('xyz65')

/** Red, green and blue light, 0 to 1 and proportional to light; corrected values may lie beyond. */
export type LinearRgb = readonly [r: number, g: number, b: number]

/** Linear light of each of the 256 levels of an sRGB channel (IEC 61966-2-1, by culori). */
export const LINEAR_OF_LEVEL: Float64Array = Float64Array.from(
  { length: 256 },
  (_, level) => toLinear({ mode: 'rgb', r: level / 255, g: 0, b: 0 }).r,
)

/** CIE XYZ (D65, Y = 1 for white) of linear sRGB. */
export function xyzOfLinearRgb([r, g, b]: LinearRgb): Xyz {
  const { x, y, z } = toXyz65({ mode: 'lrgb', r, g, b })
  return { x, y, z }
}

/** Linear sRGB of CIE XYZ (D65): the inverse of `xyzOfLinearRgb`. */
export function linearRgbOfXyz({ x, y, z }: Xyz): LinearRgb {
  const { r, g, b } = toLinear({ mode: 'xyz65', x, y, z })
  return [r, g, b]
}
