import type { ReadyLevel } from '../../../core/fibre/readiness'
import type { PieceLook } from '../../rules/basket/fibre'
import type { PieceSet } from '../../schemas/basket/piece-set'

/** What stands in the basket, the readiest first. */
export const BASKET_LEVELS = ['mordanted', 'bare', 'unwashed', 'rinseDue', 'inBath'] as const
export type BasketLevel = (typeof BASKET_LEVELS)[number]

/** One line of the basket: what is needed to say whether a piece is ready, and to choose it. */
export interface BasketRow extends PieceLook {
  id: string
  level: ReadyLevel
  setId: string | null
  /** Colour of the bare fibre, or null where it was not read. */
  hex: string | null
  pots: number
  /** Set aside, or split into others. */
  isGone: boolean
  bath: { id: string; code: string; running: boolean } | null
  /** The pot it swims in now. */
  inPot: string | null
}

export interface BasketView {
  levels: { level: BasketLevel; count: number; dryG: number }[]
  sets: (Pick<PieceSet, 'id' | 'name' | 'kind'> & { count: number; dryG: number })[]
  /** Been through a pot. */
  dyed: number
}

/** A stretch of the basket's lines. */
export interface BasketRows {
  rows: BasketRow[]
  /** How many there are in all. */
  count: number
}
