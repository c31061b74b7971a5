import { noiseAt, type Instrument, type ScaleReading } from './instrument'

/** Time in which the pan comes two thirds of the way to rest, ms. */
const SETTLES_MS = 400
/** Slow creep of the zero, g a minute, and its most. */
const DRIFT_G_PER_MIN = 0.02
const MOST_DRIFT_G = 0.3
const NOISE_G = 0.03
const STEP_G = 0.1
/** Nearer than this to its rest, it says that it has settled. */
const SETTLED_G = 0.06

export interface SimulatedScale extends Instrument<ScaleReading> {
  /** Lays so much on the pan in all, g. */
  put(loadG: number, at: number): void
  /** What lies on the pan counts as nothing from now on. */
  tare(at: number): void
}

/** A kitchen scale to a tenth of a gram that settles, drifts and has a tare. */
export function simulatedScale(seed: number, since: number): SimulatedScale {
  let [loadG, fromG, changedAt, zeroG] = [0, 0, since, 0]
  const driftG = (at: number) => {
    const minutes = (at - since) / 60_000
    const turn = noiseAt(seed, 0, 1) > 0 ? 1 : -1
    return turn * Math.min(MOST_DRIFT_G, DRIFT_G_PER_MIN * minutes)
  }
  const restingG = (at: number) =>
    loadG + (fromG - loadG) * Math.exp(-(at - changedAt) / SETTLES_MS)
  return {
    name: 'kitchen scale',
    isSimulated: true,
    put(nextG, at) {
      fromG = restingG(at)
      loadG = nextG
      changedAt = at
    },
    tare(at) {
      zeroG = restingG(at) + driftG(at)
    },
    read(at) {
      const shownG = restingG(at) + driftG(at) - zeroG + NOISE_G * noiseAt(seed, at, 100)
      return {
        massG: Number((Math.round(shownG / STEP_G) * STEP_G).toFixed(1)),
        isSettled: Math.abs(restingG(at) - loadG) < SETTLED_G,
      }
    },
  }
}
