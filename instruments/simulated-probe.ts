import type { Addition } from '../core/acid-base/additions'
import { noiseAt, type Instrument, type ProbeReading } from './instrument'
import { simulatedBath } from './simulated-bath'
import { kettleTempC, type Kettle, type KettleEvent } from './simulated-kettle'

/** A pot as the stand-in probe is hung into it: all that happened to it so far. */
export interface ProbedPot {
  kettle: Kettle
  since: number
  heat: readonly KettleEvent[]
  startPh: number
  additions: readonly { at: number; addition: Addition }[]
}

/** A probe follows its bath with this lag, and an addition spreads as slowly, ms. */
const LAG_MS = 6_000
const STIRS_IN_MS = 1_500
const TEMP_NOISE_C = 0.15
const PH_NOISE = 0.03

/**
 * A thermometer with a pH probe in a simulated pot. What it tells follows from the pot's history
 * and its seed alone, so that a restart of the server changes nothing.
 */
export function simulatedProbe(seed: number, pot: () => ProbedPot): Instrument<ProbeReading> {
  return {
    name: 'thermometer and pH probe',
    isSimulated: true,
    read(at) {
      const { kettle, since, heat, startPh, additions } = pot()
      const bath = simulatedBath(seed, startPh)
      const stirred = (now: number) =>
        additions.flatMap(({ at: when, addition }) => {
          if (when > now) return []
          const share = 1 - Math.exp(-(now - when) / STIRS_IN_MS)
          const scaled =
            'massG' in addition
              ? { ...addition, massG: addition.massG * share }
              : { ...addition, volumeMl: addition.volumeMl * share }
          return [scaled as Addition]
        })
      const last = Math.max(since, ...additions.map((each) => each.at).filter((when) => when <= at))
      const ph = bath.phWith(stirred(at), kettle.waterL)
      const tempC = kettleTempC(kettle, heat, since, Math.max(since, at - LAG_MS))
      return {
        tempC: Number((tempC + TEMP_NOISE_C * noiseAt(seed, at, 1000)).toFixed(1)),
        ph: Number((ph + PH_NOISE * noiseAt(seed + 1, at, 1000)).toFixed(2)),
        isSettled: at - last > 4 * STIRS_IN_MS || additions.length === 0,
      }
    },
  }
}
