import Papa from 'papaparse'
import type { LogTable } from './log-tables'

type Cell = string | number | null
export type Row = Record<string, Cell>

/** Stands for nothing: an empty cell is an empty text. Named as `missingValues` of each table. */
export const MISSING = '\\N'
/** A text that would read as nothing, with one stroke more than it has. */
const LIKE_MISSING = /^\\+N$/

/** Lines of CSV, without a header. Numbers are written so that they read back as they are. */
export const toCsv = ({ columns }: LogTable, rows: readonly Row[]): string =>
  rows.length === 0
    ? ''
    : `${Papa.unparse(
        rows.map((row) => columns.map(({ name }) => cellText(row[name] ?? null))),
        { newline: '\n' },
      )}\n`

export const headOf = ({ columns }: LogTable): string =>
  `${Papa.unparse([columns.map(({ name }) => name)])}\n`

function cellText(value: Cell): string {
  if (value === null) return MISSING
  const text = String(value)
  return LIKE_MISSING.test(text) ? `\\${text}` : text
}

/**
 * A line as it was before it was written.
 *
 * @throws Error naming column, rule and value
 */
export function toRow({ name, columns }: LogTable, cells: readonly string[]): Row {
  if (cells.length !== columns.length) {
    throw new Error(`${name} must have ${columns.length} cells in each line; got ${cells.length}`)
  }
  return Object.fromEntries(
    columns.map((column, i) => [column.name, toCell(column, cells[i] ?? '', name)]),
  )
}

function toCell({ name, type }: LogTable['columns'][number], text: string, table: string): Cell {
  if (text === MISSING) return null
  if (type === 'string') return LIKE_MISSING.test(text) ? text.slice(1) : text
  const number = Number(text)
  if (text.trim() !== '' && Number.isFinite(number)) return number
  throw new Error(`${table}.${name} must be a number; got "${text.slice(0, 40)}"`)
}
