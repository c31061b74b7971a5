import { createHash } from 'node:crypto'
import { Readable, type PassThrough } from 'node:stream'
import { setImmediate } from 'node:timers/promises'
import type { Knex } from 'knex'
import yazl from 'yazl'
import type { PhotoFiles } from '../../photos/photo-files'
import { formOf, logTables, type LogTable } from './log-tables'
import {
  MANIFEST,
  PACKAGE,
  packageText,
  photoPath,
  README,
  README_TEXT,
  tablePath,
} from './package-file'
import { headOf, toCsv, type Row } from './table-text'

/** Rows read at once: a few milliseconds, then others get their turn. */
const AT_ONCE = 500
/** Of every entry: the same log gives the same file. */
const NO_TIME = new Date(1980, 0, 1)

/**
 * Everything in a log as a ZIP of open tables and pictures, piece by piece: it is never whole in
 * memory. The same log, in the same moment, gives the same file.
 *
 * @param db one moment of the log
 */
export async function writeArchive(
  db: Knex,
  photos: Pick<PhotoFiles, 'read'>,
  created: string,
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
  add(README, () => once(README_TEXT))
  add(PACKAGE, () => once(packageText({ created, form }, tables)))
  for (const table of tables) add(tablePath(table.name), () => linesOf(db, table))
  const kept = await db('photo').distinct().orderBy('hash').pluck<string[]>('hash')
  for (const hash of kept) {
    for (const size of ['full', 'small'] as const) {
      const picture = await photos.read(hash, size).then(
        () => true,
        // one that is gone from the folder is gone from the archive, and its row says so
        () => false,
      )
      if (!picture) continue
      const read = async function* () {
        yield await photos.read(hash, size)
      }
      add(photoPath(hash, size === 'small'), read, false)
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

async function* linesOf(db: Knex, table: LogTable): AsyncGenerator<Buffer> {
  yield Buffer.from(headOf(table))
  for (let after = -1; ;) {
    const rows = (await db(table.name)
      .select('*', db.raw('rowid as "row number"'))
      .where('rowid', '>', after)
      .orderBy('rowid')
      .limit(AT_ONCE)) as (Row & { 'row number': number })[]
    const last = rows.at(-1)
    if (!last) return
    yield Buffer.from(toCsv(table, rows))
    after = last['row number']
    await setImmediate()
  }
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
