import { PH_AGENTS, type Addition, type PhAgent } from '../../../core/acid-base/additions'
import type { Instrument, ProbeReading, ScaleReading } from '../../../instruments/instrument'
import type { KettleEvent } from '../../../instruments/simulated-kettle'
import { simulatedProbe, type ProbedPot } from '../../../instruments/simulated-probe'
import { simulatedScale, type SimulatedScale } from '../../../instruments/simulated-scale'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Settings } from '../../../shared/schemas/log/settings'
import type { Vessel } from '../../../shared/schemas/pot/vessel'
import { stillNeeded } from '../log/failures'
import type { Clock } from '../log/records'

/** What the stand-in pot is, where the plan does not say. */
const USUAL = { vesselL: 10, waterL: 5, powerW: 1800, intoPot: 0.6, roomC: 20, coldC: 15 }
/** What a dye bath of plants begins at. */
const START_PH = 5.5

interface Reads {
  settings: () => Promise<Settings>
  pot: (id: string) => Promise<Pot>
  vessel: (id: string) => Promise<Vessel>
}

/** Instruments at hand. The ones that ship are simulations, and every reading of theirs says so. */
export const instrumentService = ({ settings, pot, vessel }: Reads, clock: Clock) => {
  let scale: { seed: number; device: SimulatedScale } | null = null
  const now = () => +clock()
  const seedOf = (seed: number) => Math.round(seed * 1e6)

  async function theScale(): Promise<SimulatedScale> {
    const { scale: kind, seed } = await settings()
    if (kind === 'none') throw stillNeeded('No scale is chosen: choose the stand-in under Kit.')
    if (scale?.seed !== seed) scale = { seed, device: simulatedScale(seedOf(seed), now()) }
    return scale.device
  }

  return {
    async scale(): Promise<Instrument<ScaleReading>> {
      return theScale()
    },

    /** Lays so much on the stand-in's pan, or tares it. */
    async handle({ putG, tare }: { putG?: number; tare?: boolean }): Promise<ScaleReading> {
      const device = await theScale()
      if (putG !== undefined) device.put(putG, now())
      if (tare) device.tare(now())
      return device.read(now())
    },

    /** The probe in a pot; it follows the pot's notes from reading to reading. */
    async probe(
      id: string,
    ): Promise<{ device: Instrument<ProbeReading>; follow(): Promise<void> }> {
      const { probe, seed, altitudeM } = await settings()
      if (probe === 'none') throw stillNeeded('No probe is chosen: choose the stand-in under Kit.')
      let probed = probedPot(await pot(id), null, altitudeM)
      const follow = async () => {
        const seen = await pot(id)
        probed = probedPot(seen, seen.vesselId ? await vessel(seen.vesselId) : null, altitudeM)
      }
      await follow()
      return { device: simulatedProbe(seedOf(seed), () => probed), follow }
    },

    now,
  }
}

/** A pot as the stand-in sees it: all from its notes, so that a restart changes nothing. */
function probedPot(pot: Pot, vessel: Vessel | null, altitudeM: number): ProbedPot {
  if (!pot.litAt) throw stillNeeded(`${pot.code} is not lit: there is nothing to read yet.`)
  const { plan, events } = pot
  const waterL = plan?.pourL ?? pot.waterL ?? USUAL.waterL
  const kettleL = Math.min(plan?.kettleL ?? 0, waterL)
  const heat = events.flatMap((event): KettleEvent[] => {
    const at = Date.parse(event.at)
    if (event.kind === 'heat') {
      const { isOn, holdC } = event.data
      return [{ at, kind: 'heat', isOn, ...(holdC === null ? {} : { holdC }) }]
    }
    if (event.kind === 'add' && event.data.waterL > 0) {
      const { waterL: litres, waterC } = event.data
      return [{ at, kind: 'water', litres, tempC: waterC ?? USUAL.coldC }]
    }
    return []
  })
  return {
    kettle: {
      vesselL: vessel?.fullL ?? Math.max(USUAL.vesselL, waterL * 1.25),
      waterL,
      altitudeM,
      fromC: (kettleL * 98 + (waterL - kettleL) * USUAL.coldC) / waterL,
      roomC: USUAL.roomC,
      powerW: plan?.powerW ?? USUAL.powerW,
      intoPot: USUAL.intoPot,
      lid: plan?.lid ?? 'on',
    },
    since: Date.parse(pot.litAt),
    heat,
    startPh: START_PH,
    additions: events.flatMap((event) => {
      if (event.kind !== 'add' || !event.data.agent) return []
      if (!Object.hasOwn(PH_AGENTS, event.data.agent)) return []
      const { agent, form, massG } = event.data
      const addition = { agent: agent as PhAgent, massG, ...(form ? { form } : {}) } as Addition
      return [{ at: Date.parse(event.at), addition }]
    }),
  }
}
