import { finite, fraction, notNegative, positive } from '../checks'
import { InputError } from '../input-error'
import { boilingPointC, pressureAtHpa } from './boiling-point'
import { evaporatedL, surfaceOfVesselM2, type Lid } from './evaporation'

/** kJ/(kg K), as in the loss-free formula. */
const WATER_KJ_PER_KG_K = 4.186
/** W/(m² K) from a pot's side into a kitchen's air, convection and radiation; from memory. */
const SIDE_W_PER_M2_K = 10
/** Heat of vaporisation at about 60 °C, J/kg (CRC Handbook, from memory). */
const VAPORISATION_J_PER_KG = 2.36e6
const STEP_C = 0.5
/** A plate has to warm up itself, min; from memory. */
const PLATE_MIN = 1.5

export interface LossyHeating {
  waterL: number
  vesselL: number
  fromC: number
  toC: number
  powerW: number
  /** Share of the power that gets into the pot, above 0 and at most 1. */
  intoPot: number
  lid: Lid
  roomC?: number
  altitudeM?: number
  /** Heat capacity of the pot itself, kJ/K. */
  potKjPerK?: number
}

export interface LossyHeatingTime {
  /** null: it never gets there; the pot loses as much as the burner gives. */
  minutes: number | null
  /** Hottest that this burner holds in this pot, °C; the boiling point where it boils. */
  maxTempC: number
}

/** Side and open top of a pot as high as it is wide, m². */
function surfaces(vesselL: number) {
  const topM2 = surfaceOfVesselM2(vesselL)
  return { topM2, sideM2: 4 * topM2 }
}

/**
 * Watts that a pot loses at a temperature: through its side and, where the lid lets it, as steam.
 *
 * @param tempC 0 to 110 °C
 * Source: Newton's law of cooling for the side, with a coefficient from memory; Carrier's equation
 * for the steam (see `evaporatedL`).
 */
export function lossW(
  vesselL: number,
  { tempC, roomC, lid }: { tempC: number; roomC: number; lid: Lid },
): number {
  const { topM2, sideM2 } = surfaces(vesselL)
  const steamKgPerS = evaporatedL({ surfaceM2: topM2, tempC, hours: 1, lid }) / 3600
  return SIDE_W_PER_M2_K * sideM2 * (tempC - roomC) + steamKgPerS * VAPORISATION_J_PER_KG
}

/**
 * Time to heat a bath that loses heat all the while: C dT/dt = P intoPot - loss(T), summed over
 * half degrees, and the plate's own warming up.
 *
 * @throws InputError where the goal lies below the start or above the boiling point there
 */
export function lossyHeatingTime(question: LossyHeating): LossyHeatingTime {
  const { waterL, vesselL, fromC, toC, powerW, intoPot, lid } = question
  const { roomC = 20, altitudeM = 0, potKjPerK = 0 } = question
  positive(waterL, '/waterL', 'L')
  positive(vesselL, '/vesselL', 'L')
  positive(powerW, '/powerW', 'W')
  fraction(intoPot, '/intoPot')
  notNegative(potKjPerK, '/potKjPerK')
  const boilingC = boilingPointC(pressureAtHpa(altitudeM))
  if (finite(toC, '/toC') < finite(fromC, '/fromC')) {
    throw new InputError(`toC must not be below fromC (${fromC} °C); got ${toC}`, '/toC')
  }
  if (toC > boilingC + 0.1) {
    throw new InputError(
      `toC must not be above the boiling point at ${altitudeM} m (${boilingC.toFixed(1)} °C); got ${toC}`,
      '/toC',
    )
  }
  const gainW = (tempC: number) => powerW * intoPot - lossW(vesselL, { tempC, roomC, lid })
  const joulePerK = (waterL * WATER_KJ_PER_KG_K + potKjPerK) * 1000
  let seconds = 0
  for (let at = fromC; at < toC; at += STEP_C) {
    const rise = Math.min(STEP_C, toC - at)
    const watts = gainW(at + rise / 2)
    if (watts <= 0) return { minutes: null, maxTempC: holdsC(gainW, boilingC, roomC) }
    seconds += (joulePerK * rise) / watts
  }
  const plateMin = toC > fromC ? PLATE_MIN : 0
  return { minutes: seconds / 60 + plateMin, maxTempC: holdsC(gainW, boilingC, roomC) }
}

/** Where loss equals gain, by halving; the boiling point where it never does below. */
function holdsC(gainW: (tempC: number) => number, boilingC: number, roomC: number): number {
  if (gainW(boilingC) > 0) return boilingC
  let [low, high] = [roomC, boilingC]
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (gainW(middle) > 0) low = middle
    else high = middle
  }
  return low
}
