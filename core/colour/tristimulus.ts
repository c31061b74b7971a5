import type { Reflectance } from './spectrum'
import { DAYLIGHT, weighting, type Triple, type Viewing } from './weighting'

/** CIE XYZ with Y = 1 for the perfect white. */
export interface Xyz {
  x: number
  y: number
  z: number
}

/** CIELAB: L* 0 to 100. */
export interface Lab {
  l: number
  a: number
  b: number
}

/** CIELAB in polar form: chroma, and hue angle in degrees from 0 up to 360. */
export interface Lch {
  l: number
  c: number
  h: number
}

/**
 * Tristimulus values of a reflectance under a lamp.
 *
 * @param reflectance 31 factors, 400 to 700 nm
 * @returns XYZ, Y = 1 for the perfect white
 */
export function xyzOfReflectance(reflectance: Reflectance, viewing: Viewing = DAYLIGHT): Xyz {
  const { weights } = weighting(viewing)
  let x = 0
  let y = 0
  let z = 0
  weights.forEach(([wx, wy, wz], i) => {
    const r = reflectance[i]!
    x += wx * r
    y += wy * r
    z += wz * r
  })
  return { x, y, z }
}

// CIE 015:2018, 8.2.1, in its exact rational form.
const EPSILON = 216 / 24389
const KAPPA = 24389 / 27

const forward = (t: number) => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116)
const backward = (f: number) => (f ** 3 > EPSILON ? f ** 3 : (116 * f - 16) / KAPPA)

/** CIELAB of XYZ against the white of the viewing conditions (CIE 015:2018). */
export function labOfXyz({ x, y, z }: Xyz, { white }: { white: Triple }): Lab {
  const fx = forward(x / white[0])
  const fy = forward(y / white[1])
  const fz = forward(z / white[2])
  return { l: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) }
}

/** XYZ of CIELAB against the white of the viewing conditions: the inverse of `labOfXyz`. */
export function xyzOfLab({ l, a, b }: Lab, { white }: { white: Triple }): Xyz {
  const fy = (l + 16) / 116
  return {
    x: white[0] * backward(fy + a / 500),
    y: white[1] * backward(fy),
    z: white[2] * backward(fy - b / 200),
  }
}

/** CIELAB of a reflectance under a lamp, against that lamp's own white. */
export const labOfReflectance = (reflectance: Reflectance, viewing: Viewing = DAYLIGHT): Lab =>
  labOfXyz(xyzOfReflectance(reflectance, viewing), weighting(viewing))

/** CIELAB as lightness, chroma and hue; a grey (chroma under 1e-6) has hue 0. */
export function lchOfLab({ l, a, b }: Lab): Lch {
  const c = Math.hypot(a, b)
  const degrees = (Math.atan2(b, a) * 180) / Math.PI
  return { l, c, h: c < 1e-6 ? 0 : (degrees + 360) % 360 }
}

/** The other way round from `lchOfLab`. */
export function labOfLch({ l, c, h }: Lch): Lab {
  const angle = (h * Math.PI) / 180
  return { l, a: c * Math.cos(angle), b: c * Math.sin(angle) }
}
