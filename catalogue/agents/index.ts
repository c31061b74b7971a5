import { BULK_DENSITY, type SpoonedAgent } from '../../core/mordant/spoons'
import type { AgentFacts } from './facts'
import { MORDANTS } from './mordants'
import { OTHERS } from './others'
import { keysOf } from '../../core/json'

export type { AgentFacts } from './facts'
export { isMordant, MORDANT_KEYS, mordantMarks, MORDANTS, type Mordant } from './mordants'

/** Everything that is kept on the shelf and put into baths. */
export const AGENTS = { ...MORDANTS, ...OTHERS } as const
export type Agent = keyof typeof AGENTS
export const AGENT_KEYS = keysOf(AGENTS)

/** The facts of an agent, seen alike for all of them. */
export const agentFacts = (agent: Agent): AgentFacts => AGENTS[agent]

/** Forms by what the packet calls them. */
export const FORM_WORDS: Record<string, string> = {
  dodecahydrate: 'crystals',
  heptahydrate: 'crystals',
  pentahydrate: 'crystals',
  decahydrate: 'crystals',
  monohydrate: 'monohydrate',
  anhydrous: 'dried, without water',
}

/** Mordants that are not offered, and why. */
export const NOT_OFFERED = [
  {
    label: 'chrome',
    chemical: 'potassium dichromate',
    why: 'Poisons through skin and lungs, can cause cancer, and harms water for years.',
  },
  {
    label: 'tin',
    chemical: 'stannous chloride',
    why: 'Burns skin and lungs and makes fibres brittle; its bath goes down no drain.',
  },
  {
    label: 'lead',
    chemical: 'lead acetate',
    why: 'Poisons slowly, children above all, and stays in the fibre and the pot.',
  },
] as const

/** g of a mL as it is spooned or poured: what a spoon of it weighs, about; 0 where nobody can say. */
export function gPerMlOf(agent: Agent): number {
  if (agentFacts(agent).is === 'liquid') return 1
  return Object.hasOwn(BULK_DENSITY, agent) ? BULK_DENSITY[agent as SpoonedAgent].gPerMl : 0
}
