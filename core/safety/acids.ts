/**
 * Agents that make a bath acid enough to matter where bleach, metal or lime is near.
 *
 * One list for pots and mordant baths: an acid missing from one of them is a warning not given.
 */
const ACIDIC_AGENTS: readonly string[] = [
  'vinegar',
  'citricAcid',
  'creamOfTartar',
  'aluminiumTriformate',
  'aluminiumAcetate',
]

export const isAcidic = (agent: string): boolean => ACIDIC_AGENTS.includes(agent)
