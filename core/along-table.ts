import { first, last } from './present'
/** Rows of a table that one value is read off by another, rising in the first. */
export type ValueTable = readonly (readonly [at: number, value: number])[]

/**
 * Value of a table at a place between its rows, by straight lines; beyond its ends the last row's,
 * so that nothing is promised that was not measured.
 */
export function alongTable(table: ValueTable, at: number): number {
  const above = table.findIndex(([row]) => row >= at)
  if (above === 0) return first(table)[1]
  if (above < 0) return last(table)[1]
  const [lowAt, low] = table[above - 1]!
  const [highAt, high] = table[above]!
  return low + ((high - low) * (at - lowAt)) / (highAt - lowAt)
}
