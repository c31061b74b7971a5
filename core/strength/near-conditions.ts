import { APART } from './posterior/borrowed'
import type { ConditionKey } from './posterior/priors'

/** What the swatches of one curve have in common, beside their source. */
export type Condition = Record<ConditionKey, string>

/** With so many swatches of its own a curve leans on nothing. */
const THIN = 6
/** Fewer swatches are nothing to lean on. */
const LEAST_TO_LEND = 3

const KEYS = ['fibre', 'mordant', 'ph', 'way', 'stuff'] as const satisfies readonly ConditionKey[]

/** In what two conditions differ. */
export const conditionsApart = (a: Condition, b: Condition): ConditionKey[] =>
  KEYS.filter((key) => a[key] !== b[key])

/**
 * Of the other curves of a source, the one that a thin curve best leans on: of those with more
 * swatches, and at least three, the one whose conditions lie nearest; of equals, the best known.
 *
 * @returns null where the curve stands by itself, or there is nothing to lean on
 */
export function nearestCurve<T extends { condition: Condition; n: number }>(
  wanted: { condition: Condition; n: number },
  others: readonly T[],
): (T & { differs: ConditionKey[] }) | null {
  if (wanted.n >= THIN) return null
  const distance = (differs: readonly ConditionKey[]) =>
    Math.hypot(...differs.map((key) => APART[key].ceiling))
  const lenders = others
    .map((other) => ({ ...other, differs: conditionsApart(wanted.condition, other.condition) }))
    .filter(({ n, differs }) => n >= LEAST_TO_LEND && n > wanted.n && differs.length > 0)
    .sort((a, b) => distance(a.differs) - distance(b.differs) || b.n - a.n)
  return lenders[0] ?? null
}
