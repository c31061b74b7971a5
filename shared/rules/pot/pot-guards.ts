import { isMordant, MORDANTS, type Agent } from '../../../catalogue/agents'
import { wayFacts, type Way } from '../../../catalogue/ways'
import { inForm } from '../../../core/mordant/hydrates'
import { bathGuards } from '../../../core/safety/bath-guards'
import { gravestFirst, type Guard } from '../../../core/safety/guards'
import { potGuards } from '../../../core/safety/pot-guards'
import { vesselGuards, type GuardedVessel } from '../../../core/safety/vessel-guards'
import { guardedPiece, type PieceLook } from '../basket/fibre'
import type { PlannedAddition } from '../../schemas/pot/pot-plan'
import { isAcidic } from '../../../core/safety/acids'

/** A pot as far as guards ask. */
export interface PotSetup {
  way: Way
  /** With the pieces in it, °C; null: not said. */
  tempC: number | null
  /** pH it is meant to reach, or was read. */
  ph: number | null
  waterL: number | null
  additions: readonly Pick<PlannedAddition, 'agent' | 'form' | 'massG'>[]
  needsMordant: 'yes' | 'no' | 'unknown'
  vessel: GuardedVessel | null
}

/** Whether a bath of several sources wants mordant: where one does, all of it does. */
export function needsMordantOf(
  sources: readonly { needsMordant: PotSetup['needsMordant'] }[],
): PotSetup['needsMordant'] {
  const all = sources.map(({ needsMordant }) => needsMordant)
  if (all.includes('yes')) return 'yes'
  return all.includes('unknown') || all.length === 0 ? 'unknown' : 'no'
}

const percentOf = (agent: Agent, massG: number, form: string, fibreG: number) =>
  fibreG > 0 ? (100 * inForm(agent, massG, form, '')) / fibreG : 0

const MORE_THAN_ACID = 6

/** What to mind before a pot is lit: its pieces, what goes in, and what it stands in. */
export function potGuardsOf(pot: PotSetup, pieces: readonly PieceLook[]): Guard[] {
  const { way, tempC, ph, waterL, additions, needsMordant, vessel } = pot
  const facts = wayFacts(way)
  const isCold = facts.dyeC === null
  const guarded = pieces.map(guardedPiece)
  const bringsAcid =
    facts.brings.includes('acid') ||
    additions.some(({ agent }) => isAcidic(agent)) ||
    (ph !== null && ph < MORE_THAN_ACID)
  const bringsAmmonia =
    facts.brings.includes('ammonia') || additions.some(({ agent }) => agent === 'ammonia')
  const fibreG = pieces.reduce((sum, { dryG }) => sum + dryG, 0)
  const stage = additions.map(({ agent, form, massG }) => {
    // what nobody weighed may be as much as is ever usual
    const most = isMordant(agent) ? MORDANTS[agent].rangePercentWof[1] : 0
    const percentWof = massG === null ? most : percentOf(agent, massG, form, fibreG)
    return {
      agent,
      massG: massG ?? (percentWof * fibreG) / 100,
      form: form || undefined,
      percentWof,
    }
  })
  const ofAdditions =
    stage.length > 0
      ? bathGuards({
          pieces: guarded,
          stages: [stage],
          tempC: isCold ? 20 : (tempC ?? 20),
          waterL,
          vesselL: null,
          leastL: 0,
        })
      : []
  const all = [
    ...potGuards({
      pieces: guarded,
      tempC,
      isCold,
      ph,
      needsMordant,
      brings: [
        ...(bringsAmmonia ? (['ammonia'] as const) : []),
        ...(bringsAcid ? (['acid'] as const) : []),
      ],
    }),
    ...ofAdditions,
    ...(vessel ? vesselGuards(vessel, { ph, bringsAcid, tempC: isCold ? null : tempC }) : []),
  ]
  const seen = new Set<string>()
  return gravestFirst(
    all.filter(({ code, words }) => !seen.has(code + words) && seen.add(code + words)),
  )
}
