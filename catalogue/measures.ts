import type { Part } from './parts'
import { keysOf } from '../core/json'

/** Measures that serve where no scale is at hand. */
export const MEASURES = {
  piece: 'pieces',
  head: 'heads',
  cone: 'cones',
  handful: 'handfuls',
  jar: 'jars (1 L)',
  bag: 'bags',
  bucket: 'buckets (10 L)',
} as const
export type Measure = keyof typeof MEASURES
export const MEASURE_KEYS = keysOf(MEASURES)

type Typical = Partial<Record<Measure, number>>

/** g each, fresh and loosely filled: typical, from memory. */
const LOOSE_FLOWERS: Typical = { handful: 12, jar: 90, bucket: 900 }
const LOOSE_LEAVES: Typical = { handful: 10, jar: 80, bucket: 800 }
const CHIPS: Typical = { handful: 40, jar: 250, bucket: 2500 }

const TYPICAL_G: Partial<Record<Part, Typical>> = {
  petal: { ...LOOSE_FLOWERS, handful: 8 },
  flowerHead: { ...LOOSE_FLOWERS, head: 1.5 },
  floweringTop: { ...LOOSE_FLOWERS, head: 6 },
  leaf: LOOSE_LEAVES,
  wholeHerb: LOOSE_LEAVES,
  stem: LOOSE_LEAVES,
  shoot: LOOSE_LEAVES,
  twig: CHIPS,
  innerBark: CHIPS,
  bark: CHIPS,
  root: { handful: 90, jar: 500, bucket: 5000 },
  rhizome: { handful: 90, jar: 500, bucket: 5000 },
  berry: { handful: 80, jar: 600, bucket: 6000 },
  husk: { piece: 25, handful: 90, jar: 500, bucket: 5000 },
  nut: { piece: 10, handful: 60, jar: 500, bucket: 5000 },
  // seeds of seven heads about 48 g: common practice, no source
  seed: { head: 48 / 7, handful: 40, jar: 350 },
  pod: { piece: 3, handful: 30, jar: 200 },
  cone: { cone: 1, handful: 12, jar: 120, bucket: 1200 },
  gall: { piece: 3, handful: 40, jar: 300 },
  heartwood: CHIPS,
  thallus: { handful: 8, jar: 60 },
  fruitBody: { piece: 40, handful: 60, jar: 300, bucket: 3000 },
  cap: { piece: 5, handful: 30, jar: 150 },
}

/** What one of a measure typically weighs fresh, g; null where nobody can say. */
export const typicalGramsEach = (part: Part, measure: Measure): number | null =>
  TYPICAL_G[part]?.[measure] ?? null
