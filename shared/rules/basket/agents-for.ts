import type { Agent } from '../../../catalogue/agents'
import { schemeFacts, type Scheme } from '../../../catalogue/mordant-schemes'
import { gramsOfAgent } from '../../../core/mordant/percent-of-fibre'
import { formsOf } from '../../schemas/loft/shelf'
import { first } from '../../../core/present'

/** An agent of a bath that is being put together. */
export interface AgentDraft {
  stage: number
  agent: Agent
  form: string
  percentWof: number
  massG: number
  shelfId: string | null
  lotId: string | null
}

/** Scales of a kitchen show a tenth; small amounts want a hundredth. */
export const weighable = (massG: number) =>
  massG < 10 ? Math.round(massG * 100) / 100 : Math.round(massG * 10) / 10

/**
 * Agents of a scheme at their usual percentages, in their usual forms, for so much fibre.
 *
 * @param percents of the dry fibre that are wanted instead, by agent
 */
export const agentsFor = (
  scheme: Scheme,
  fibreG: number,
  percents: Partial<Record<Agent, number>> = {},
): AgentDraft[] =>
  schemeFacts(scheme).stages.flatMap(({ agents }, stage) =>
    agents.map(({ agent, usualPercentWof }) => {
      const percentWof = percents[agent] ?? usualPercentWof
      return {
        stage,
        agent,
        form: first(formsOf(agent)),
        percentWof,
        massG: weighable(gramsOfAgent(percentWof, fibreG)),
        shelfId: null,
        lotId: null,
      }
    }),
  )
