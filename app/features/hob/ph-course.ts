import { PH_AGENTS, type PhAgent } from '~~/core/acid-base/additions'
import type { DoseQuestion, LiquorState } from '~~/core/acid-base/dose-question'
import { evaporatedL, surfaceOfVesselM2, type Lid } from '~~/core/bath/evaporation'
import type { Pot } from '~~/shared/schemas/pot/pot'
import type { PotEvent } from '~~/shared/schemas/pot/pot-event'

/** What the pH of a pot has to go by, as its notes tell. */
export interface PhCourse {
  /** L poured at first; null: nobody said. */
  pouredL: number | null
  /** L that should stand now: poured, added, boiled away; what was taken out is not noted. */
  liquorL: number | null
  /** In order; a bath that was changed in a way nobody can compute begins anew. */
  readings: DoseQuestion['readings']
  now: LiquorState
  /** Something was stirred in since the last reading: it is to be read first. */
  isUnread: boolean
}

const MS_PER_HOUR = 3_600_000
/** Of a vessel that nobody named, L. */
const USUAL_VESSEL_L = 10

const isKnownAgent = (agent: string): agent is PhAgent => Object.hasOwn(PH_AGENTS, agent)

type Added = Extract<PotEvent, { kind: 'add' }>['data']

/**
 * What was read and stirred in of a running pot.
 *
 * @param agent that is dosed: its doses count apart from what else moves the pH
 * @param now ms since 1970
 * @param vesselL brim-full, for what boils away; null: not known
 */
export function phCourse(
  pot: Pick<Pot, 'events' | 'plan' | 'waterL' | 'tempC'>,
  agent: PhAgent,
  now: number,
  vesselL: number | null,
): PhCourse {
  const pouredL = pot.plan?.pourL ?? pot.waterL
  const boiledAway = lossesOf(pot, vesselL ?? USUAL_VESSEL_L)
  const firstL = pouredL ?? 1
  let [dosedG, addedL, isUnread] = [0, 0, true]
  let others: NonNullable<LiquorState['others']> = []
  let readings: DoseQuestion['readings'] = []
  const stateAt = (at: number): LiquorState => ({
    dilution: Math.max(0.2, (firstL + addedL - boiledAway(at)) / firstL),
    others: [...others],
  })
  const begin = () => {
    readings = []
    others = []
    dosedG = 0
  }
  const add = ({ agent: added, form, massG, lotId, waterL }: Added) => {
    addedL += waterL
    const moves = lotId !== null || (added !== null && movesPh(added))
    isUnread ||= moves || waterL > 0
    if (!moves) return
    // plant, alum, or a dose that nobody weighed: after it the bath is another one
    if (!added || !isKnownAgent(added) || massG === null) return begin()
    if (added === agent) dosedG += massG
    else others = [...others, { agent: added, massG, ...(form && { form }) }]
  }
  for (const event of pot.events) {
    if (event.kind === 'add') add(event.data)
    if (event.kind === 'reading' && event.data.ph !== null) {
      const state = stateAt(Date.parse(event.at))
      readings = [...readings, { totalMassG: dosedG, ph: event.data.ph, ...state }]
      isUnread = false
    }
  }
  const liquorL = pouredL === null ? null : Math.max(0.1, firstL + addedL - boiledAway(now))
  return { pouredL, liquorL, readings, now: stateAt(now), isUnread }
}

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

/**
 * The question of the next dose, of the liquor that really stands in the pot.
 *
 * @param toldL as the dyer sees it; null: as the notes have it. Less than those have was taken
 *   out, with its share of all that was in it; more was thinned.
 */
export function liquorNow(
  { pouredL, liquorL, now, readings }: PhCourse,
  toldL: number | null,
): Pick<DoseQuestion, 'waterL' | 'readings' | 'now' | 'kept'> | null {
  const standsL = toldL ?? liquorL
  if (standsL === null) return null
  if (pouredL === null || liquorL === null) return { waterL: standsL, readings, now, kept: 1 }
  const isMore = standsL > liquorL
  return {
    waterL: pouredL,
    readings,
    now: isMore ? { ...now, dilution: (now.dilution ?? 1) * (standsL / liquorL) } : now,
    kept: isMore ? 1 : standsL / liquorL,
  }
}
