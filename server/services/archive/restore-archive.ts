import type { Knex } from 'knex'
import Papa from 'papaparse'
import { giveWay } from '../../database/give-way'
import { Refusal } from '../log/failures'
import { formOf, logTables, type LogTable } from './log-tables'
import type { OpenArchive } from './open-archive'
import { tablePath } from './package-file'
import { toRow, type Row } from './table-text'

type Progress = (done: number, of: number) => void

/** Rows written at once: their values stay far under what SQLite takes in one statement. */
const AT_ONCE = 200

/**
 * Puts all rows of an archive into a log of its form that is empty: whole or not at all.
 *
 * @param archive checked against its manifest
 * @returns rows written
 * @throws Refusal for an archive of another form, or rows that do not fit
 */
export async function restoreArchive(
  trx: Knex.Transaction,
  archive: OpenArchive,
  progress: Progress,
): Promise<number> {
  const tables = await tablesFor(trx, archive)
  const of = archive.told.resources.reduce((sum, { rows }) => sum + rows, 0)
  await trx.raw('pragma defer_foreign_keys = on')
  // what triggers count stands in the tables already
  const triggers = (await trx('sqlite_master')
    .where({ type: 'trigger' })
    .select('name', 'sql')) as { name: string; sql: string }[]
  for (const { name } of triggers) await trx.raw('drop trigger ??', [name])
  for (const { name } of tables) await trx(name).delete()
  let done = 0
  for (const table of tables) {
    for await (const rows of rowsOf(archive, table)) {
      await write(trx, table, rows)
      done += rows.length
      progress(done, of)
      await giveWay()
    }
  }
  for (const { sql } of triggers) await trx.raw(sql)
  const [broken] = (await trx.raw('pragma foreign_key_check')) as {
    table: string
    parent: string
  }[]
  if (broken) {
    throw new Refusal(
      422,
      'Not this archive',
      `A row of ${broken.table} names one of ${broken.parent} that is not there. Nothing was changed.`,
    )
  }
  return done
}

/** Tables of the archive and of the log are the same, or it is of another version. */
async function tablesFor(db: Knex, { told }: OpenArchive): Promise<LogTable[]> {
  const [form, tables] = [await formOf(db), await logTables(db)]
  const names = told.resources.map(({ name }) => name).sort()
  const isSame =
    form.join() === told.form.join() && names.join() === tables.map(({ name }) => name).join()
  if (isSame) return tables
  const newest = told.form.at(-1) ?? 'none'
  throw new Refusal(
    422,
    'Of another version',
    `The archive is of a log in the form ${newest}, and this one is in ${form.at(-1) ?? 'none'}: open it with the version that wrote it. Nothing was changed.`,
  )
}

async function* rowsOf(archive: OpenArchive, table: LogTable): AsyncGenerator<Row[]> {
  const lines = (await archive.read(tablePath(table.name))).pipe(
    Papa.parse(Papa.NODE_STREAM_INPUT, { skipEmptyLines: false }),
  ) as AsyncIterable<string[]>
  let isHead = true
  let rows: Row[] = []
  for await (const cells of lines) {
    if (isHead) {
      refuseOtherHead(table, cells)
      isHead = false
      continue
    }
    // what follows the last line break is no line
    if (cells.length === 1 && cells[0] === '' && table.columns.length > 1) continue
    rows.push(refused(() => toRow(table, cells)))
    if (rows.length < AT_ONCE) continue
    yield rows
    rows = []
  }
  if (rows.length > 0) yield rows
}

function refuseOtherHead({ name, columns }: LogTable, cells: readonly string[]): void {
  const own = columns.map((column) => column.name)
  if (cells.join() === own.join()) return
  throw new Refusal(
    422,
    'Not this archive',
    `${tablePath(name)} must have the columns ${own.join(', ')}; got ${cells.join(', ').slice(0, 400)}. Nothing was changed.`,
  )
}

function refused<T>(run: () => T): T {
  try {
    return run()
  } catch (error) {
    throw new Refusal(422, 'Not this archive', `${(error as Error).message}. Nothing was changed.`)
  }
}

async function write(trx: Knex, { name }: LogTable, rows: readonly Row[]): Promise<void> {
  try {
    await trx(name).insert(rows)
  } catch (error) {
    const { code = 'not written' } = error as { code?: string }
    throw new Refusal(
      422,
      'Not this archive',
      `Rows of ${tablePath(name)} do not fit (${code}). Nothing was changed.`,
    )
  }
}
