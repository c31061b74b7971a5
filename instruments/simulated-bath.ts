import { randomLcg } from 'd3-random'
import { ACIDS } from '../core/acid-base/acids'
import type { Addition } from '../core/acid-base/additions'
import { bathPh } from '../core/acid-base/bath-ph'
import type { Solution } from '../core/acid-base/charge-balance'

/** A dye bath with a buffer that nobody knows: two weak acids, and the water's own bicarbonate. */
export interface SimulatedBath {
  /** True pH, cooled to 25 °C, after all that went in. */
  phWith(additions: readonly Addition[], waterL: number): number
}

const HALVINGS = 40

/**
 * A bath that begins at a pH, with acids drawn by its seed.
 *
 * @param startPh 3 to 9
 */
export function simulatedBath(seed: number, startPh: number): SimulatedBath {
  const uniform = randomLcg(seed)
  for (let i = 0; i < 5; i++) uniform()
  const between = (low: number, high: number) => low + (high - low) * uniform()
  const acid = (logLow: number, logHigh: number) => ({
    steps: { topCharge: 0, pKas: [between(3.5, 8.5)] },
    totalMolL: 10 ** between(logLow, logHigh),
  })
  const acids = [
    acid(-3, -2),
    acid(-3.5, -2.5),
    { steps: ACIDS.carbonic, totalMolL: between(0, 0.003) },
  ]
  const withIons = (charge: number): Solution => ({
    acids,
    ions: [
      { charge: 1, molL: Math.max(0, charge) },
      { charge: -1, molL: Math.max(0, -charge) },
    ],
  })
  // the strong ions that make it begin where it does
  let [low, high] = [-0.1, 0.2]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    const ph = bathPh({ waterL: 1, additions: [], brings: withIons(middle) })
    if (ph < startPh) low = middle
    else high = middle
  }
  const brings = withIons(low)
  return { phWith: (additions, waterL) => bathPh({ waterL, additions, brings }) }
}
