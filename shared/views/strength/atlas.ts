import type { FibreClass } from '../../../catalogue/fibres'
import type { Way } from '../../../catalogue/ways'
import type { HueFamily } from '../../../core/colour/colour-name'
import type { Depth } from '../../../core/colour/depth'
import type { Lab } from '../../../core/colour/tristimulus'
import type { Enough, Interval } from '../../../core/strength/posterior/posterior'
import type { Source } from '../../schemas/walk/source'
import type { PhBand } from './ph-band'
import type { Stuff } from './stuff'

/** One curve among all: short enough that hundreds are sent at once. */
export interface AtlasRow {
  sourceId: string
  key: string
  fibreClass: FibreClass
  mordant: string
  phBand: PhBand
  way: Way
  stuff: Stuff
  n: number
  lots: number
  estimated: number
  /** Swatches on near conditions that it leans on; 0: it stands by itself. */
  donorSwatches: number
  dyedFrom: string
  dyedTo: string
  /** Probability that it takes here at all. */
  uptakeProbability: number
  ceiling: Interval
  ceilingReached: boolean
  /** Some swatch was read with an instrument: else a ceiling has a word, and no number. */
  isScaleKnown: boolean
  /** Its colour; null where the hue is not known. */
  ceilingHex: string | null
  /** Dry ratio. */
  enough: Interval & Pick<Enough, 'beyondTried'>
  /** Strength per gram of dry plant on a gram of fibre, at enough, or the farthest ratio tried. */
  perGram: Interval
  /** Strength at 0.5 : 1 dry, by which sources are held against each other. */
  atHalf: Interval
  forDepth: { depth: Depth; p50: number | null; p80: number | null }[]
  /** Colour to expect at enough; null where its hue is not known. */
  lab: Lab | null
  hex: string | null
  family: HueFamily | null
  /** Colours to expect at even steps of the ribbon's log scale, and the dry ratios tried: 0, 0 for none. */
  ribbon: string[]
  tried: [least: number, most: number]
}

/** What a source is, beside its curves. */
export interface AtlasSource extends Pick<
  Source,
  'code' | 'commonName' | 'scientificName' | 'part' | 'group' | 'fastness' | 'usualRatioState'
> {
  sourceId: string
  /** Dry matter of it as usually weighed. */
  usualDryFraction: number
  /** By timed walks; null: none was timed. */
  gramsPerHour: number | null
  walks: number
}

export interface AtlasView {
  sources: AtlasSource[]
  rows: AtlasRow[]
  /** Sources whose curves are being computed anew: what stands here is of before. */
  pending: number
}
