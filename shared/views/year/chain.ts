import type { Depth } from '../../../core/colour/depth'
import type { Basis } from '../../../core/harvest/dry-fraction'
import type { ChainKind } from '../../../core/plan/chain-steps'
import type { Caution } from '../../../core/safety/gathering'
import type { Spread } from '../../../core/spread'
import type { Tried } from '../../../core/strength/outside-tried'
import type { Plan } from '../../schemas/year/plan'

/** What is shown and moved of a chain as one; instants in ms since 1970. */
export interface ChainStep {
  /** `gather`, `pot2`. */
  id: string
  kind: ChainKind
  /** Of pots and baths: which one it is, from 0. */
  index: number
  /** Ids of those that it waits for. */
  after: string[]
  from: number
  to: number
  /** To begin no later on that day; null: it wants no hands. */
  latestStart: number | null
  /** Name of the vessel it is laid into; null: none, or there is but one. */
  vessel: string | null
  /** It was moved there by hand. */
  isMoved: boolean
}

export interface ChainPot {
  fibreG: number
  pieces: number
  depth: Depth | null
  /** Its ratio reaches that depth eight times in ten, by a curve of this fibre and mordant. */
  isDepthLikely: boolean
  /** Which pot's liquor it dyes in again, from 0; null: its own plant. */
  liquorOf: number | null
  /** g plant per g dry fibre, air-dry and as weighed in `state`. */
  ratioDry: number | null
  ratioAsWeighed: number | null
  state: 'fresh' | 'dried'
}

/** Plant that a plan takes, and where it comes from. */
export interface ChainPlant {
  wantedDryG: number
  stockDryG: number
  /** Tags of the lots that cover it. */
  stockCodes: string[]
  /** Fresh, as it is gathered; null: none is. */
  gatherG: Spread | null
  /** How its dryness is known. */
  basis: Basis
  shares: { patchId: string; patchName: string; massG: number }[]
  /** What no known place bears this year, g; null: no place is known. */
  shortG: number | null
  /** Of a part nobody knows how much plant it takes: nothing can be told of the amount. */
  isRatioKnown: boolean
  /** Swatches behind the ratios for a depth, and the dry ratios they were tried at. */
  forDepth: { n: number; tried: Tried }
  /** Swatches behind the ratio that is usually taken; 0: as is usual of its kind. */
  usualN: number
}

/** A jar that stands already. */
export interface ChainJar {
  code: string
  /** Likely ready from then on, ms since 1970. */
  readyAt: number
  /** Its plant, air-dry, g, that no plan before this one takes. */
  dryG: number
}

/** A plan with all that follows from it. */
export interface ChainView {
  plan: Plan
  sourceName: string
  /** The deepest colour that its latest gathering gave; null: none was read. */
  hex: string | null
  cautions: Caution[]
  plant: ChainPlant
  pots: ChainPot[]
  /** What the largest vessel may be filled to, L; null: none is listed. */
  roomL: number | null
  mordantG: number | null
  mordantOnShelfG: number
  jar: ChainJar | null
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
