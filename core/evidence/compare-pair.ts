import { finite } from '../checks'
import {
  FACTORS,
  TOLERANCES,
  type Amounts,
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

/** Binary dust of a difference, so that 82 and 87 are 5 apart and no more. */
const DUST = 1e-9

/**
 * Compares two swatches factor by factor, over every factor that either of them names.
 *
 * A factor that one side does not know makes the verdict unsure, whatever else is alike: a
 * difference nobody wrote down is the commonest reason for two skeins that should have matched.
 * A planned trial is compared in the same way before the pot is lit.
 *
 * @param a,b values by factor; `null` (or left out on one side) is unknown
 * @throws InputError for a number that is not finite
 */
export function comparePair(a: Factors, b: Factors): PairComparison {
  const named = FACTORS.filter((factor) => factor in a || factor in b)
  const unknown = named.filter((factor) => isUnknown(a[factor]) || isUnknown(b[factor]))
  const differs = named.filter(
    (factor) => !unknown.includes(factor) && !areAlike(factor, a[factor]!, b[factor]!),
  )
  return { verdict: verdictOf(differs.length, unknown.length), differs, unknown }
}

function verdictOf(differs: number, unknown: number): PairVerdict {
  if (unknown > 0) return 'unsure'
  if (differs === 0) return 'repeat'
  return differs === 1 ? 'clean' : 'confounded'
}

const isAmounts = (value: FactorValue | undefined): value is Amounts =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Of amounts, one that is not known leaves the whole unknown. */
const isUnknown = (value: FactorValue | undefined) =>
  value === null || value === undefined || (isAmounts(value) && Object.values(value).includes(null))

function areAlike(factor: Factor, a: FactorValue, b: FactorValue): boolean {
  if (typeof a === 'number' && typeof b === 'number') {
    const apart = Math.abs(finite(a, `/a/${factor}`) - finite(b, `/b/${factor}`))
    const tolerance = TOLERANCES[factor]
    if (!tolerance) return apart === 0
    if ('absolute' in tolerance) return apart <= tolerance.absolute + DUST
    return apart <= tolerance.relative * Math.max(Math.abs(a), Math.abs(b)) + DUST
  }
  if (Array.isArray(a) && Array.isArray(b)) {
    const [first, second] = [new Set(a.map(folded)), new Set(b.map(folded))]
    return first.size === second.size && [...first].every((value) => second.has(value))
  }
  if (isAmounts(a) && isAmounts(b)) {
    const names = new Set([...Object.keys(a), ...Object.keys(b)])
    return [...names].every(
      (name) => name in a && name in b && areAlike(factor, a[name] ?? null, b[name] ?? null),
    )
  }
  return typeof a === typeof b && folded(a) === folded(b)
}

/** Texts are compared as people write them: without regard to case and outer spaces. */
const folded = (value: unknown) => String(value).trim().toLowerCase()
