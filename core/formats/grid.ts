import { read, SSF, utils, type CellObject, type WorkSheet } from '@e965/xlsx'
import { MOST_CELL_SIGNS, MOST_COLUMNS, MOST_ROWS } from './most-rows'
import { isPacked } from './packed'
import { FileProblem, readCells } from './table'

/** One sheet of a spreadsheet: its cells as they are written; a formula begins with `=`. */
export interface GridSheet {
  name: string
  /** Ragged: a row ends with its last filled cell. */
  rows: string[][]
}

const MOST_SHEETS = 40

/**
 * Reads a spreadsheet: CSV (comma, semicolon or tab), XLSX or ODS. Merged cells say the same in each of
 * them, dates come as `2024-08-15`, percentages with their sign; formulas are told and not computed.
 *
 * @throws FileProblem for a file that is none of these, or larger than any dyer's
 */
export function readGrid(bytes: Uint8Array): GridSheet[] {
  const sheets = isPacked(bytes) ? readWorkbook(bytes) : [{ name: '', rows: readCells(bytes) }]
  const filled = sheets
    .map(({ name, rows }) => ({ name, rows: trimmed(rows) }))
    .filter(({ rows }) => rows.length > 0)
  if (filled.length === 0) throw new FileProblem(1, 'no sheet of the file holds anything.')
  return filled
}

function readWorkbook(bytes: Uint8Array): GridSheet[] {
  const book = (() => {
    try {
      return read(bytes, { type: 'array', cellFormula: true, cellNF: true })
    } catch {
      throw new FileProblem(1, 'it is no spreadsheet that can be read: save it as XLSX or CSV.')
    }
  })()
  if (book.SheetNames.length > MOST_SHEETS) {
    throw new FileProblem(1, `${book.SheetNames.length} sheets, where ${MOST_SHEETS} are read.`)
  }
  const countsFrom1904 = book.Workbook?.WBProps?.date1904 ?? false
  return book.SheetNames.flatMap((name) => {
    const sheet = book.Sheets[name]
    return sheet ? [{ name, rows: cellsOf(sheet, countsFrom1904) }] : []
  })
}

function cellsOf(sheet: WorkSheet, countsFrom1904: boolean): string[][] {
  const area = sheet['!ref']
  if (!area) return []
  const { e: end } = utils.decode_range(area)
  if (end.r >= MOST_ROWS) {
    throw new FileProblem(end.r + 1, `more than ${MOST_ROWS} rows: split the file.`)
  }
  const columns = Math.min(end.c + 1, MOST_COLUMNS)
  const rows = Array.from({ length: end.r + 1 }, (_, r) =>
    Array.from({ length: columns }, (__, c) => {
      const cell = sheet[utils.encode_cell({ r, c })] as CellObject | undefined
      return cell ? textOf(cell, countsFrom1904) : ''
    }),
  )
  for (const { s: from, e: to } of sheet['!merges'] ?? []) {
    const told = rows[from.r]?.[from.c] ?? ''
    for (let r = from.r; r <= Math.min(to.r, end.r); r++) {
      for (let c = from.c; c <= Math.min(to.c, columns - 1); c++) rows[r]![c] = told
    }
  }
  return rows
}

function textOf(
  { f: formula, t: type, v: value, w: shown, z: format }: CellObject,
  countsFrom1904: boolean,
): string {
  if (formula !== undefined) return `=${formula}`
  if (type === 'e' || value === undefined) return ''
  if (typeof value !== 'number') return String(value).trim()
  if (typeof format !== 'string') return String(value)
  if (SSF.is_date(format)) return dayOf(value, countsFrom1904) ?? shown ?? ''
  return format.includes('%') ? (shown ?? '') : String(value)
}

/** A sheet counts days from 1900, or as some do from 1904, and knows no zone; null: a time of day alone. */
function dayOf(serial: number, date1904: boolean): string | null {
  if (serial < 1) return null
  const { y, m, d } = SSF.parse_date_code(serial, { date1904 }) as Record<'y' | 'm' | 'd', number>
  const two = (part: number) => String(part).padStart(2, '0')
  return `${y}-${two(m)}-${two(d)}`
}

/** Without what is empty on the right of each row and below the last. */
function trimmed(rows: readonly string[][]): string[][] {
  const kept = rows.map((row, r) => {
    const last = row.findLastIndex((cell) => cell !== '')
    if (last >= MOST_COLUMNS) {
      throw new FileProblem(r + 1, `more than ${MOST_COLUMNS} columns: take out what is not meant.`)
    }
    return row.slice(0, last + 1).map((cell, c) => {
      if (cell.length <= MOST_CELL_SIGNS) return cell
      const at = utils.encode_cell({ r, c })
      throw new FileProblem(r + 1, `cell ${at} holds ${cell.length} signs: that is no cell.`)
    })
  })
  return kept.slice(0, kept.findLastIndex((row) => row.length > 0) + 1)
}
