import { rollup } from 'd3-array'
import { FileProblem } from '../table'
import { first, present } from '../../present'

/** A word of a CGATS file: quotation marks taken off, with the line it stands on. */
export interface Word {
  text: string
  line: number
  isQuoted: boolean
}

export interface CgatsTable {
  /** Values of keywords by name, such as `ORIGINATOR`. */
  keywords: ReadonlyMap<string, string>
  fields: readonly string[]
  /** As many words as there are fields, a row each. */
  rows: readonly (readonly Word[])[]
}

/** Names of a section's ends. */
const FORMAT = ['BEGIN_DATA_FORMAT', 'END_DATA_FORMAT'] as const
const DATA = ['BEGIN_DATA', 'END_DATA'] as const

/**
 * Reads the tables of a CGATS text file.
 *
 * A file is a line that names its kind, keywords with a value each, the names of the fields, and
 * the rows of data; words are parted by spaces or tabs, and rows may run over lines. A second table
 * follows the first and keeps its fields where it names none.
 *
 * @throws FileProblem naming the first line that is wrong, and why
 * Source: ANSI CGATS.17 (text format, keyword value), from memory.
 */
export function readCgats(text: string): CgatsTable[] {
  const words = wordsOf(text)
  if (words.length === 0) throw new FileProblem(1, 'the file is empty.')
  const tables: CgatsTable[] = []
  let keywords = new Map<string, string>()
  let fields: string[] = []
  let at = 0

  const section = (ends: readonly [string, string]): Word[] => {
    const begun = words[at++]!
    const from = at
    while (at < words.length && !isWord(words[at]!, ends[1])) {
      if (isWord(words[at]!, ends[0])) break
      at++
    }
    const end = words[at]
    if (!end || !isWord(end, ends[1])) {
      throw new FileProblem(begun.line, `${ends[0]} is not ended by ${ends[1]}.`)
    }
    return words.slice(from, at++)
  }

  while (at < words.length) {
    const word = words[at]!
    if (isWord(word, FORMAT[0])) {
      fields = section(FORMAT).map(({ text: name }) => name)
    } else if (isWord(word, DATA[0])) {
      const data = section(DATA)
      const rows = rowsOf(data, fields, word.line)
      refuseOtherCount(keywords, rows.length, word.line)
      tables.push({ keywords, fields, rows })
      keywords = new Map()
    } else {
      // the kind of file stands alone; a keyword has its value behind it, on the same line
      const value = words[at + 1]
      const hasValue = value?.line === word.line
      if (hasValue) keywords.set(word.text.toUpperCase(), value.text)
      const next = hasValue ? at + 2 : at + 1
      // what else stands on the line belongs to no keyword that is known here
      at = next
      while (at < words.length && words[at]!.line === word.line) at++
    }
  }
  if (tables.length === 0) throw new FileProblem(1, 'there is no BEGIN_DATA: is it a CGATS file?')
  return tables
}

const isWord = ({ text, isQuoted }: Word, name: string) => !isQuoted && text === name

function rowsOf(data: readonly Word[], fields: readonly string[], line: number): Word[][] {
  const width = fields.length
  if (width === 0) {
    throw new FileProblem(
      line,
      'BEGIN_DATA_FORMAT with the names of the fields is missing before it.',
    )
  }
  const byLine = rollup(
    data,
    (words) => words.length,
    (word) => word.line,
  )
  // rows may run over lines, but lines that all hold the same number of values are rows, or parts of one
  const counts = new Set(byLine.values())
  const isUneven = counts.size === 1 && width % first([...counts]) !== 0
  if (isUneven || data.length % width !== 0) {
    const [at, count] = [...byLine].find(([, found]) => found % width !== 0) ?? [line, data.length]
    throw new FileProblem(at, `${count} values, where there are ${width} fields.`)
  }
  const rows: Word[][] = []
  for (let i = 0; i < data.length; i += width) rows.push(data.slice(i, i + width))
  return rows
}

function refuseOtherCount(
  keywords: ReadonlyMap<string, string>,
  count: number,
  line: number,
): void {
  const said = keywords.get('NUMBER_OF_SETS')
  if (said === undefined || Number(said) === count) return
  throw new FileProblem(line, `NUMBER_OF_SETS says ${said}, and there are ${count} rows.`)
}

function wordsOf(text: string): Word[] {
  return text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\r|\n/)
    .flatMap((line, i) => wordsOfLine(line, i + 1))
}

/** Words in quotation marks may hold blanks and `#`; a mark within is doubled. */
const WORD = /"((?:[^"]|"")*)"|(#.*)|([^\s"]+)|(")/g

function wordsOfLine(line: string, number: number): Word[] {
  return [...line.matchAll(WORD)].flatMap(([, quoted, comment, plain, stray]): Word[] => {
    if (comment !== undefined) return []
    if (stray !== undefined) {
      throw new FileProblem(number, 'a quotation mark is opened and not closed.')
    }
    return quoted === undefined
      ? [{ text: present(plain), line: number, isQuoted: false }]
      : [{ text: quoted.replace(/""/g, '"'), line: number, isQuoted: true }]
  })
}
