import type { Habitat } from '../../../catalogue/sources/habitats'
import type { HueFamily } from '../../../core/colour/colour-name'
import type { TypicalRatio } from '../../../core/strength/typical-ratios'
import type { Source } from '../../schemas/walk/source'

/** What may be mordanted with, where it is asked what is typical. */
export const TYPICAL_MORDANTS = ['none', 'alum', 'iron'] as const
export type TypicalMordant = (typeof TYPICAL_MORDANTS)[number]
export const TYPICAL_FIBRES = ['wool', 'silk', 'cotton', 'linen'] as const
export type TypicalFibre = (typeof TYPICAL_FIBRES)[number]

/** What is usual of one source: by its kind and what is said of it, by no swatch. */
export interface TypicalRow extends Pick<
  Source,
  | 'commonName'
  | 'scientificName'
  | 'part'
  | 'group'
  | 'fastness'
  | 'usualRatio'
  | 'usualRatioState'
  | 'provenance'
  | 'poisonous'
  | 'stopGroup'
> {
  sourceId: string
  /** Colour in words with the mordant that was asked for; empty: not known. */
  hue: string
  families: HueFamily[]
  /** Where it grows, from memory; empty: nobody wrote it down. */
  habitats: readonly Habitat[]
  /** Months in which it is ready, 1 to 12, of the log's hemisphere; empty: not known. */
  months: number[]
  /** Air-dry share of it as it is usually weighed. */
  dryFraction: number
  forDepth: TypicalRatio[]
  /** Swatches of one's own: then its own curve knows better. */
  swatches: number
}

export interface TypicalView {
  rows: TypicalRow[]
}
