import { boilingPointC, pressureAtHpa } from '../core/bath/boiling-point'
import { evaporatedL, surfaceOfVesselM2, type Lid } from '../core/bath/evaporation'
import { present } from '../core/present'

/** What happens to a pot on a burner, in the order it happens. */
export type KettleEvent = { at: number } & (
  { kind: 'heat'; isOn: boolean; holdC?: number } | { kind: 'water'; litres: number; tempC: number }
)

export interface Kettle {
  vesselL: number
  waterL: number
  fromC: number
  roomC: number
  altitudeM: number
  powerW: number
  /** Share of the power that gets into the pot. */
  intoPot: number
  lid: Lid
}

const WATER_J_PER_KG_K = 4186
/** A steel pot weighs about so much for each litre it holds, kg, and takes up so much heat. */
const POT_KG_PER_L = 0.15
const STEEL_J_PER_KG_K = 490
/** A plate warms and cools with this time constant, s. */
const PLATE_S = 90
const STEFAN_W_PER_M2_K4 = 5.670374419e-8
const EMISSIVITY = 0.3
const VAPORISATION_J_PER_KG = 2.36e6
const STEP_S = 2
/** Longer stretches are summed in longer steps: nothing changes fast once it has cooled. */
const MOST_STEPS = 40_000

/**
 * Temperature of a pot of water through a history of heat, °C: a plate with its own inertia, the
 * side losing heat by natural convection and radiation, the top by steam. A hand on the dial holds
 * it at `holdC` once it is there.
 *
 * @param since ms since 1970 at which it stood at `fromC`
 * Source: natural convection in air from a vertical surface, h = 1.42 (dT / L)^0.25 W/(m² K)
 * (McAdams' simplified equation, from memory); radiation by Stefan and Boltzmann.
 */
export function kettleTempC(
  kettle: Kettle,
  events: readonly KettleEvent[],
  since: number,
  until: number,
): number {
  const { vesselL, roomC, lid, powerW, intoPot, altitudeM } = kettle
  const topM2 = surfaceOfVesselM2(vesselL)
  const sideM2 = 4 * topM2
  const heightM = Math.sqrt((4 * topM2) / Math.PI)
  const boilingC = boilingPointC(pressureAtHpa(altitudeM))
  const seconds = Math.max(0, (until - since) / 1000)
  const step = Math.max(STEP_S, seconds / MOST_STEPS)
  const waiting = [...events].sort((a, b) => a.at - b.at)
  let [tempC, waterL, plateW, wantedW] = [kettle.fromC, kettle.waterL, 0, 0]
  let holdC = Infinity

  const lossW = () => {
    const rise = tempC - roomC
    const convection = rise > 0 ? 1.42 * (rise / heightM) ** 0.25 * rise : 0
    const radiation =
      EMISSIVITY * STEFAN_W_PER_M2_K4 * ((tempC + 273.15) ** 4 - (roomC + 273.15) ** 4)
    const steam =
      (evaporatedL({ surfaceM2: topM2, tempC: Math.max(0, tempC), hours: 1, lid }) / 3600) *
      VAPORISATION_J_PER_KG
    return sideM2 * (convection + radiation) + steam
  }

  for (let t = 0; t < seconds; t += step) {
    while (waiting[0] && waiting[0].at <= since + t * 1000) {
      const event = present(waiting.shift())
      if (event.kind === 'heat') {
        wantedW = event.isOn ? powerW * intoPot : 0
        holdC = event.holdC ?? Infinity
      } else {
        tempC = (tempC * waterL + event.tempC * event.litres) / (waterL + event.litres)
        waterL += event.litres
      }
    }
    const lasts = Math.min(step, seconds - t)
    const loss = lossW()
    // a hand on the dial: no more than keeps it there
    const dialW = tempC >= holdC ? Math.min(wantedW, loss) : wantedW
    plateW += (dialW - plateW) * (1 - Math.exp(-lasts / PLATE_S))
    const gainW = (tempC >= holdC ? Math.min(plateW, loss) : plateW) - loss
    const joulePerK = waterL * WATER_J_PER_KG_K + vesselL * POT_KG_PER_L * STEEL_J_PER_KG_K
    tempC = Math.min(boilingC, tempC + (gainW * lasts) / joulePerK)
  }
  return tempC
}
