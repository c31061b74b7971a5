import type { BathHeat, StagePlan } from '../core/mordant/bath-steps'
import type { Agent } from './agents'
import type { Provenance } from './provenance'
import { keysOf } from '../core/json'

/** An agent of a stage, with the percentage of the dry fibre that is usual. */
export interface SchemeAgent {
  agent: Agent
  usualPercentWof: number
  rangePercentWof: readonly [number, number]
}

/** How a fibre is made ready, as dyers call it: one bath, or one after the other. */
export interface MordantScheme {
  label: string
  /** Short, for a tag: `Al`. */
  mark: string
  stages: readonly { agents: readonly SchemeAgent[] }[]
  /** Heats it is done at, the default first. */
  heats: readonly BathHeat[]
  /** False: it forms no bond between dye and fibre, and is shown as no mordant. */
  bonds: boolean
  /** What dissolves first, and what to mind. */
  order: string
  provenance: Provenance
}

const of = (
  agent: Agent,
  usualPercentWof: number,
  rangePercentWof: readonly [number, number],
): SchemeAgent => ({ agent, usualPercentWof, rangePercentWof })

const ALUM = of('alum', 10, [8, 16])
const TANNIN = of('tannin', 8, [5, 15])

/** Percentages of the dry fibre (common practice, no source, unless said otherwise). */
export const SCHEMES = {
  alum: {
    label: 'alum',
    mark: 'Al',
    stages: [{ agents: [ALUM] }],
    heats: ['cold', 'warm', 'hot'],
    bonds: true,
    order: 'Dissolve the alum in a jug of hot water, stir it into the bath, then enter wet fibre.',
    provenance: 'common practice',
  },
  alumTartar: {
    label: 'alum with tartar',
    mark: 'Al',
    stages: [{ agents: [of('creamOfTartar', 6.5, [6, 7]), ALUM] }],
    heats: ['hot', 'warm'],
    bonds: true,
    order:
      'Tartar first, in very hot water, for it dissolves badly; then the alum; then the fibre.',
    provenance: 'common practice',
  },
  iron: {
    label: 'iron',
    mark: 'Fe',
    stages: [{ agents: [of('ironSulfate', 2, [1, 6])] }],
    heats: ['hot', 'warm', 'cold'],
    bonds: true,
    order: 'Dissolve the iron apart, pour it in while the fibre is lifted out, keep it moving.',
    provenance: 'common practice',
  },
  copper: {
    label: 'copper',
    mark: 'Cu',
    stages: [{ agents: [of('copperSulfate', 2, [1, 4])] }],
    heats: ['hot', 'warm', 'cold'],
    bonds: true,
    order:
      'Dissolve the copper apart; use up its bath, and ask the local rules what becomes of it.',
    provenance: 'from memory',
  },
  tannin: {
    label: 'tannin',
    mark: 'Ta',
    stages: [{ agents: [TANNIN] }],
    heats: ['warm', 'cold', 'hot'],
    bonds: true,
    order: 'Stir the tannin into hot water until no lump is left; strain a gathered liquor.',
    provenance: 'common practice',
  },
  tanninAlum: {
    label: 'tannin, then alum',
    mark: 'Ta Al',
    stages: [{ agents: [TANNIN] }, { agents: [ALUM] }],
    heats: ['warm', 'cold', 'hot'],
    bonds: true,
    order: 'Tannin first; rinse lightly, do not dry; then the alum in a fresh bath.',
    provenance: 'common practice',
  },
  aluminiumAcetate: {
    label: 'aluminium acetate',
    mark: 'Al',
    stages: [{ agents: [of('aluminiumAcetate', 8, [5, 10])] }],
    heats: ['warm', 'cold'],
    bonds: true,
    order: 'Stir it into hot water until clear, or it freckles; enter the cloth under 50 °C.',
    provenance: 'from memory',
  },
  aluminiumTriformate: {
    label: 'aluminium triformate',
    mark: 'Al',
    stages: [{ agents: [of('aluminiumTriformate', 10, [5, 20])] }],
    heats: ['cold'],
    bonds: true,
    order: 'Dissolves in cool water; no heat is needed. Keep the bath, it is used again.',
    provenance: 'from memory',
  },
  chalk: {
    label: 'chalk soak',
    mark: 'none',
    stages: [{ agents: [of('chalk', 5, [2, 10])] }],
    heats: ['warm'],
    bonds: false,
    order: 'Stir it up, it does not dissolve; ten minutes before a husk bath, then in.',
    provenance: 'common practice',
  },
  vinegarBoil: {
    label: 'vinegar soak',
    mark: 'none',
    stages: [{ agents: [of('vinegar', 100, [50, 400])] }],
    heats: ['hot', 'warm', 'cold'],
    bonds: false,
    order:
      'One part vinegar to two of water. Called a fixer by some: it binds no dye to the fibre.',
    provenance: 'common practice',
  },
  saltBoil: {
    label: 'salt soak',
    mark: 'none',
    stages: [{ agents: [of('salt', 100, [20, 400])] }],
    heats: ['hot', 'warm', 'cold'],
    bonds: false,
    order: 'One part salt to two of water. Called a fixer by some: it binds no dye to the fibre.',
    provenance: 'common practice',
  },
} as const satisfies Record<string, MordantScheme>

export type Scheme = keyof typeof SCHEMES
export const SCHEME_KEYS = keysOf(SCHEMES)

/** The facts of a scheme, seen alike for all of them. */
export const schemeFacts = (scheme: Scheme): MordantScheme => SCHEMES[scheme]

/** Chalk wants ten minutes where others want an hour (common practice, no source). */
export const stagesOf = (scheme: Scheme): StagePlan[] =>
  schemeFacts(scheme).stages.map(({ agents }) => ({
    agents: agents.map(({ agent }) => agent),
    ...(scheme === 'chalk' && { holdMin: 10, holdMostMin: 20 }),
  }))
