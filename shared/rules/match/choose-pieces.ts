import { sort, sum } from 'd3-array'
import type { Fibre } from '../../../catalogue/fibres'
import { mordantKeyOf, type Piece } from '../../schemas/basket/piece'

export interface ChosenPieces {
  pieces: Piece[]
  /** Whether they still want the mordant. */
  isBare: boolean
}

export interface WantedPieces {
  fibre: Fibre
  /** Dry, g; and no more than the plant at hand can dye. */
  fibreG: number
  mostG?: number
  /** Key of what they must have before the bath. */
  mordant: string
}

/** Pieces may come to so much less, or more, than was asked for: skeins are not cut. */
const WITHIN = { least: 0.85, most: 1.2 }

/**
 * Undyed pieces of a basket that come to so much fibre: mordanted so already, else bare ones that want
 * it still.
 *
 * @returns null where the basket holds neither
 */
export function choosePieces(
  basket: readonly Piece[],
  { fibre, fibreG, mordant, mostG = Infinity }: WantedPieces,
): ChosenPieces | null {
  const free = basket.filter((piece) => piece.fibre === fibre && !piece.bathId)
  const as = (key: string) => free.filter((piece) => mordantKeyOf(piece) === key)
  const ready = adding(as(mordant), fibreG, mostG)
  if (ready) return { pieces: ready, isBare: false }
  const bare = mordant === 'none' ? null : adding(as('none'), fibreG, mostG)
  return bare && { pieces: bare, isBare: true }
}

/** Pieces whose weights add up, the largest that still fit first. */
function adding(pieces: readonly Piece[], fibreG: number, mostG: number): Piece[] | null {
  const chosen: Piece[] = []
  let total = 0
  for (const piece of sort(pieces, ({ dryG }) => -dryG)) {
    if (total + piece.dryG > Math.min(mostG, WITHIN.most * fibreG)) continue
    chosen.push(piece)
    total += piece.dryG
    if (total >= fibreG) break
  }
  return sum(chosen, ({ dryG }) => dryG) >= WITHIN.least * fibreG ? chosen : null
}
