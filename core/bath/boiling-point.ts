import { finite } from '../checks'
import { InputError } from '../input-error'

/** Coefficients n1 to n10 of the saturation line, IAPWS-IF97 region 4, equations 29 to 31. */
export const SATURATION_N = [
  0.11670521452767e4, -0.72421316703206e6, -0.17073846940092e2, 0.1202082470247e5,
  -0.32325550322333e7, 0.1491510861353e2, -0.48232657361591e4, 0.40511340542057e6,
  -0.23855557567849, 0.65017534844798e3,
] as const

const N = SATURATION_N
const KELVIN = 273.15
/** Beyond these heights nobody simmers a pot; the formula's own range is far wider. */
const ALTITUDES_M = [-500, 9000] as const

/**
 * Air pressure at a height, hPa.
 *
 * Source: ISO 2533 standard atmosphere, p = 1013.25 (1 - 0.0065 h / 288.15)^5.25588; weather
 * moves the true pressure by a few per cent.
 *
 * @param altitudeM geopotential height, -500 to 9000 m
 * @throws InputError outside that range
 */
export function pressureAtHpa(altitudeM: number): number {
  const [lowest, highest] = ALTITUDES_M
  finite(altitudeM, '/altitudeM')
  if (altitudeM < lowest || altitudeM > highest) {
    throw new InputError(
      `altitudeM must be from ${lowest} to ${highest} m; got ${altitudeM}`,
      '/altitudeM',
    )
  }
  return 1013.25 * (1 - (0.0065 * altitudeM) / 288.15) ** 5.25588
}

/**
 * Temperature at which water boils under a pressure, °C.
 *
 * Source: IAPWS-IF97, region 4, backward equation 31.
 *
 * @param pressureHpa 6.2 to 220 640 hPa, the range of the formula
 */
export function boilingPointC(pressureHpa: number): number {
  const beta = (pressureHpa / 10_000) ** 0.25
  const e = beta ** 2 + N[2] * beta + N[5]
  const f = N[0] * beta ** 2 + N[3] * beta + N[6]
  const g = N[1] * beta ** 2 + N[4] * beta + N[7]
  const d = (2 * g) / (-f - Math.sqrt(f * f - 4 * e * g))
  const sum = N[9] + d
  return (sum - Math.sqrt(sum * sum - 4 * (N[8] + N[9] * d))) / 2 - KELVIN
}
