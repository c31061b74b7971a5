import { sum } from 'd3-array'
import { isUnknown } from './alike'
import { comparePair } from './compare-pair'
import { FACTORS, isOfMordant, type Factor } from './factors'
import { groupedBy, PLACE_OF, type EvidenceSwatch, type Fingerprint } from './fingerprints'
import { keyOf } from './matched-sets'
import { lookUp } from '../present'

/** Pairs of a factor that prove nothing, because one other thing differs too, or nobody knows it. */
export interface Spoilt {
  by: Factor
  /** It differed as well. */
  differed: number
  /** It was not written down on one side, or on both. */
  unknown: number
  /** There were more than were looked at. */
  isCut: boolean
}

/** Of larger groups so many are looked at: there are more than are counted. */
const MOST_OF_A_GROUP = 60

/**
 * What spoils the pairs of a factor: how many pairs would be clean but for one other factor.
 *
 * @param factor that both sides are known to differ in
 */
export function spoiltBy(prints: readonly Fingerprint[], factor: Factor): Spoilt[] {
  const told = prints.filter(({ swatch }) => !isUnknown(swatch.factors[factor]))
  const pots = groupedBy(told, ({ swatch }) => swatch.pot).filter((of) => of.length > 1)
  return FACTORS.filter((by) => by !== factor && by !== 'source' && by !== 'part')
    .map((by) => {
      const counts = [
        ...pots.map((of) => countOf(of, factor, by, { isOnePot: true })),
        ...blocksAcross(told, factor, by).map((of) => countOf(of, factor, by, { isOnePot: false })),
      ]
      return {
        by,
        differed: sum(counts, ({ differed }) => differed),
        unknown: sum(counts, ({ unknown }) => unknown),
        isCut: counts.some(({ isCut }) => isCut),
      }
    })
    .filter(({ differed, unknown }) => differed + unknown > 0)
    .sort((a, b) => b.differed + b.unknown - a.differed - a.unknown)
}

/** Swatches of different pots that agree in all but the two factors. */
function blocksAcross(prints: readonly Fingerprint[], factor: Factor, by: Factor): Fingerprint[][] {
  const place = lookUp(PLACE_OF, by)
  const others = prints.filter(({ unknown }) => unknown.every((each) => each === by))
  return groupedBy(others, ({ swatch }) => (by === 'lot' ? swatch.source : swatch.lot)).flatMap(
    (of) =>
      groupedBy(of, (print) => {
        const key = keyOf(print, factor, 'allMarks')
        // the lot is in no key, and what goes with the factor is out of it already
        return by === 'lot' ? key : key - (isTakenOut(factor, by) ? 0 : print.marks[place]!)
      }),
  )
}

const isTakenOut = (factor: Factor, by: Factor) =>
  factor === 'mordant' && (by === 'mordant' || isOfMordant(by))

function countOf(
  block: readonly Fingerprint[],
  factor: Factor,
  by: Factor,
  { isOnePot }: { isOnePot: boolean },
) {
  let [differed, unknown] = [0, 0]
  const looked = block.slice(0, MOST_OF_A_GROUP)
  for (const [i, { swatch: a }] of looked.entries()) {
    for (const { swatch: b } of looked.slice(i + 1)) {
      if ((a.pot === b.pot) !== isOnePot) continue
      const why = whyNot(a, b, factor, by)
      if (why === 'differed') differed++
      if (why === 'unknown') unknown++
    }
  }
  return { differed, unknown, isCut: looked.length < block.length }
}

function whyNot(
  a: EvidenceSwatch,
  b: EvidenceSwatch,
  factor: Factor,
  by: Factor,
): 'differed' | 'unknown' | null {
  const shared = { isOnePot: a.pot === b.pot, isOneLot: a.lot === b.lot }
  const { differs, unknown } = comparePair(a.factors, b.factors, shared)
  if (!differs.includes(factor)) return null
  const [others, unsure] = [differs.filter((each) => each !== factor), unknown]
  if (others.length === 1 && others[0] === by && unsure.length === 0) return 'differed'
  return others.length === 0 && unsure.length === 1 && unsure[0] === by ? 'unknown' : null
}
