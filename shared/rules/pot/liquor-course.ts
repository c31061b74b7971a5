import { PH_AGENTS, type PhAgent } from '../../../core/acid-base/additions'
import type { DoseQuestion, LiquorState } from '../../../core/acid-base/dose-question'
import { evaporatedL, surfaceOfVesselM2, type Lid } from '../../../core/bath/evaporation'
import type { Pot } from '../../schemas/pot/pot'
import type { PotEvent } from '../../schemas/pot/pot-event'

/** What the pH of a pot has to go by, as its notes tell. */
export interface LiquorCourse {
  /** L that should stand now: poured, added, boiled away, taken out; null: nobody said. */
  liquorL: number | null
  /** In order; a bath that was changed in a way nobody can compute begins anew. */
  readings: DoseQuestion['readings']
  now: LiquorState
  /** Of the liquor as it was at first: its L (null: nobody said), and what share is still there. */
  firstL: number | null
  kept: number
  /** Something went in since the last reading: it is to be read first. */
  isUnread: boolean
}

const MS_PER_HOUR = 3_600_000
/** Of a vessel that nobody named, L. */
const USUAL_VESSEL_L = 10
const LEAST_DILUTION = 0.2

const isKnownAgent = (agent: string): agent is PhAgent => Object.hasOwn(PH_AGENTS, agent)

/**
 * What was read, stirred in, added and taken out of a running pot.
 *
 * All amounts are told as if none of the liquor had been taken out: what went in when half was left
 * counts twice.
 *
 * @param agent that is dosed: its doses count apart from what else moves the pH
 * @param now ms since 1970
 * @param vesselL brim-full, for what boils away; null: not known
 */
export function liquorCourse(
  pot: Pick<Pot, 'events' | 'plan' | 'waterL' | 'tempC'>,
  agent: PhAgent,
  now: number,
  vesselL: number | null,
): LiquorCourse {
  const boiledAway = lossesOf(pot, vesselL ?? USUAL_VESSEL_L)
  let firstL = pot.plan?.pourL ?? pot.waterL
  let [kept, gainedL, lostL, dosedG, isUnread] = [1, 0, 0, 0, true]
  let others: NonNullable<LiquorState['others']> = []
  let readings: DoseQuestion['readings'] = []

  const boilUntil = (at: number) => {
    const allL = boiledAway(at)
    gainedL -= (allL - lostL) / kept
    lostL = allL
  }
  const stands = () => (firstL === null ? null : Math.max(0.1, (firstL + gainedL) * kept))
  const state = (): LiquorState => ({
    dilution: firstL === null ? 1 : Math.max(LEAST_DILUTION, (firstL + gainedL) / firstL),
    others: [...others],
  })
  const tell = (litres: number) => {
    const standsL = stands()
    if (standsL === null) return ([firstL, gainedL] = [litres, 0])
    if (litres < standsL) return (kept *= litres / standsL)
    gainedL += (litres - standsL) / kept
    // more than was noted: it was thinned with nobody knows what
    isUnread ||= litres > standsL
  }
  const add = ({ agent: added, form, massG, lotId, waterL }: Added) => {
    gainedL += waterL / kept
    const moves = lotId !== null || (added !== null && movesPh(added))
    isUnread ||= moves || waterL > 0
    if (!moves) return
    if (!added || !isKnownAgent(added) || massG === null) {
      // plant, alum, or a dose that nobody weighed: after it the bath is another one
      ;[readings, others, dosedG] = [[], [], 0]
    } else if (added === agent) dosedG += massG / kept
    else others = [...others, { agent: added, massG: massG / kept, ...(form && { form }) }]
  }

  for (const event of pot.events) {
    boilUntil(Date.parse(event.at))
    if (event.kind === 'add') add(event.data)
    if (event.kind === 'liquor') tell(event.data.litres)
    if (event.kind === 'reading' && event.data.ph !== null) {
      readings = [...readings, { totalMassG: dosedG, ph: event.data.ph, ...state() }]
      isUnread = false
    }
  }
  boilUntil(now)
  return { liquorL: stands(), readings, now: state(), firstL, kept, isUnread }
}

type Added = Extract<PotEvent, { kind: 'add' }>['data']

/** Salt and sugar leave the pH alone; what is not computed here moves it by nobody knows how much. */
const movesPh = (agent: string) =>
  isKnownAgent(agent) ? PH_AGENTS[agent].moves !== null : agent !== 'fructose'

/** L lost to the air while the burner was on, up to an instant. */
function lossesOf(
  { events, plan, tempC }: Pick<Pot, 'events' | 'plan' | 'tempC'>,
  vesselL: number,
): (at: number) => number {
  const lid: Lid = plan?.lid ?? 'ajar'
  const surfaceM2 = surfaceOfVesselM2(vesselL)
  return (until) => {
    let [lostL, since, hotC] = [0, null as number | null, tempC ?? 20]
    const spend = (at: number) => {
      if (since !== null && at > since) {
        lostL += evaporatedL({ surfaceM2, tempC: hotC, hours: (at - since) / MS_PER_HOUR, lid })
        since = at
      }
    }
    for (const event of events) {
      const at = Date.parse(event.at)
      if (at > until) break
      if (event.kind === 'reading' && event.data.tempC !== null) {
        spend(at)
        hotC = event.data.tempC
      }
      if (event.kind === 'heat') {
        spend(at)
        since = event.data.isOn ? at : null
        if (event.data.isOn) hotC = event.data.holdC ?? hotC
      }
    }
    spend(until)
    return lostL
  }
}
