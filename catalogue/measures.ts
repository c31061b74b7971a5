import type { Part } from './parts'
import type { ParticleSize } from '../core/bath/water-budget'
import { keysOf } from '../core/json'
import { present } from '../core/present'

/** Measures that serve where no scale is at hand. */
export const MEASURES = {
  piece: 'pieces',
  head: 'heads',
  cone: 'cones',
  handful: 'handfuls',
  jar: 'jars (1 L)',
  bag: 'shopping bags (8 L)',
  bucket: 'buckets (10 L)',
} as const
export type Measure = keyof typeof MEASURES
export const MEASURE_KEYS = keysOf(MEASURES)

/** L of each measure that is filled, not counted. */
const VOLUME_L: Partial<Record<Measure, number>> = { jar: 1, bag: 8, bucket: 10 }

interface Bulk {
  /** g fresh in a litre, loosely filled. */
  gPerL: number
  /** g fresh in a handful. */
  handfulG: number
  /** g fresh of one piece, head or cone. */
  each?: Partial<Record<'piece' | 'head' | 'cone', number>>
}

const LOOSE_FLOWERS: Bulk = { gPerL: 90, handfulG: 12 }
const LOOSE_LEAVES: Bulk = { gPerL: 80, handfulG: 10 }
const CHIPS: Bulk = { gPerL: 250, handfulG: 40 }
const ROOTS: Bulk = { gPerL: 500, handfulG: 90 }
const LUMPS: Bulk = { gPerL: 500, handfulG: 60 }

/** Typical, from memory, where nothing else is said. */
const BULK: Record<Part, Bulk> = {
  petal: { ...LOOSE_FLOWERS, handfulG: 8 },
  flowerHead: { ...LOOSE_FLOWERS, each: { head: 1.5 } },
  floweringTop: { ...LOOSE_FLOWERS, each: { head: 6 } },
  leaf: LOOSE_LEAVES,
  wholeHerb: LOOSE_LEAVES,
  stem: LOOSE_LEAVES,
  shoot: LOOSE_LEAVES,
  twig: CHIPS,
  innerBark: CHIPS,
  bark: CHIPS,
  root: ROOTS,
  rhizome: ROOTS,
  berry: { gPerL: 600, handfulG: 80 },
  husk: { gPerL: 500, handfulG: 90, each: { piece: 25 } },
  nut: { ...LUMPS, each: { piece: 10 } },
  // seeds of seven heads about 48 g: common practice, no source
  seed: { gPerL: 350, handfulG: 40, each: { head: 48 / 7 } },
  pod: { gPerL: 200, handfulG: 30, each: { piece: 3 } },
  cone: { gPerL: 120, handfulG: 12, each: { cone: 1 } },
  gall: { gPerL: 300, handfulG: 40, each: { piece: 3 } },
  heartwood: CHIPS,
  thallus: { gPerL: 60, handfulG: 8 },
  fruitBody: { gPerL: 300, handfulG: 60, each: { piece: 40 } },
  cap: { gPerL: 150, handfulG: 30, each: { piece: 5 } },
  insect: { gPerL: 500, handfulG: 40 },
  cake: { gPerL: 600, handfulG: 60 },
}

/** Dried leaves in a bucket crumple together: twice as many of them lie in it as fresh. From memory. */
const SETTLED = 2

/**
 * What one of a measure typically weighs, g; null where such a part is not counted so.
 *
 * @param dryFraction of the fresh mass: of what is counted dried
 */
export function typicalGramsEach(
  part: Part,
  measure: Measure,
  state: 'fresh' | 'dried' | 'frozen' = 'fresh',
  dryFraction = 1,
): number | null {
  const { gPerL, handfulG, each = {} } = BULK[part]
  const filledG = measure === 'handful' ? handfulG : gPerL * (VOLUME_L[measure] ?? 0)
  if (filledG > 0) return state === 'dried' ? filledG * Math.min(1, dryFraction * SETTLED) : filledG
  const eachG = each[measure as keyof typeof each] ?? null
  return eachG !== null && state === 'dried' ? eachG * dryFraction : eachG
}

/** Water that covers loosely filled stuff once it is stirred under, as a share of its bulk; from memory. */
const COVER_SHARE: Record<ParticleSize, number> = { whole: 0.6, chopped: 0.4, ground: 0.25 }

/**
 * Water that covers a plant in a pot, L: whole heads float and fill it.
 *
 * @param dryFraction air-dry mass of its fresh mass
 */
export function coverL(
  part: Part,
  {
    massG,
    state,
    dryFraction,
    size,
  }: {
    massG: number
    state: 'fresh' | 'dried' | 'frozen'
    dryFraction: number
    size: ParticleSize
  },
): number {
  const gPerL = present(typicalGramsEach(part, 'jar', state, dryFraction))
  return (massG / gPerL) * COVER_SHARE[size]
}
