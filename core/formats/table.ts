import Papa from 'papaparse'
import { first } from '../present'
import { isFormula } from './formula'
import { MOST_ROWS } from './most-rows'

/** Something wrong in a file, on the line where it stands (the header is line 1). */
export class FileProblem extends Error {
  constructor(
    readonly line: number,
    readonly why: string,
  ) {
    super(`Line ${line}: ${why}`)
    this.name = 'FileProblem'
  }
}

interface TableRow {
  line: number
  cells: Record<string, string>
}

export interface Table {
  columns: string[]
  rows: TableRow[]
}

/** A spectrum has some four hundred columns at a nanometre each; no table of a log has half as many. */
const MOST_COLUMNS = 1000
/** A cell of more is no note. */
const MOST_CELL_SIGNS = 20_000

/**
 * Reads a CSV file with a header: UTF-8, one kind of line end, comma, semicolon or tab between cells.
 *
 * @param wanted columns without which the file means nothing here
 * @throws FileProblem naming the first line that is wrong, and why
 */
export function readTable(bytes: Uint8Array, wanted: readonly string[]): Table {
  const text = decoded(bytes)
  if (text.trim() === '') throw new FileProblem(1, 'the file is empty.')
  const { starts } = recordStarts(text)
  const delimiter = delimiterOf(text)
  const data = parsed(text, delimiter, (row) => starts[row] ?? 1)
  const columns = first(data).map((name) => name.trim())
  if (columns.length > MOST_COLUMNS) {
    throw new FileProblem(1, `${columns.length} columns, where at most ${MOST_COLUMNS} are read.`)
  }
  const twice = columns.find((name, i) => name !== '' && columns.indexOf(name) !== i)
  if (twice) throw new FileProblem(1, `the column ${twice} stands there twice.`)
  const missing = wanted.filter((name) => !columns.includes(name))
  if (missing.length > 0) {
    const found = columns.length > 1 ? ` (cells are parted by "${delimiter}")` : ''
    throw new FileProblem(1, `the columns ${missing.join(', ')} are missing${found}.`)
  }
  const filled = data.slice(1).flatMap((cells, i) => {
    if (cells.length === 1 && first(cells).trim() === '') return []
    return [{ line: starts[i + 1]!, cells }]
  })
  if (filled.length > MOST_ROWS) {
    throw new FileProblem(filled[MOST_ROWS]!.line, `more than ${MOST_ROWS} rows: split the file.`)
  }
  const rows = filled.map(({ line, cells }) => ({ line, cells: named(columns, cells, line) }))
  return { columns, rows }
}

/**
 * The cells of a CSV file row by row, whatever its first rows are: UTF-8; comma, semicolon or tab.
 *
 * @throws FileProblem naming the first line that is wrong, and why
 */
export function readCells(bytes: Uint8Array): string[][] {
  const text = decoded(bytes)
  const delimiter = mostFrequent(text.split(/\r\n|\r|\n/, 20).join('\n'))
  const data = parsed(text, delimiter, (row) => row + 1)
  if (data.length > MOST_ROWS) {
    throw new FileProblem(MOST_ROWS + 1, `more than ${MOST_ROWS} rows: split the file.`)
  }
  return data.map((cells) => cells.map((cell) => harmed(cell.trim())))
}

function parsed(text: string, delimiter: string, lineOf: (row: number) => number): string[][] {
  const { data, errors } = Papa.parse<string[]>(text, { delimiter })
  const quotes = errors.find(({ type }) => type === 'Quotes')
  if (!quotes) return data
  throw new FileProblem(lineOf(quotes.row ?? 0), 'a quotation mark is opened and not closed.')
}

const DELIMITERS = [',', ';', '\t']

/** What parts the cells of the header: whichever stands there most. */
const delimiterOf = (text: string): string => mostFrequent(text.slice(0, text.search(/[\r\n]|$/)))

function mostFrequent(text: string): string {
  const count = (delimiter: string) => text.split(delimiter).length
  return DELIMITERS.reduce((best, each) => (count(each) > count(best) ? each : best))
}

function named(columns: string[], cells: string[], line: number): Record<string, string> {
  if (cells.length !== columns.length) {
    throw new FileProblem(
      line,
      `${cells.length} cells, where the header has ${columns.length} columns.`,
    )
  }
  return Object.fromEntries(
    columns.map((column, i) => {
      const cell = cells[i]!.trim()
      if (cell.length > MOST_CELL_SIGNS) {
        throw new FileProblem(
          line,
          `${column.slice(0, 60)} holds ${cell.length} signs, where at most ${MOST_CELL_SIGNS} are read.`,
        )
      }
      if (isFormula(cell)) {
        throw new FileProblem(
          line,
          `${column} holds a formula ("${cell.slice(0, 30)}"): a value is wanted.`,
        )
      }
      return [column, harmed(cell)]
    }),
  )
}

/** A cell that was made harmless on its way out, as it was before. */
const harmed = (cell: string) => (/^'[=+\-@]/.test(cell) ? cell.slice(1) : cell)

function decoded(bytes: Uint8Array): string {
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff)) {
    throw new FileProblem(1, 'the file is UTF-16: save it as CSV in UTF-8.')
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new FileProblem(
      firstBrokenLine(bytes),
      'there are signs that are not UTF-8: save the file as CSV in UTF-8.',
    )
  }
}

function firstBrokenLine(bytes: Uint8Array): number {
  let line = 1
  let start = 0
  for (let i = 0; i <= bytes.length; i++) {
    if (i < bytes.length && bytes[i] !== 0x0a) continue
    try {
      new TextDecoder('utf-8', { fatal: true }).decode(bytes.subarray(start, i))
    } catch {
      return line
    }
    start = i + 1
    line++
  }
  return line
}

/**
 * Line on which each record begins; cells in quotation marks may hold line ends of their own.
 *
 * @throws FileProblem where records end in different ways: parts of two files, or one cut wrongly
 */
function recordStarts(text: string): { starts: number[] } {
  const starts = [1]
  let quoted = false
  let line = 1
  let end = ''
  for (let i = 0; i < text.length; i++) {
    const sign = text[i]!
    if (sign === '"') quoted = !quoted
    if (sign !== '\n' && sign !== '\r') continue
    const here = sign === '\r' && text[i + 1] === '\n' ? '\r\n' : sign
    if (here === '\r\n') i++
    line++
    if (quoted) continue
    if (end && here !== end) {
      throw new FileProblem(
        line - 1,
        'lines end in two different ways: open the file in an editor and save it anew.',
      )
    }
    end = here
    starts.push(line)
  }
  return { starts }
}

/**
 * Writes a CSV file in UTF-8 with CRLF ends (RFC 4180). Cells that a spreadsheet would run, because
 * they begin with = + - @ or a tab, get an apostrophe before them; plain numbers stay numbers.
 */
export function writeTable(columns: readonly string[], rows: readonly Row[]): string {
  return writeHeader(columns) + writeRows(columns, rows)
}

type Row = Readonly<Record<string, string | number | null>>

/** Rows of such a file without its header, each with its end: for files written piece by piece. */
export function writeRows(columns: readonly string[], rows: readonly Row[]): string {
  if (rows.length === 0) return ''
  const data = rows.map((row) => columns.map((column) => harmless(row[column] ?? '')))
  return Papa.unparse(data, { newline: '\r\n' }) + '\r\n'
}

/** The header of such a file. */
export const writeHeader = (columns: readonly string[]): string =>
  `${Papa.unparse([[...columns]])}\r\n`

function harmless(cell: string | number): string {
  const text = String(cell)
  return isFormula(text) ? `'${text}` : text
}
