import { sum } from 'd3-array'
import { comparePair } from './compare-pair'
import type { Effect } from './effects'
import { FACTOR_FACTS, FACTORS, PIECE_FACTORS, type Factor } from './factors'
import { groupedBy, isOfPiece, PLACE_OF, type Fingerprint } from './fingerprints'
import { ASKED, keyOf, mayDiffer } from './matched-sets'
import { lookUp } from '../present'

/** A confounded pair that one more piece would part into two clean ones. */
export interface Almost {
  /** The bath that is made again, by a swatch out of it. */
  bathLike: string
  /** The piece that goes into it, by a swatch of its kind. */
  pieceLike: string
  /** What each of the two clean pairs would show: of the piece, and of the bath. */
  shows: [piece: Factor, bath: Factor]
  /** Air-dry plant that it takes, g. */
  plantG: number
}

/** A test hank, g. */
const HANK_G = 10
const MOST = 5
/** Of larger groups so many are looked at. */
const MOST_OF_A_GROUP = 12

/**
 * Pairs in which a piece and its bath differ in one thing each: a piece as in the one, in a bath as the
 * other had, is alike but in the piece to the one and but in the bath to the other. Those first that
 * tell most for their plant: what few proofs tell of yet.
 */
export function almostClean(prints: readonly Fingerprint[], effects: readonly Effect[]): Almost[] {
  const lots = largestLots(
    prints.filter(
      ({ unknown, swatch }) => unknown.length === 0 && typeof swatch.factors.ratioDry === 'number',
    ),
  )
  const proofsOf = (factor: Factor) =>
    sum(effects, (effect) => (effect.factor === factor ? effect.proofs : 0))
  const worth = ({ shows, plantG }: Almost) =>
    sum(shows, (factor) => 1 / (1 + proofsOf(factor))) / plantG
  const found = PIECE_FACTORS.flatMap((piece) =>
    OF_BATH.flatMap((bath) => pairsOf(lots, piece, bath).slice(0, 1)),
  )
  return found.sort((a, b) => worth(b) - worth(a)).slice(0, MOST)
}

/** Nobody boils a pot for the sake of it. */
const OF_BATH = FACTORS.filter(
  (factor) => ASKED.includes(factor) && !isOfPiece(factor) && FACTOR_FACTS[factor].isChosen,
)

/** So many swatches are looked at: a few suggestions are found among them, if anywhere. */
const MOST_LOOKED_AT = 3000

/** Lots of most swatches first: what was often changed is in them. */
function largestLots(known: readonly Fingerprint[]): Fingerprint[][] {
  const lots = groupedBy(known, ({ swatch }) => swatch.lot).sort((a, b) => b.length - a.length)
  let left = MOST_LOOKED_AT
  return lots.filter((of) => {
    const isLookedAt = left > 0
    left -= of.length
    return isLookedAt
  })
}

function pairsOf(lots: readonly (readonly Fingerprint[])[], piece: Factor, bath: Factor): Almost[] {
  const place = lookUp(PLACE_OF, bath)
  return lots
    .filter((of) => mayDiffer(of, piece) && mayDiffer(of, bath))
    .flatMap((of) =>
      groupedBy(of, (print) => keyOf(print, piece, 'allMarks') - print.marks[place]!),
    )
    .flatMap((block) => inBlock(block.slice(0, MOST_OF_A_GROUP), piece, bath))
    .sort((a, b) => a.plantG - b.plantG)
}

/** One of each block: they are all of the same two factors, and mostly of the same ratio. */
function inBlock(block: readonly Fingerprint[], piece: Factor, bath: Factor): Almost[] {
  if (!mayDiffer(block, piece) || !mayDiffer(block, bath)) return []
  for (const [i, { swatch: a }] of block.entries()) {
    for (const { swatch: b } of block.slice(i + 1)) {
      if (a.pot === b.pot) continue
      const { differs } = comparePair(a.factors, b.factors, { isOneLot: true })
      if (differs.length !== 2 || !differs.includes(piece) || !differs.includes(bath)) continue
      const plantG = (a.factors.ratioDry as number) * HANK_G
      return [{ bathLike: a.id, pieceLike: b.id, shows: [piece, bath], plantG }]
    }
  }
  return []
}
