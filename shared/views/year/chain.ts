import type { Depth } from '../../../core/colour/depth'
import type { Basis } from '../../../core/harvest/dry-fraction'
import type { ChainKind } from '../../../core/plan/chain-steps'
import type { Spread } from '../../../core/spread'
import type { Plan } from '../../schemas/year/plan'

/** What is shown and moved of a chain as one; instants in ms since 1970. */
export interface ChainStep {
  /** `gather`, `pot2`. */
  id: string
  kind: ChainKind
  /** Of pots and baths: which one it is, from 0. */
  index: number
  from: number
  to: number
  /** To begin no later on that day; null: it wants no hands. */
  latestStart: number | null
  /** It was moved there by hand. */
  isMoved: boolean
}

export interface ChainPotView {
  fibreG: number
  depth: Depth | null
  /** Which pot's liquor it dyes in again, from 0; null: its own plant. */
  liquorOf: number | null
  /** g plant per g dry fibre, air-dry and as usually weighed. */
  ratioDry: number | null
  ratioAsWeighed: number | null
  /** As what that is weighed. */
  state: 'fresh' | 'dried'
}

/** Plant that a plan takes, and where it comes from. */
export interface ChainPlant {
  wantedDryG: number
  stockDryG: number
  /** Tags of the lots that cover it. */
  stockCodes: string[]
  /** Fresh, as it is gathered; null: stock covers it. */
  gatherG: Spread | null
  /** How its dryness is known. */
  basis: Basis
  shares: { patchId: string; patchName: string; massG: number }[]
  /** What no known place bears this year, g; null: no place is known. */
  shortG: number | null
  /** Swatches behind the ratio; 0: as usual of its kind. */
  n: number
  /** A depth is wanted that no ratio is likely to reach: the usual one is planned by. */
  isDepthUnsure: boolean
  /** A part whose ratio nobody knows: nothing can be told of the plant. */
  isRatioKnown: boolean
}

/** A plan with all that follows from it. */
export interface ChainView {
  plan: Plan
  sourceName: string
  hex: string[]
  plant: ChainPlant
  pots: ChainPotView[]
  /** Of the largest vessel that may be filled, L; null: none is listed, and ten are taken. */
  roomL: number | null
  mordantG: number | null
  mordantOnShelfG: number
  /** A jar that stands already: its plant, air-dry, g. */
  jar: { code: string; readyAt: number; dryG: number } | null
  /** Mordanted pieces wait wet for their pot; else they are dried. */
  isHeldWet: boolean
  dryingDays: readonly [from: number, to: number] | null
  steps: ChainStep[]
  begins: number
  ends: number
  /** Before the wanted day, ms; null: none is wanted, or it comes too late. */
  spareMs: number | null
  /** Where it cannot be done in time: when it can. */
  soonest: number | null
  /** Why no day was found; empty: one was. */
  failure: string
  /** Local date of the next day that had one; null: none was asked for, or found. */
  nextGood: string | null
}
