import { deviation, mean } from 'd3-array'
import { positive } from '../checks'
import type { Basis } from './dry-fraction'
import { present } from '../present'

/** So many of something, weighed together: seven heads, 48 g. */
export interface WeighedCount {
  count: number
  massG: number
}

export interface GramsEach {
  value: number
  /** Relative, one standard deviation between weighings; null for fewer than two. */
  relativeSd: number | null
  basis: Basis
  /** Weighings behind it; 0 for a typical value. */
  n: number
}

/**
 * What one head, handful or jar weighs: all that were weighed together, or what is typical.
 *
 * @param weighed the user's own, of one source, unit and state
 * @param typicalG g each; null where nothing is typical
 * @returns null where neither is there
 * @throws InputError for a count or mass that is not above 0
 * @example gramsEach([{ count: 7, massG: 48 }], null) // 6.86 g each, measured, n 1
 */
export function gramsEach(
  weighed: readonly WeighedCount[],
  typicalG: number | null,
): GramsEach | null {
  if (weighed.length === 0) {
    if (typicalG === null) return null
    const value = positive(typicalG, '/typicalG', 'g')
    return { value, relativeSd: null, basis: 'typical', n: 0 }
  }
  const each = weighed.map(
    ({ count, massG }, i) =>
      positive(massG, `/weighed/${i}/massG`, 'g') / positive(count, `/weighed/${i}/count`),
  )
  const all = weighed.reduce((sum, { massG }) => sum + massG, 0)
  const count = weighed.reduce((sum, weighing) => sum + weighing.count, 0)
  const sd = deviation(each)
  return {
    value: all / count,
    relativeSd: sd === undefined ? null : sd / present(mean(each)),
    basis: 'measured',
    n: weighed.length,
  }
}
