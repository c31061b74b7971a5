import type { Freedom } from '../../core/bath/water-budget'
import { CELLULOSE } from './cellulose'
import type { FibreFacts, Form } from './facts'
import { PROTEIN } from './protein'
import { SKINS_AND_WOOD } from './skins-and-wood'
import { keysOf } from '../../core/json'

export { FIBRE_CLASSES, FORMS } from './facts'
export type { FibreClass, FibreFacts, Form } from './facts'

/** Fibres and other things that are dyed. */
export const FIBRES = { ...PROTEIN, ...CELLULOSE, ...SKINS_AND_WOOD } as const
export type Fibre = keyof typeof FIBRES
export const FIBRE_KEYS = keysOf(FIBRES)

/** The facts of a fibre, seen alike for all of them. */
export const fibreFacts = (fibre: Fibre): FibreFacts => FIBRES[fibre]

/**
 * Liquor that a form needs to move in, L per kg dry. Loosely packed skeins: about 20 at the least
 * (common practice, no source), 30 for an even colour; the others from memory.
 */
export const FORM_FREEDOM: Record<Form, Freedom> = {
  fleece: { leastLPerKg: 25, evenLPerKg: 35 },
  roving: { leastLPerKg: 25, evenLPerKg: 35 },
  yarn: { leastLPerKg: 20, evenLPerKg: 30 },
  cloth: { leastLPerKg: 20, evenLPerKg: 30 },
  garment: { leastLPerKg: 20, evenLPerKg: 30 },
  hide: { leastLPerKg: 15, evenLPerKg: 20 },
  pieces: { leastLPerKg: 15, evenLPerKg: 20 },
}
