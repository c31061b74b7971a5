import { cgatsSpectra } from '../../../core/formats/spectra/cgats-spectra'
import { FileProblem, readTable } from '../../../core/formats/table'
import { messageOf, present } from '../../../core/present'
import { parseNumber } from '../../../core/quantity/parse-number'
import { LOG_FILE_KIND } from '../../../shared/schemas/exchange/log-pots'
import { READ_BY, type NewReading } from '../../../shared/schemas/swatch/reading'

/** Columns without which a row of readings means nothing here. */
export const NEEDED_READING_COLUMNS = ['swatch'] as const
/** More swatches than these are no log of one dyer. */
const MOST_JSON = 20_000

/** A reading as a file gave it, before it is checked. */
export interface FileReading {
  line: number
  code: string
  reading: Partial<NewReading>
  /** Why it cannot be read at all; '' where it can. */
  wrong: string
}

/**
 * Readings of a file: a table, what went out from here as JSON, or CGATS.
 *
 * @throws FileProblem for a file that is none of the three
 */
export function readReadings(bytes: Uint8Array): FileReading[] {
  const text = new TextDecoder('utf-8').decode(bytes)
  if (/^\uFEFF?\s*\{/.test(text)) return fromJson(text)
  if (/^BEGIN_DATA_FORMAT\b/m.test(text)) return fromCgats(text)
  return fromTable(bytes)
}

function fromCgats(text: string): FileReading[] {
  return cgatsSpectra(text).spectra.map(({ name, id, line, reflectance }) => ({
    line,
    code: id || name,
    wrong: '',
    reading: {
      reflectance: [...reflectance],
      by: 'file',
      wet: false,
      washed: null,
      about: { file: name.slice(0, 200) },
    },
  }))
}

function fromJson(text: string): FileReading[] {
  let file: { kind?: unknown; swatches?: unknown[] }
  try {
    file = JSON.parse(text) as typeof file
  } catch (error) {
    throw new FileProblem(1, `the file is no sound JSON: ${messageOf(error)}`)
  }
  if (file.kind !== LOG_FILE_KIND || !Array.isArray(file.swatches)) {
    throw new FileProblem(1, 'the file holds no swatches that went out from here.')
  }
  if (file.swatches.length > MOST_JSON) {
    throw new FileProblem(1, `more than ${MOST_JSON} swatches: split the file.`)
  }
  return file.swatches.flatMap((each, i) => {
    const { swatch, readings } = objectOf(each)
    return (Array.isArray(readings) ? readings : []).map((given): FileReading => {
      const reading = objectOf(given) as Partial<NewReading>
      const { id, hex, lab, reflectance, wet, washed, by, lightHours, errorDe } = reading
      const colour = reflectance ? { reflectance } : lab ? { lab } : { hex }
      return {
        line: i + 1,
        code: String(swatch ?? ''),
        wrong: '',
        reading: { id, ...colour, wet, washed, by, lightHours, errorDe },
      }
    })
  })
}

/** What a file holds may be anything: an object as it is, and all else as an empty one. */
const objectOf = (value: unknown): Record<string, unknown> =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {}

function fromTable(bytes: Uint8Array): FileReading[] {
  return readTable(bytes, NEEDED_READING_COLUMNS).rows.map(({ line, cells }) => {
    try {
      return {
        line,
        code: present(cells.swatch).trim().toUpperCase(),
        wrong: '',
        reading: ofCells(cells),
      }
    } catch (error) {
      const code = present(cells.swatch).trim().toUpperCase()
      return { line, code, reading: {}, wrong: messageOf(error) }
    }
  })
}

function ofCells(cells: Readonly<Record<string, string>>): Partial<NewReading> {
  const number = (column: string): number | null => {
    const text = cells[column]?.trim() ?? ''
    if (text === '') return null
    const value = parseNumber(text)
    if (value === null) throw new Error(`${column} must be a number; got "${text}"`)
    return value
  }
  const yes = <T extends boolean | null>(column: string, usual: T): boolean | T => {
    const text = cells[column]?.trim().toLowerCase() ?? ''
    if (text === '') return usual
    if (['yes', 'true', '1'].includes(text)) return true
    if (['no', 'false', '0'].includes(text)) return false
    throw new Error(`${column} must be yes or no; got "${text}"`)
  }
  const [l, a, b] = [number('L'), number('a'), number('b')]
  const by = cells.by?.trim() ?? ''
  // a table holds no spectrum: what a reader read comes back as the colour it had
  const isKnownBy = (READ_BY as readonly string[]).includes(by) && by !== 'reader'
  return {
    ...(l !== null && a !== null && b !== null ? { lab: { l, a, b } } : { hex: cells.hex?.trim() }),
    ...(cells.reading?.trim() && { id: cells.reading.trim() }),
    wet: yes('wet', false as boolean),
    washed: yes('washed', null),
    lightHours: number('lightHours'),
    errorDe: number('errorDe'),
    unevenness: number('unevenness'),
    ...(isKnownBy && { by: by as NewReading['by'] }),
  }
}
