import { fraction, positive } from '../checks'
import { InputError } from '../input-error'
import { strengthAt, type SaturationCurve } from './saturation'

/**
 * The dry ratio that is left for the n-th bath, each taking the same share of what is left.
 *
 * @param ratioDry of the first bath, g air-dry plant per g dry fibre of one bath
 * @param taken share taken per bath, from 0 to 1
 * @param bath 1, 2, 3, ...
 */
export const ratioLeft = (ratioDry: number, taken: number, bath: number): number =>
  ratioDry * (1 - taken) ** (bath - 1)

/**
 * Strength that the n-th bath gives, each taking the same share of what is left:
 * S = curve(r (1 - u)^(n - 1)).
 *
 * @param ratioDry of the first bath, g air-dry plant per g dry fibre of one bath
 * @param taken share u taken per bath, above 0 and at most 1
 * @param bath 1, 2, 3, ...
 */
export function strengthOfBath(
  curve: SaturationCurve,
  ratioDry: number,
  taken: number,
  bath: number,
): number {
  positive(ratioDry, '/ratioDry')
  fraction(taken, '/taken')
  return strengthAt(curve, ratioLeft(ratioDry, taken, checkedBath(bath, '/bath')))
}

function checkedBath(bath: number, pointer: string): number {
  if (Number.isInteger(bath) && bath >= 1) return bath
  throw new InputError(`bath must be a whole number of 1 or more; got ${bath}`, pointer)
}
