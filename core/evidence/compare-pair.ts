import { areAlike, isAmounts, isUnknown } from './alike'
import {
  FACTOR_FACTS,
  FACTORS,
  isOfMordant,
  type Factor,
  type Factors,
  type FactorValue,
} from './factors'

/**
 * What a pair of swatches can prove: `clean` shows what one factor does; `confounded` shows
 * nothing, since several differ; `repeat` shows the spread; `unsure` could be any of them.
 */
type PairVerdict = 'clean' | 'confounded' | 'repeat' | 'unsure'

export interface PairComparison {
  verdict: PairVerdict
  /** Factors that differ beyond their tolerance. */
  differs: Factor[]
  /** Factors not recorded on one side or both. */
  unknown: Factor[]
}

/**
 * Compares two swatches factor by factor, over every factor that either of them names.
 *
 * A factor that one side does not know makes the verdict unsure, whatever else is alike: a
 * difference nobody wrote down is the commonest reason for two skeins that should have matched.
 * A planned trial is compared in the same way before the pot is lit.
 *
 * Another mordant has its own percentage, heat and finish: those are no second difference, but agents
 * that both have must be alike.
 *
 * @param a,b values by factor; `null` (or left out on one side) is unknown
 * @param shared of pieces of one pot its liquor is the same, known or not; of one lot the plant
 * @throws InputError for a number that is not finite
 */
export function comparePair(
  a: Factors,
  b: Factors,
  shared: { isOnePot?: boolean; isOneLot?: boolean } = {},
): PairComparison {
  const { isOnePot = false, isOneLot = isOnePot } = shared
  const isSame = (factor: Factor) => {
    const { sharedBy } = FACTOR_FACTS[factor]
    if (sharedBy === 'lot') return isOneLot
    if (sharedBy === 'potUnlessTold')
      return isOnePot && isUnknown(a[factor]) && isUnknown(b[factor])
    return isOnePot && sharedBy === 'pot'
  }
  const named = FACTORS.filter((factor) => (factor in a || factor in b) && !isSame(factor))
  const isOtherMordant =
    named.includes('mordant') &&
    !isUnknown(a.mordant) &&
    !isUnknown(b.mordant) &&
    !areAlike('mordant', a.mordant!, b.mordant!)
  const sides = (factor: Factor) => {
    const [x = null, y = null] = [a[factor], b[factor]]
    return isOtherMordant
      ? ([withMordant(factor, x, y), withMordant(factor, y, x)] as const)
      : ([x, y] as const)
  }
  const compared = named.filter(
    (factor) => !isOtherMordant || !isOfMordant(factor) || factor === 'mordantPercent',
  )
  const unknown = compared.filter((factor) => sides(factor).some(isUnknown))
  const differs = compared.filter(
    (factor) => !unknown.includes(factor) && !areAlike(factor, ...sides(factor)),
  )
  return { verdict: verdictOf(differs.length, unknown.length), differs, unknown }
}

function verdictOf(differs: number, unknown: number): PairVerdict {
  if (unknown > 0) return 'unsure'
  if (differs === 0) return 'repeat'
  return differs === 1 ? 'clean' : 'confounded'
}

/** What goes with another mordant differs with it; shared agents are still held against each other. */
function withMordant(factor: Factor, value: FactorValue, other: FactorValue): FactorValue {
  if (factor !== 'mordantPercent' || !isAmounts(value) || !isAmounts(other)) return value
  return Object.fromEntries(Object.entries(value).filter(([agent]) => agent in other))
}
