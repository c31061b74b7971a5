import {
  converter,
  differenceCiede2000,
  formatHex,
  modeLab65,
  modeRgb,
  modeXyz65,
  useMode,
  type Rgb,
} from 'culori/fn'
import { finite, quoted } from '../checks'
import { InputError } from '../input-error'
import type { Lab, Xyz } from './tristimulus'
import { present } from '../present'

// culori's light build knows only the colour spaces that are registered here.
useMode(modeRgb)
useMode(modeLab65)
useMode(modeXyz65)
/** A colour as a dyer gives it: a screen colour, or a CIELAB value (D65, 2 degree). */
export type GivenColour = { hex: string } | { lab: Lab }

const toLab65 = converter('lab65')
const toRgb = converter('rgb')
const toXyz65 = converter('xyz65')
const ciede2000 = differenceCiede2000()

/** Half a step of an 8 bit channel: as near as a screen colour can come. */
const GAMUT_TOLERANCE = 0.5 / 255

/**
 * The CIELAB value (D65, 2 degree) of a typed screen colour: `#c8a400`, `c8a400` or `#ca0`.
 *
 * @throws InputError if it is not three or six hexadecimal figures
 */
export function labOfHex(hex: string, pointer = '/hex'): Lab {
  const { l, a, b } = toLab65(rgbOfHex(hex, pointer))
  return { l, a, b }
}

/** CIE XYZ (D65, Y = 1 for white) of a typed screen colour, by the matrix of sRGB. */
export function xyzOfHex(hex: string, pointer = '/hex'): Xyz {
  const { x, y, z } = toXyz65(rgbOfHex(hex, pointer))
  return { x, y, z }
}

/**
 * The nearest screen colour to a CIELAB value (D65), each channel cut off at what a screen shows.
 * Ask `isOnScreen` whether something was cut.
 */
export const hexOfLab = (lab: Lab): string => formatHex(toRgb({ mode: 'lab65', ...lab }))

/** Whether a screen (sRGB) can show this colour without cutting a channel off. */
export function isOnScreen(lab: Lab): boolean {
  const { r, g, b } = toRgb({ mode: 'lab65', ...lab })
  return [r, g, b].every((v) => v >= -GAMUT_TOLERANCE && v <= 1 + GAMUT_TOLERANCE)
}

/**
 * Which channels of a typed screen colour stand at the end of their range. Such a colour was
 * probably cut off by the screen or the camera: the true one may lie anywhere beyond, so no
 * strength is read from it.
 *
 * @returns names of the channels; empty for a colour that can be trusted
 */
export function clippedChannels(hex: string, pointer = '/hex'): ('red' | 'green' | 'blue')[] {
  const rgb = rgbOfHex(hex, pointer)
  const channels = { red: rgb.r, green: rgb.g, blue: rgb.b }
  return (['red', 'green', 'blue'] as const).filter((name) => {
    const value = channels[name]
    return value <= 0 || value >= 1
  })
}

/** CIEDE2000 colour difference, kL = kC = kH = 1 (Sharma, Wu & Dalal 2005), by culori. */
export const deltaE2000 = (first: Lab, second: Lab): number =>
  ciede2000({ mode: 'lab65', ...first }, { mode: 'lab65', ...second })

/**
 * CIEDE2000 from one colour, for comparing it with very many: nothing is made anew for each.
 *
 * @returns a function of the other colour
 */
export function deltaE2000From(first: Lab): (other: Lab) => number {
  const one = { mode: 'lab65' as const, ...first }
  const two = { mode: 'lab65' as const, l: 0, a: 0, b: 0 }
  return ({ l, a, b }) => {
    two.l = l
    two.a = a
    two.b = b
    return ciede2000(one, two)
  }
}

/** CIELAB colour difference of 1976: the straight distance. */
export const deltaE76 = (first: Lab, second: Lab): number =>
  Math.hypot(first.l - second.l, first.a - second.a, first.b - second.b)

/** Returns `lab` if L* is 0 to 100 and a*, b* are within 200 of grey, else throws. */
export function checkedLab(lab: Lab, pointer = '/lab'): Lab {
  const l = finite(lab.l, `${pointer}/l`)
  if (l < 0 || l > 100) throw new InputError(`l must be from 0 to 100; got ${l}`, `${pointer}/l`)
  for (const axis of ['a', 'b'] as const) {
    const value = finite(lab[axis], `${pointer}/${axis}`)
    if (Math.abs(value) > 200) {
      throw new InputError(`${axis} must be from -200 to 200; got ${value}`, `${pointer}/${axis}`)
    }
  }
  return lab
}

function rgbOfHex(hex: string, pointer: string): Rgb {
  const figures = typeof hex === 'string' ? hex.trim().replace(/^#/, '').toLowerCase() : ''
  if (!/^([0-9a-f]{3}|[0-9a-f]{6})$/.test(figures)) {
    throw new InputError(
      `hex must be a colour such as #8a5a00 (six figures 0-9, a-f); got ${quoted(hex)}`,
      pointer,
    )
  }
  const six = figures.length === 3 ? figures.replace(/./g, '$&$&') : figures
  const [r, g, b] = [0, 2, 4].map((at) => parseInt(six.slice(at, at + 2), 16) / 255)
  return { mode: 'rgb', r: present(r), g: present(g), b: present(b) }
}
