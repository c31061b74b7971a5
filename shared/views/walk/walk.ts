import type { FindSpan } from '../../../core/season/find-span'
import type { Depth } from '../../../core/colour/depth'
import type { Measure } from '../../../catalogue/measures'
import type { GramsEach } from '../../../core/harvest/counted'
import type { Tried } from '../../../core/strength/outside-tried'
import type { AllowanceRule } from '../../../core/harvest/allowance'
import type { PlantState } from '../../../core/harvest/dry-fraction'
import type { PickingRate } from '../../../core/harvest/picking-rate'
import type { SeasonReadiness, ShiftedWindow } from '../../../core/season/shifted-window'
import type { Spread } from '../../../core/spread'
import type { Gathering } from '../log/today'
import type { Source } from '../../schemas/walk/source'
import type { Wish } from '../../schemas/walk/wish'

/** What a wish wants of a source still, after what is in stock. */
export interface Need {
  wish: Wish
  /** Air-dry plant wanted, in stock already, and still to gather as fresh plant, g. */
  wantedDryG: number
  stockDryG: number
  toGatherG: Spread
  basis: 'measured' | 'estimated' | 'typical'
  /** Where a depth was wished for: what its curve says of it. */
  forDepth: DepthRatio | null
}

/** The dry ratio that reaches a depth eight times in ten. */
export interface DepthRatio {
  depth: Depth
  /** null: no ratio is that likely to reach it; the usual one is planned by. */
  ratioDry: number | null
  /** Swatches of the curve that says so; 0: what is usual of the kind. */
  n: number
  /** Dry ratios they were tried at. */
  tried: Tried
}

/** What a patch still bears of a source. */
export interface Bearing {
  patchId: string
  patchName: string
  rule: AllowanceRule
  /** True: the patch's own rule; false: the source's usual one. */
  own: boolean
  allowedG: number | null
  takenG: number
  fallenG: number
  leftG: number | null
  pastG: number
}

/** A season as this dyer knows it. */
export interface SeasonWindow extends ShiftedWindow {
  /** The dyer's own sign that it hangs on; null: its usual months, moved by finds. */
  marker: { words: string; isSeen: boolean; years: number } | null
}

/** One source on the walk. */
export interface WalkRow {
  source: Pick<Source, 'id' | 'commonName' | 'scientificName' | 'part' | 'group'>
  window: SeasonWindow | null
  readiness: SeasonReadiness | null
  /** First and last find in its season, of all years; null: none tells one. */
  finds: FindSpan | null
  gatherings: Gathering[]
  /** In stock, g as it is, and air-dry. */
  leftG: number
  stockDryG: number
  needs: Need[]
  bearings: Bearing[]
}

export interface WalkView {
  southern: boolean
  rows: WalkRow[]
}

/** What was used the last time, and what is known, of a source about to be weighed in. */
export interface SourceOnWalk {
  source: Source
  /** As it was last gathered; null the first time. */
  last: {
    patchId: string | null
    stage: string | null
    obtained: string
    state: PlantState
    containerId: string | null
    tareG: number | null
    measure: Measure | null
    host: string
  } | null
  /** Grams each, by measure. */
  each: Record<'fresh' | 'dried', Partial<Record<Measure, GramsEach>>>
  rate: PickingRate | null
  /** g air-dry plant per g dry fibre: usual of the source, or of this dyer. */
  ratioDry: { value: number; basis: 'learnt' | 'usual'; n: number } | null
  dryFraction: { value: number; basis: 'measured' | 'estimated' | 'typical'; n: number }
  bearings: Bearing[]
  needs: Need[]
}
