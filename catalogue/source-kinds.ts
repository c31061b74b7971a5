import type { SourceKind } from '../core/strength/posterior/priors'
import type { Mordant } from './agents'
import type { Part } from './parts'

/** What a part is like before anything of the source itself is known. */
const KINDS: Record<Part, SourceKind> = {
  petal: 'freshFlower',
  flowerHead: 'freshFlower',
  floweringTop: 'freshFlower',
  leaf: 'leaf',
  wholeHerb: 'leaf',
  stem: 'leaf',
  shoot: 'leaf',
  twig: 'barkOrRoot',
  innerBark: 'barkOrRoot',
  bark: 'barkOrRoot',
  root: 'barkOrRoot',
  rhizome: 'barkOrRoot',
  heartwood: 'barkOrRoot',
  cone: 'barkOrRoot',
  berry: 'berry',
  husk: 'husk',
  nut: 'husk',
  seed: 'husk',
  pod: 'husk',
  gall: 'gall',
  thallus: 'lichenBoiled',
  fruitBody: 'bracket',
  cap: 'driedCap',
  insect: 'unknown',
  cake: 'unknown',
}

/** The kind whose prior a source's curve starts from. */
export function sourceKindOf(part: Part, mordants: readonly Mordant[], way?: string): SourceKind {
  if (part === 'gall' && mordants.includes('ironSulfate')) return 'gallWithIron'
  if (part === 'thallus' && way === 'ammoniaFerment') return 'lichenFermented'
  return KINDS[part]
}
