import { FORM_FREEDOM } from '../../../catalogue/fibres'
import { bathGuards } from '../../../core/safety/bath-guards'
import type { Guard } from '../../../core/safety/guards'
import { guardedPiece, type PieceLook } from './fibre'
import type { BathAgent, MordantBath } from '../../schemas/basket/mordant-bath'

/** Liquor that pieces need to move in, L. */
export const leastLiquorL = (pieces: readonly Pick<PieceLook, 'form' | 'dryG'>[]): number =>
  pieces.reduce((sum, { form, dryG }) => sum + (FORM_FREEDOM[form].leastLPerKg * dryG) / 1000, 0)

type BathFacts = Pick<MordantBath, 'tempC' | 'waterL' | 'vesselL'> & {
  agents: readonly Pick<BathAgent, 'stage' | 'agent' | 'form' | 'percentWof' | 'massG'>[]
}

/** What to mind before a bath is begun. */
export function bathGuardsOf(
  { agents, tempC, waterL, vesselL }: BathFacts,
  pieces: readonly PieceLook[],
): Guard[] {
  const stages = [...new Set(agents.map(({ stage }) => stage))]
  return bathGuards({
    pieces: pieces.map(guardedPiece),
    stages: stages.map((stage) =>
      agents
        .filter((agent) => agent.stage === stage)
        .map(({ agent, form, percentWof, massG }) => ({
          agent,
          percentWof,
          massG,
          form: form || undefined,
        })),
    ),
    tempC,
    waterL,
    vesselL,
    leastL: leastLiquorL(pieces),
  })
}
