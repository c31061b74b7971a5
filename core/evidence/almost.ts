import { comparePair } from './compare-pair'
import { FACTOR_FACTS, FACTORS, PIECE_FACTORS, TOLERANCES, type Factor } from './factors'
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
/** Of larger groups so many are looked at. */
const MOST_OF_A_GROUP = 12

/**
 * Pairs in which a piece and its bath differ in one thing each: a piece as in the one, in a bath as the
 * other had, is alike but in the piece to the one and but in the bath to the other.
 *
 * @returns of each two things the one that takes least plant
 */
export function almostIn(prints: readonly Fingerprint[]): Almost[] {
  const lots = largestLots(
    prints.filter(
      ({ unknown, swatch }) => unknown.length === 0 && typeof swatch.factors.ratioDry === 'number',
    ),
  )
    .filter((of) => of.length > 1)
    .map((of): LookedAt => ({
      of,
      differing: new Set(LOOKED_FOR.filter((each) => mayDiffer(of, each))),
    }))
  return PIECE_FACTORS.flatMap((piece) =>
    OF_BATH.flatMap((bath) => pairsOf(lots, piece, bath).slice(0, 1)),
  )
}

/** Nobody boils a pot for the sake of it. */
const OF_BATH = FACTORS.filter(
  (factor) => ASKED.includes(factor) && !isOfPiece(factor) && FACTOR_FACTS[factor].isChosen,
)

const LOOKED_FOR = [...PIECE_FACTORS, ...OF_BATH]

/** Swatches of one lot, and what some of them differ in. */
interface LookedAt {
  of: readonly Fingerprint[]
  differing: ReadonlySet<Factor>
}

/** So many swatches of a source are looked at: a few suggestions are found among them, if anywhere. */
const MOST_LOOKED_AT = 60

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

function pairsOf(lots: readonly LookedAt[], piece: Factor, bath: Factor): Almost[] {
  const place = lookUp(PLACE_OF, bath)
  return lots
    .filter(({ differing }) => differing.has(piece) && differing.has(bath))
    .flatMap(({ of }) =>
      groupedBy(of, (print) => keyOf(print, piece, 'allMarks') - print.marks[place]!),
    )
    .flatMap((block) => inBlock(block.slice(0, MOST_OF_A_GROUP), piece, bath))
    .sort((a, b) => a.plantG - b.plantG)
}

/** One of each block: they are all of the same two factors, and mostly of the same ratio. */
function inBlock(block: readonly Fingerprint[], piece: Factor, bath: Factor): Almost[] {
  if (!mayDiffer(block, piece) || !mayDiffer(block, bath)) return []
  for (const [i, left] of block.entries()) {
    for (const right of block.slice(i + 1)) {
      const [a, b] = [left.swatch, right.swatch]
      if (a.pot === b.pot || !isOther(left, right, piece) || !isOther(left, right, bath)) continue
      const { differs } = comparePair(a.factors, b.factors, { isOneLot: true })
      if (differs.length !== 2 || !differs.includes(piece) || !differs.includes(bath)) continue
      const plantG = (a.factors.ratioDry as number) * HANK_G
      return [{ bathLike: a.id, pieceLike: b.id, shows: [piece, bath], plantG }]
    }
  }
  return []
}

/** Whether two may lie on other levels; of numbers only a comparison tells. */
function isOther(a: Fingerprint, b: Fingerprint, factor: Factor): boolean {
  const place = lookUp(PLACE_OF, factor)
  return TOLERANCES[factor] !== undefined || a.marks[place] !== b.marks[place]
}
