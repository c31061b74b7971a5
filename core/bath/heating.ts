import { finite, fraction, positive } from '../checks'
import { InputError } from '../input-error'
import { boilingPointC, pressureAtHpa } from './boiling-point'

/** Specific heat of water, kJ/(kg K): within 1 % from 0 to 100 °C (CRC Handbook, from memory). */
const WATER_KJ_PER_KG_K = 4.186
const KG_PER_L = 1
const MS_PER_MINUTE = 60_000

/** Share of a burner's power that reaches the liquor in an open pot; typical, from memory. */
export const TYPICAL_EFFICIENCY = 0.6

export interface Heating {
  waterL: number
  fromC: number
  toC: number
  powerW: number
  /** Share of the power that reaches the water, above 0 and at most 1. */
  efficiency?: number
  altitudeM?: number
  /** The pot itself: mass in kg and specific heat in kJ/(kg K). */
  potKg?: number
  potKjPerKgK?: number
}

export interface HeatingTime {
  minutes: number
  /** Boiling point of water at this height. */
  boilingC: number
  /** Litres of boiling water that, topped up with cold to `waterL`, stand at `toC` at once. */
  kettleL: number
}

/**
 * Time to heat a bath, and the kettle that saves it.
 *
 * t = (m_water 4.186 + m_pot c_pot) dT / (P eff); losses are in the efficiency, so a wide open
 * pot near the boil takes longer. The kettle's share is by mixing: (to - from) / (boiling - from),
 * the pot's own heat left out.
 *
 * @throws InputError where the goal lies below the start, or above the boiling point there
 */
export function heatingTime({
  waterL,
  fromC,
  toC,
  powerW,
  efficiency = TYPICAL_EFFICIENCY,
  altitudeM = 0,
  potKg = 0,
  potKjPerKgK = 0,
}: Heating): HeatingTime {
  positive(waterL, '/waterL', 'L')
  positive(powerW, '/powerW', 'W')
  fraction(efficiency, '/efficiency')
  const boilingC = boilingPointC(pressureAtHpa(altitudeM))
  if (finite(toC, '/toC') < finite(fromC, '/fromC')) {
    throw new InputError(`toC must not be below fromC (${fromC} °C); got ${toC}`, '/toC')
  }
  // the standard atmosphere puts sea level at 99.97 °C: a wish for 100 °C is a wish to boil
  if (toC > boilingC + 0.1) {
    throw new InputError(
      `toC must not be above the boiling point at ${altitudeM} m (${boilingC.toFixed(1)} °C); got ${toC}`,
      '/toC',
    )
  }
  if (fromC < 0) throw new InputError(`fromC must be 0 °C or more; got ${fromC}`, '/fromC')
  const rise = toC - fromC
  const kJPerK = waterL * KG_PER_L * WATER_KJ_PER_KG_K + potKg * potKjPerKgK
  return {
    minutes: (kJPerK * rise * 1e6) / (powerW * efficiency) / MS_PER_MINUTE,
    boilingC,
    kettleL: rise === 0 ? 0 : Math.min(waterL, (waterL * rise) / (boilingC - fromC)),
  }
}
