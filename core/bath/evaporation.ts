import { notNegative, positive } from '../checks'
import { steamPressureKpa } from './steam-pressure'

export const LIDS = ['on', 'ajar', 'off'] as const
export type Lid = (typeof LIDS)[number]

/** Share of an open pot's loss that escapes past the lid; from memory. */
const LID_SHARE: Record<Lid, number> = { on: 0.1, ajar: 0.4, off: 1 }

/** Vapour pressure of a kitchen's air: 20 °C at half its saturation, kPa. */
const ROOM_KPA = 0.5 * 2.339
/** kW per m² and kPa in still air. */
const STILL_AIR = 0.089
const SECONDS_PER_HOUR = 3600

/** Heat of vaporisation, kJ/kg: a straight line between 2454 at 20 °C and 2257 at 100 °C (CRC). */
const vaporisationKjPerKg = (tempC: number) => 2454 - ((2454 - 2257) * (tempC - 20)) / 80

/** Open surface of a pot as high as it is wide, m². */
export function surfaceOfVesselM2(vesselL: number): number {
  const diameterM = Math.cbrt((4 * positive(vesselL, '/vesselL', 'L')) / 1000 / Math.PI)
  return (Math.PI * diameterM ** 2) / 4
}

/**
 * Water lost to the air from a warm bath, L.
 *
 * w = A (p_water - p_air) 0.089 / Y in kg/s, times the lid's share; below the room's dew point
 * nothing is lost. A rough estimate, about 40 % either way, and not for a rolling boil, which the
 * burner drives.
 *
 * @param surfaceM2 open surface, m²
 * @param tempC of the liquor, 0 to 110 °C
 * Source: Carrier's equation for still air as in the ASHRAE handbook, HVAC Applications, natatoria
 * (from memory), used beyond the pools it was made for.
 */
export function evaporatedL({
  surfaceM2,
  tempC,
  hours,
  lid,
}: {
  surfaceM2: number
  tempC: number
  hours: number
  lid: Lid
}): number {
  positive(surfaceM2, '/surfaceM2', 'm²')
  notNegative(hours, '/hours', 'h')
  const drive = Math.max(0, steamPressureKpa(tempC) - ROOM_KPA)
  const kgPerSecond = (surfaceM2 * drive * STILL_AIR) / vaporisationKjPerKg(tempC)
  return kgPerSecond * SECONDS_PER_HOUR * hours * LID_SHARE[lid]
}
