import { deltaE2000 } from '../colour/screen-colour'
import { present } from '../present'
import { comparePair, type PairComparison } from './compare-pair'
import type { EvidenceSwatch } from './fingerprints'
import { ALPHA, tInterval, tProbability } from './paired-tests'
import { LEAST_REPEATS, type Repeats } from './repeat-spread'

/** What two swatches say of each other. */
export interface JudgedPair extends PairComparison {
  /** The second against the first; without ends where nothing tells how far luck goes. */
  times: { mid: number; low: number | null; high: number | null }
  /** CIEDE2000; null: a colour is missing. */
  deltaE: number | null
  /** Whether the same recipe made again lies as far apart once in twenty times or less; null: not known. */
  isMoreThanLuck: boolean | null
  /** What it was held against: repeats of one pot, of one lot, or from lot to lot. */
  against: 'withinPot' | 'withinLot' | 'betweenLots' | null
}

/** Holds two read swatches against each other, and their difference against what luck makes of one recipe. */
export function judgedPair(a: EvidenceSwatch, b: EvidenceSwatch, repeats: Repeats): JudgedPair {
  const shared = { isOnePot: a.pot === b.pot, isOneLot: a.lot === b.lot }
  const log = Math.log(present(b.strength) / present(a.strength))
  // what is wider holds for what is narrower, not the other way round
  const wide = ['withinPot', 'withinLot', 'betweenLots'] as const
  const from = shared.isOnePot ? 0 : shared.isOneLot ? 1 : 2
  const against =
    wide.slice(from).find((of) => repeats[of].df >= LEAST_REPEATS && repeats[of].sdLog) ?? null
  const spread = against && repeats[against]
  const error = spread ? Math.SQRT2 * present(spread.sdLog) : null
  const { low, high } =
    error !== null && spread ? tInterval(log, error, spread.df) : { low: null, high: null }
  return {
    ...comparePair(a.factors, b.factors, shared),
    times: {
      mid: Math.exp(log),
      low: low === null ? null : Math.exp(low),
      high: high === null ? null : Math.exp(high),
    },
    deltaE: a.lab && b.lab ? deltaE2000(a.lab, b.lab) : null,
    isMoreThanLuck: error !== null && spread ? tProbability(log, error, spread.df) <= ALPHA : null,
    against,
  }
}
