import type { FibreLimits } from '../../core/fibre/limits'
import type { Taking } from '../../core/fibre/takes'
import type { Provenance } from '../provenance'

/** Classes of fibres that share a curve. */
export const FIBRE_CLASSES = {
  wool: 'wool',
  superwash: 'superwash wool',
  silk: 'silk',
  cellulose: 'cotton, linen and kin',
  leather: 'leather',
  fishSkin: 'fish skin',
  gut: 'gut',
  quill: 'quills',
  wood: 'wood',
  other: 'other',
} as const
export type FibreClass = keyof typeof FIBRE_CLASSES

export const FORMS = ['fleece', 'roving', 'yarn', 'cloth', 'garment', 'hide', 'pieces'] as const
export type Form = (typeof FORMS)[number]

/** Everything a planner asks of a fibre, and where it comes from. */
export interface FibreFacts {
  label: string
  /** Three letters of its tags. */
  code: string
  class: FibreClass
  origin: 'protein' | 'cellulose' | 'skin' | 'wood' | 'other'
  /** Forms it comes in, the usual one first. */
  forms: readonly Form[]
  limits: FibreLimits
  takes: Taking
  /** Said at the point of doing: how it is wetted and handled in the bath. */
  handling: string
  /** Soak in warm water before a bath, min. */
  wetOutMin: number
  felts: 'easily' | 'little' | 'no'
  /** Shrinks by so much of its length when first washed hot, %; null: not to speak of. */
  shrinksPercent: readonly [number, number] | null
  /** What it loses in the bath and wants back afterwards; null: nothing. */
  oils: string | null
  /** Put into a bath, brushed with liquor, or both. */
  ways: readonly ('bath' | 'paint')[]
  /** Usual mordant, by its scheme. */
  scheme: 'alum' | 'tanninAlum' | 'tannin' | 'none'
  provenance: Provenance
}
