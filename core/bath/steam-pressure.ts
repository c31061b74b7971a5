import { finite } from '../checks'
import { InputError } from '../input-error'
import { SATURATION_N as N } from './boiling-point'

/**
 * Saturation pressure of water vapour, kPa.
 *
 * @param tempC 0 to 110 °C
 * @throws InputError outside that range
 * Source: IAPWS-IF97, region 4, equation 30.
 */
export function steamPressureKpa(tempC: number): number {
  const t = finite(tempC, '/tempC') + 273.15
  if (tempC < 0 || tempC > 110) {
    throw new InputError(`tempC must be from 0 to 110 °C; got ${tempC}`, '/tempC')
  }
  const theta = t + N[8] / (t - N[9])
  const a = theta ** 2 + N[0] * theta + N[1]
  const b = N[2] * theta ** 2 + N[3] * theta + N[4]
  const c = N[5] * theta ** 2 + N[6] * theta + N[7]
  return 1000 * ((2 * c) / (-b + Math.sqrt(b * b - 4 * a * c))) ** 4
}
