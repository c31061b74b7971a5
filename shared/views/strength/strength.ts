import type { FibreClass } from '../../../catalogue/fibres'
import type { Way } from '../../../catalogue/ways'
import type { Depth } from '../../../core/colour/depth'
import type { PlantState } from '../../../core/harvest/dry-fraction'
import type { Sureness } from '../../../core/safety/gathering'
import type { CurveView } from './curve'
import type { Source } from '../../schemas/walk/source'
import type { PhBand } from './ph-band'
import type { Stuff } from './stuff'

/** Why a swatch is shown beside a curve and not counted in it. */
export type Exclusion =
  | 'mixedBath'
  | 'dyedBefore'
  | 'colourCutOff'
  | 'bareNotRead'
  | 'onlyReadWet'
  | 'ratioUnknown'
  | 'mordantUnknown'
  | 'laterBath'
  | 'onlyReadAfterLight'
  | 'readAsAnother'
  | 'keptApart'

export interface StrengthPointView {
  swatchId: string
  code: string
  /** Whose log its lot came out of; empty: it is one's own. */
  fromLog: string
  /** `silk hank, red thread, alum 12 %`. */
  name: string
  potCode: string
  lotCodes: string[]
  dyedOn: string
  /** g air-dry plant per g dry fibre, and as weighed in `state`. */
  ratioDry: number | null
  /** SD of its logarithm: 0 where all was weighed. */
  ratioErrorSd: number | null
  ratioAsWeighed: number | null
  state: PlantState | 'mixed'
  hex: string
  basis: 'measured' | 'estimated'
  /** null where it cannot be told. */
  strength: number | null
  depth: Depth | null
  exclusion: Exclusion | null
  /** 1 is the first bath; of a later one, the dry ratio that the first had. */
  bathNumber: number
  /** With its pieces in; null: not known. */
  boiled: boolean | null
  firstRatioDry: number | null
  /** Coats, where it was painted on. */
  coats: number | null
  /** How sure the name of what it was dyed with is (the least sure of its lots), and why. */
  sureness: Sureness
  evidence: string[]
}

/** Alike swatches of one source: the same fibre class, mordant, final pH and way. */
export interface StrengthGroup {
  key: string
  fibreClass: FibreClass
  /** `Al`, `Al Fe`, `none`. */
  mordant: string
  phBand: PhBand
  /** How the mordants of its swatches differ among themselves, in words; empty: they do not. */
  treatedHow: string
  way: Way
  stuff: Stuff
  points: StrengthPointView[]
  /** How many swatches the curve counts, and in how many lots. */
  n: number
  lots: number
  estimated: number
  /** What its swatches say; null while none can be counted. */
  curve: CurveView | null
}

export interface StrengthView {
  source: Source
  /** Most swatches first; never empty: without a swatch, what is usual for the kind. */
  groups: StrengthGroup[]
  /** Mean dry matter of its lots as they were used, to tell dry ratios in fresh weight. */
  usualDryFraction: number
  usualState: PlantState
  /** Logs of others that hold swatches of it. */
  others: OtherLog[]
}

/** Another dyer's swatches of a source: on no curve before they are wanted there. */
export interface OtherLog {
  fromLog: string
  swatches: number
  isCounted: boolean
}

/** A source with swatches, as Strength lists it. */
export interface SourceWithSwatches {
  sourceId: string
  code: string
  commonName: string
  scientificName: string
  part: string
  swatches: number
}
