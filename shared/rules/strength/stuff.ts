import type { Part } from '../../../catalogue/parts'
import type { ParticleSize } from '../../../core/bath/water-budget'
import type { Stuff } from '../../views/strength/stuff'

/** Parts so hard that whole they give far less than broken up; common practice, no source. */
const HARD: readonly Part[] = [
  'twig',
  'innerBark',
  'bark',
  'root',
  'rhizome',
  'heartwood',
  'husk',
  'nut',
  'seed',
  'cone',
  'gall',
]

/** What was done to the plant before it came into the pot. */
export interface Prepared {
  part: Part
  /** null: not said. */
  size: ParticleSize | null
  /** Its colour was drawn before. */
  isSpent: boolean
  /** It was left to age before. */
  isAged: boolean
}

/**
 * What sets a curve apart by how its plant was prepared: spent or aged stuff, ground, or hard stuff
 * left whole. Everything else counts as usual, also where nobody said.
 */
export function stuffOf({ part, size, isSpent, isAged }: Prepared): Stuff {
  if (isSpent) return 'spent'
  if (isAged) return 'aged'
  if (size === 'ground') return 'ground'
  return size === 'whole' && HARD.includes(part) ? 'whole' : 'asUsual'
}
