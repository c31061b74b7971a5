import { createHash } from 'node:crypto'
import { Readable, type PassThrough } from 'node:stream'
import type { Knex } from 'knex'
import yazl from 'yazl'
import { writeCgats, type NamedSpectrum } from '../../../core/formats/spectra/write-cgats'
import type { Reflectance } from '../../../core/colour/spectrum'
import { parseJson } from '../../../core/json'
import type { ArchivedPlaces } from '../../../shared/views/keeping/keeping'
import { giveWay } from '../../database/give-way'
import type { PhotoFiles } from '../../photos/photo-files'
import { PHOTO_SIZES } from '../../photos/photo-names'
import { formOf, logTables, type LogTable } from './log-tables'
import {
  AS_JSON,
  MANIFEST,
  PACKAGE,
  packageText,
  photoPath,
  README,
  readmeText,
  SPECTRA,
  tablePath,
} from './package-file'
import { placesOf, type PatchPrivacy } from './places'
import { headOf, toCsv, type Row } from './table-text'

/** Rows read at once: a few milliseconds, also of the history's long ones, then others get their turn. */
const AT_ONCE = 100
type ArchivedPhotos = Pick<PhotoFiles, 'has' | 'stream'>

/** A picture is as much work as so many rows. */
const PHOTO_WORK = 50
/** Of every entry: the same log gives the same file. */
const NO_TIME = new Date(1980, 0, 1)

/**
 * Everything in a log as a ZIP of open tables and pictures, piece by piece: it is never whole in
 * memory. The same log gives the same file.
 *
 * @param db one moment of the log
 * @param tell how far it is: what was written, of how much
 */
export async function writeArchive(
  db: Knex,
  photos: ArchivedPhotos,
  { places, created }: { places: ArchivedPlaces; created: string },
  tell: (done: number, of: number) => void = () => undefined,
): Promise<NodeJS.ReadableStream> {
  const zip = new yazl.ZipFile()
  const output = zip.outputStream as PassThrough
  // what is written of an entry has no listener: a read that fails midway would end the whole server
  const cutOff = (error: Error) => void output.destroy(error)
  zip.on('error', cutOff)
  const hashes = new Map<string, string>()
  const add = (path: string, pieces: () => AsyncIterable<Buffer>, compress = true) =>
    zip.addReadStreamLazy(path, { mtime: NO_TIME, compress }, (give) => {
      give(null, Readable.from(hashed(path, pieces(), hashes)).on('error', cutOff))
    })

  const tables = await counted(db, await logTables(db))
  const form = await formOf(db)
  const kept = await db('photo').distinct().orderBy('hash').pluck<string[]>('hash')
  const work = {
    done: 0,
    of: tables.reduce((sum, { rows }) => sum + rows, 0) + PHOTO_WORK * kept.length,
  }
  const did = (n: number) => tell((work.done += n), work.of)
  const out = placesOf(places, await patchesOf(db), await lotPatchesOf(db))
  add(README, () => once(readmeText(places)))
  add(PACKAGE, () => once(packageText({ created, form, places }, tables)))
  for (const table of tables) add(tablePath(table.name), () => linesOf(db, table, out, did))
  for (const [path, name] of Object.entries(AS_JSON)) add(path, () => jsonOf(db, name))
  add(SPECTRA, () => spectraOf(db, created))
  for (const hash of kept) {
    for (const size of PHOTO_SIZES) {
      // one that is gone from the folder is gone from the archive, and its row says so
      if (!(await photos.has(hash, size))) continue
      const read = async function* () {
        yield* photos.stream(hash, size) as AsyncIterable<Buffer>
        if (size === 'full') did(PHOTO_WORK)
      }
      add(photoPath(hash, size), read, false)
    }
  }
  zip.addReadStreamLazy(MANIFEST, { mtime: NO_TIME }, (give) => {
    const lines = [...hashes].map(([path, hash]) => `${hash}  ${path}\n`)
    give(null, Readable.from([Buffer.from(lines.join(''))]))
  })
  zip.end()
  return output
}

async function counted(db: Knex, tables: readonly LogTable[]) {
  const all = []
  for (const table of tables) {
    const row = await db(table.name).count('* as rows').first<{ rows: number }>()
    all.push({ ...table, rows: row.rows })
  }
  return all
}

async function* linesOf(
  db: Knex,
  table: LogTable,
  out: (table: string, row: Row) => Row,
  did: (rows: number) => void,
): AsyncGenerator<Buffer> {
  yield Buffer.from(headOf(table))
  for await (const rows of rowsOf(db, table.name)) {
    yield Buffer.from(
      toCsv(
        table,
        rows.map((row) => out(table.name, row)),
      ),
    )
    did(rows.length)
  }
}

/** Rows by the order they were written in, some at a time; others get their turn between. */
async function* rowsOf(db: Knex, name: string): AsyncGenerator<Row[]> {
  for (let after = -1; ;) {
    const rows = (await db(name)
      .select('*', db.raw('rowid as "row number"'))
      .where('rowid', '>', after)
      .orderBy('rowid')
      .limit(AT_ONCE)) as (Row & { 'row number': number })[]
    const last = rows.at(-1)
    if (!last) return
    yield rows
    after = last['row number']
    await giveWay()
  }
}

/** A table as a JSON list, with what is kept as JSON within it as such. */
async function* jsonOf(db: Knex, name: string): AsyncGenerator<Buffer> {
  let before = '[\n'
  for await (const rows of rowsOf(db, name)) {
    for (const { 'row number': _, ...row } of rows) {
      yield Buffer.from(before + JSON.stringify(row, asTold))
      before = ',\n'
    }
  }
  yield Buffer.from(before === '[\n' ? '[]\n' : '\n]\n')
}

const asTold = (_: string, value: unknown): unknown => {
  if (typeof value !== 'string' || !/^[[{]/.test(value)) return value
  try {
    return parseJson(value)
  } catch {
    return value
  }
}

/** Measured spectra by the code of their swatch; a later reading of one has a number behind it. */
async function* spectraOf(db: Knex, created: string): AsyncGenerator<Buffer> {
  const rows = (await db('reading')
    .join('swatch', 'swatch.id', 'reading.swatch_id')
    .whereNotNull('reading.reflectance')
    .whereNull('reading.set_aside_at')
    .orderBy(['swatch.code', 'reading.read_at', 'reading.id'])
    .select('swatch.code', 'reading.reflectance', 'reading.read_at')) as {
    code: string
    reflectance: string
    read_at: string
  }[]
  const counts = new Map<string, number>()
  const spectra = rows.map(({ code, reflectance, read_at: readAt }): NamedSpectrum => {
    const n = (counts.get(code) ?? 0) + 1
    counts.set(code, n)
    return {
      id: n === 1 ? code : `${code}/${n}`,
      name: `read ${readAt.slice(0, 10)}`,
      reflectance: parseJson<Reflectance>(reflectance),
    }
  })
  await giveWay()
  yield Buffer.from(writeCgats(spectra, created.slice(0, 10)))
}

async function patchesOf(db: Knex): Promise<PatchPrivacy[]> {
  const rows = (await db('patch').select('id', 'privacy').orderBy('rowid')) as Omit<
    PatchPrivacy,
    'number'
  >[]
  return rows.map((row, i) => ({ ...row, number: i + 1 }))
}

async function lotPatchesOf(db: Knex): Promise<Map<string, string>> {
  const rows = (await db('lot')
    .whereNotNull('patch_id')
    .whereIn('id', db('photo').whereNotNull('lot_id').whereNotNull('lat').select('lot_id'))
    .select('id', 'patch_id')) as { id: string; patch_id: string }[]
  return new Map(rows.map((row) => [row.id, row.patch_id]))
}

async function* once(text: string): AsyncGenerator<Buffer> {
  yield await Promise.resolve(Buffer.from(text))
}

/** The pieces as they pass, and their hash when they have. */
async function* hashed(
  path: string,
  pieces: AsyncIterable<Buffer>,
  hashes: Map<string, string>,
): AsyncGenerator<Buffer> {
  const hash = createHash('sha256')
  for await (const piece of pieces) {
    hash.update(piece)
    yield piece
  }
  hashes.set(path, hash.digest('hex'))
}
