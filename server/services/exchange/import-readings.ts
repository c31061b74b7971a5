import { setImmediate } from 'node:timers/promises'
import type { Knex } from 'knex'
import { parseNumber } from '../../../core/quantity/parse-number'
import { cgatsSpectra } from '../../../core/formats/spectra/cgats-spectra'
import { FileProblem, readTable } from '../../../core/formats/table'
import { formatNumber } from '../../../core/quantity/format-quantity'
import type { PlannedRow } from '../../../shared/views/exchange/import-plan'
import { newReadingSchema, READ_BY, type NewReading } from '../../../shared/schemas/swatch/reading'
import type {
  NewSwatch,
  Swatch,
  SwatchChange,
  SwatchQuery,
} from '../../../shared/schemas/swatch/swatch'
import { validate } from '../../../shared/validate'
import type { Database } from '../../database/open'
import { swatchRepository } from '../../repositories/swatches'
import { takeReading } from '../swatch/readings'
import type { Clock, Records } from '../log/records'
import { NEEDED_READING_COLUMNS } from './swatches-out'
import { messageOf, present } from '../../../core/present'
import { importer } from './importer'

type SwatchRecords = Records<Swatch, NewSwatch, SwatchChange, SwatchQuery>

/** A reading as a file gave it, before it is checked. */
interface FileReading {
  line: number
  code: string
  reading: Partial<NewReading>
  /** Why it cannot be read at all; '' where it can. */
  wrong: string
}

interface PlannedReading extends PlannedRow {
  swatchId: string | null
  reading: NewReading | null
}

const AT_ONCE = 200
const MOST_JSON = 20_000

/** Readings from a table, from what went out as JSON, or as CGATS: looked at first, then done. */
export const importReadings = (database: Database, swatches: SwatchRecords, clock: Clock) =>
  importer<PlannedReading>(database, clock, {
    plan: planReadings,
    begin:
      (batch) =>
      async ({ swatchId, reading }) => {
        await swatches.changeIn(batch, present(swatchId), { reading: present(reading) })
      },
  })

async function planReadings(
  db: Knex,
  bytes: Uint8Array,
  progress: (done: number, of: number) => void,
): Promise<PlannedReading[]> {
  const found = readingsIn(bytes)
  const known = await swatchesOf(db, [...new Set(found.map(({ code }) => code))])
  const seen = new Set<string>()
  const planned: PlannedReading[] = []
  for (const [i, each] of found.entries()) {
    planned.push(planOne(each, known.get(each.code) ?? null, seen))
    if ((i + 1) % AT_ONCE > 0) continue
    progress(i + 1, found.length)
    await setImmediate()
  }
  return planned
}

async function swatchesOf(db: Knex, codes: readonly string[]): Promise<Map<string, Swatch>> {
  const found = new Map<string, Swatch>()
  for (let i = 0; i < codes.length; i += AT_ONCE) {
    const swatches = await swatchRepository(db).withCodes(codes.slice(i, i + AT_ONCE))
    for (const swatch of swatches) found.set(swatch.code, swatch)
  }
  return found
}

function planOne(
  { line, code, reading, wrong }: FileReading,
  swatch: Swatch | null,
  seen: Set<string>,
): PlannedReading {
  const what = [code, reading.hex ?? (reading.lab && labText(reading.lab)), reading.by]
    .filter(Boolean)
    .join(' ')
  const blank = { line, what, swatchId: swatch?.id ?? null, reading: null }
  const refused = (why: string): PlannedReading => ({ ...blank, outcome: 'refused', why })
  if (wrong) return refused(wrong)
  if (!code) return refused('swatch must name a tag, such as SWA-26-01')
  if (!swatch) return refused(`there is no swatch with the tag ${code}`)
  if (swatch.setAsideAt) return refused(`${code} is set aside: bring it back first`)
  try {
    const checked = validate(newReadingSchema, reading)
    const taken = takeReading(checked, '', '')
    const key = [code, checked.id, taken.hex, taken.wet, taken.washed, taken.lightHours].join(' ')
    if (seen.has(key)) return refused('the same reading stands in the file already')
    seen.add(key)
    const isThere = swatch.readings.some(
      ({ id, hex, wet, washed, lightHours, basis }) =>
        id === checked.id ||
        (hex === taken.hex &&
          wet === taken.wet &&
          washed === taken.washed &&
          lightHours === taken.lightHours &&
          basis === taken.basis),
    )
    if (isThere) return { ...blank, outcome: 'same', why: '' }
    return { ...blank, reading: checked, outcome: 'new', why: `a reading of ${code} is added` }
  } catch (error) {
    return refused(messageOf(error))
  }
}

const labText = ({ l, a, b }: { l: number; a: number; b: number }) =>
  [l, a, b].map((value) => formatNumber(value)).join(' ')

/** @throws FileProblem for a file that is none of the three */
function readingsIn(bytes: Uint8Array): FileReading[] {
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
      washed: true,
      about: { file: name.slice(0, 200) },
    },
  }))
}

function fromJson(text: string): FileReading[] {
  let file: { kind?: string; swatches?: { swatch?: string; readings?: Partial<NewReading>[] }[] }
  try {
    file = JSON.parse(text) as typeof file
  } catch (error) {
    throw new FileProblem(1, `the file is no sound JSON: ${messageOf(error)}`)
  }
  if (file.kind !== 'juniper-haze/swatches' || !Array.isArray(file.swatches)) {
    throw new FileProblem(1, 'the file holds no swatches that went out from here.')
  }
  if (file.swatches.length > MOST_JSON) {
    throw new FileProblem(1, `more than ${MOST_JSON} swatches: split the file.`)
  }
  return file.swatches.flatMap(({ swatch, readings }, i) =>
    (Array.isArray(readings) ? readings : []).map((reading): FileReading => {
      const { id, hex, lab, reflectance, wet, washed, by, lightHours, errorDe } = reading
      const colour = reflectance ? { reflectance } : lab ? { lab } : { hex }
      return {
        line: i + 1,
        code: String(swatch ?? ''),
        wrong: '',
        reading: { id, ...colour, wet, washed, by, lightHours, errorDe },
      }
    }),
  )
}

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
  const yes = (column: string, usual: boolean): boolean => {
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
    wet: yes('wet', false),
    washed: yes('washed', true),
    lightHours: number('lightHours'),
    errorDe: number('errorDe'),
    unevenness: number('unevenness'),
    ...(isKnownBy && { by: by as NewReading['by'] }),
  }
}
