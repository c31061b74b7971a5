import type { HueFamily } from '../../../core/colour/colour-name'
import type { CurveView } from '../strength/curve'

/** What came from one place in a year, against what it bears. */
export interface GatheredAt {
  /** null: nobody wrote down where. */
  patchName: string | null
  /** As fresh, g. */
  freshG: number
  /** Of that, picked up or pruned off anyway: it takes nothing from the place. */
  fallenG: number
  /** null: no limit, or not known. */
  allowedG: number | null
}

export interface GatheredOf {
  sourceId: string
  sourceName: string
  part: string
  gatherings: number
  /** Of them, those of which nobody knows how much it was: they count nowhere. */
  unknown: number
  freshG: number
  /** Amounts that were told, not weighed, among them. */
  isRough: boolean
  places: GatheredAt[]
}

/** Skeins of one family of colour. */
export interface DyedColour {
  family: HueFamily
  pieces: number
  fibreG: number
  /** Of some of them, deepest first. */
  hexes: string[]
}

/** Air-dry plant for the fibre it dyed, over a year's first baths. */
export interface PlantPerFibre {
  sourceId: string
  sourceName: string
  pots: number
  plantG: number
  fibreG: number
}

/** What a year's swatches told of a curve. */
export interface Learnt extends Pick<
  CurveView,
  'sourceId' | 'key' | 'fibreClass' | 'mordant' | 'phBand' | 'way' | 'stuff'
> {
  sourceName: string
  /** Swatches before the year, and by its end. */
  nBefore: number
  n: number
  /** Its `enough` is known so many times more narrowly than before; below 1: less so. */
  narrowing: number
  /** Below one half it likely does not take, and nothing is enough. */
  uptakeProbability: number
  /** Ends of where twice the plant stops helping, dry; null: not reached, or it does not take. */
  enough: readonly [low: number, high: number] | null
}

/** A year looked back on. */
export interface YearBack {
  year: number
  /** Calendar years with a gathering or a pot, newest first. */
  years: number[]
  gathered: GatheredOf[]
  pots: number
  pieces: number
  unread: number
  /** Of first baths. */
  fibreG: number
  /** Pieces of first baths that were told, not weighed, among them; and those that nobody weighed at all, in none. */
  isFibreRough: boolean
  unweighedPieces: number
  colours: DyedColour[]
  plantPerFibre: PlantPerFibre[]
  /** Pots whose plant or fibre nobody measured, or that more than one source shared. */
  unmeasuredPots: number
  verdicts: { again: number; change: number; not: number }
  learnt: Learnt[]
  /** Told or noted by the dyer, or as such pots usually take, min. */
  attention: { minutes: number; known: number; pots: number }
  waste: {
    /** Plant written off, air-dry, g. */
    lostG: number
    pouredL: number
    /** Pots whose liquor was poured away, and those of them of which nobody knows how much. */
    poured: number
    pouredUnknown: number
    composted: number
    binned: number
  }
}
