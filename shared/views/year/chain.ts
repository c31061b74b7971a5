import type { Fastness } from '../../../catalogue/sources'
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
  /** Of pots, baths and plants: which one it is, from 0. */
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
  /** Which of the plants it is dyed with, from 0. */
  plant: number
  /** Code of the swatch that it makes again; null: of none, or its ratio is not known. */
  againCode: string | null
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

/** A plant that a plan takes, and where it comes from. */
export interface ChainPlant {
  sourceId: string
  sourceName: string
  /** As is typical of it. */
  fastness: Fastness
  /** One that stands already; null: none does. */
  jar: ChainJar | null
  /** Of it, if it is gathered and dried. */
  dryingDays: readonly [from: number, to: number] | null
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

/** A part of a chain that was done, and on which local date. */
export interface DoneStep extends Pick<ChainStep, 'id' | 'kind' | 'index'> {
  on: string
}

/** A plan with all that follows from it. */
export interface ChainView {
  plan: Plan
  /** Of all its sources. */
  sourceName: string
  /** The deepest colour that its latest gathering gave; null: none was read. */
  hex: string | null
  cautions: Caution[]
  /** The plan's own first. */
  plants: ChainPlant[]
  pots: ChainPot[]
  /** What the largest vessel may be filled to, L; null: none is listed. */
  roomL: number | null
  mordantG: number | null
  mordantOnShelfG: number
  /** Mordanted pieces wait wet for their pot; else they are dried. */
  isHeldWet: boolean
  steps: ChainStep[]
  done: DoneStep[]
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
