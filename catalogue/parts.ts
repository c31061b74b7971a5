import { keysOf } from '../core/json'
/** Parts that are gathered, what they are usually like, and the stages they go through. */
export interface PartFacts {
  label: string
  /** Air-dry mass / fresh mass as a rule: typical, from memory, never the user's own. */
  dryFraction: number
  /** Water held wet through, g per g dry, chopped: typical, from memory. */
  absorptionGPerG: number
  stages: readonly string[]
}

const FLOWER = ['bud', 'opening', 'full flower', 'going over', 'in seed'] as const
const LEAF = ['young', 'full grown', 'old', 'turning'] as const
const WOODY = ['in sap', 'resting'] as const
const FRUIT = ['green', 'ripening', 'ripe', 'blackened'] as const
const FUNGUS = ['young', 'mature', 'old'] as const
const LICHEN = ['fallen'] as const
const BOUGHT = ['whole', 'ground'] as const

export const PARTS = {
  petal: { label: 'petals', dryFraction: 0.15, absorptionGPerG: 6, stages: FLOWER },
  flowerHead: { label: 'flower heads', dryFraction: 0.18, absorptionGPerG: 5, stages: FLOWER },
  floweringTop: {
    label: 'flowering tops',
    dryFraction: 0.25,
    absorptionGPerG: 4.5,
    stages: FLOWER,
  },
  leaf: { label: 'leaf', dryFraction: 0.22, absorptionGPerG: 4, stages: LEAF },
  wholeHerb: { label: 'whole herb', dryFraction: 0.22, absorptionGPerG: 4, stages: FLOWER },
  stem: { label: 'stem', dryFraction: 0.25, absorptionGPerG: 3, stages: LEAF },
  shoot: { label: 'shoots', dryFraction: 0.25, absorptionGPerG: 3.5, stages: LEAF },
  twig: { label: 'twigs', dryFraction: 0.5, absorptionGPerG: 1.5, stages: WOODY },
  innerBark: { label: 'inner bark', dryFraction: 0.45, absorptionGPerG: 2, stages: WOODY },
  bark: { label: 'bark', dryFraction: 0.5, absorptionGPerG: 2, stages: WOODY },
  root: {
    label: 'root',
    dryFraction: 0.28,
    absorptionGPerG: 2.5,
    stages: ['spring', 'summer', 'autumn'],
  },
  rhizome: {
    label: 'rhizome',
    dryFraction: 0.25,
    absorptionGPerG: 2.5,
    stages: ['spring', 'summer', 'autumn'],
  },
  berry: { label: 'berries', dryFraction: 0.18, absorptionGPerG: 1.5, stages: FRUIT },
  husk: { label: 'husks', dryFraction: 0.2, absorptionGPerG: 3, stages: FRUIT },
  nut: { label: 'nuts', dryFraction: 0.6, absorptionGPerG: 3, stages: FRUIT },
  seed: { label: 'seeds', dryFraction: 0.85, absorptionGPerG: 2, stages: FRUIT },
  pod: { label: 'pods', dryFraction: 0.5, absorptionGPerG: 2.5, stages: FRUIT },
  cone: {
    label: 'cones',
    dryFraction: 0.7,
    absorptionGPerG: 1.5,
    stages: ['green', 'brown', 'fallen'],
  },
  gall: {
    label: 'galls',
    dryFraction: 0.7,
    absorptionGPerG: 1.5,
    stages: ['green', 'hard', 'bored'],
  },
  heartwood: { label: 'heartwood', dryFraction: 0.7, absorptionGPerG: 1.5, stages: WOODY },
  thallus: { label: 'thallus', dryFraction: 0.7, absorptionGPerG: 3, stages: LICHEN },
  fruitBody: { label: 'fruit bodies', dryFraction: 0.12, absorptionGPerG: 5, stages: FUNGUS },
  cap: { label: 'caps', dryFraction: 0.1, absorptionGPerG: 5, stages: FUNGUS },
  // bought dry
  insect: { label: 'dried insects', dryFraction: 0.9, absorptionGPerG: 2, stages: BOUGHT },
  cake: { label: 'pigment', dryFraction: 0.95, absorptionGPerG: 1, stages: BOUGHT },
} as const satisfies Record<string, PartFacts>

export type Part = keyof typeof PARTS
export const PART_KEYS = keysOf(PARTS)

/** Parts whose tannin serves as a mordant or a helper for other dyes; common practice, no source. */
export const TANNIN_PARTS: readonly Part[] = [
  ...(['gall', 'bark', 'innerBark', 'husk', 'cone', 'nut', 'heartwood'] as const),
]
