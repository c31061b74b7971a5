import BetterSqlite from 'better-sqlite3'
import { existsSync } from 'node:fs'
import { MIGRATIONS, migrate } from '../../database/migrate'
import { connectFile } from '../../database/open'
import { removeDatabase } from '../bring/stage'
import { tableNames } from '../../database/log-facts'

export interface Salvaged {
  /** Rows that could be read, of each table. */
  read: Record<string, number>
  /** Rows left out because one that they name could not be read. */
  orphaned: number
}

/** Rows asked for at once; where some of them lie on a spoilt page, half of them, and so on. */
const AT_ONCE = 4096

/** A table of which so many looks in a row found nothing is given up: its root is spoilt. */
const MOST_IN_VAIN = 4000

type Row = Record<string, unknown>

/**
 * Reads what still can be read of a damaged log into a log of its own: row by row, around what is
 * spoilt. Rows that hang on one that is lost are left out.
 *
 * @param made file of the new log
 * @throws Error where not even the tables' names can be read
 */
export async function salvage(log: string, made: string): Promise<Salvaged> {
  removeDatabase(made)
  const db = connectFile(made)
  try {
    await migrate(db, MIGRATIONS.slice(0, formOf(log)))
  } finally {
    await db.destroy()
  }
  const from = new BetterSqlite(log, { readonly: true, timeout: 2000 })
  const to = new BetterSqlite(made)
  try {
    to.pragma('foreign_keys = off')
    return copyReadable(from, to)
  } finally {
    from.close()
    to.close()
    const db = connectFile(made)
    try {
      await migrate(db)
      await db.raw('pragma wal_checkpoint(truncate)')
    } finally {
      await db.destroy()
    }
  }
}

/** How many migrations the log has been through; all, where that cannot be read. */
function formOf(log: string): number {
  if (!existsSync(log)) return MIGRATIONS.length
  const db = new BetterSqlite(log, { readonly: true, timeout: 2000 })
  try {
    const names = db.prepare('select name from knex_migrations').pluck().all() as string[]
    const known = MIGRATIONS.filter(({ name }) => names.includes(name)).length
    return known || MIGRATIONS.length
  } catch {
    return MIGRATIONS.length
  } finally {
    db.close()
  }
}

function copyReadable(from: BetterSqlite.Database, to: BetterSqlite.Database): Salvaged {
  const triggers = to
    .prepare(`select name, sql from sqlite_master where type = 'trigger'`)
    .all() as { name: string; sql: string }[]
  for (const { name } of triggers) to.exec(`drop trigger "${name}"`)
  const read: Record<string, number> = {}
  for (const table of tableNames(to)) {
    to.exec(`delete from "${table}"`)
    const columns = to
      .prepare('select name from pragma_table_info(?)')
      .pluck()
      .all(table) as string[]
    const insert = to.prepare(
      `insert or ignore into "${table}" (${columns.map((name) => `"${name}"`).join(', ')})
       values (${columns.map(() => '?').join(', ')})`,
    )
    read[table] = 0
    to.exec('begin')
    for (const row of readableRows(from, table)) {
      read[table] += writeRow(insert, columns, row)
    }
    to.exec('commit')
  }
  const orphaned = dropOrphans(to)
  for (const { sql } of triggers) to.exec(sql)
  return { read, orphaned }
}

/** A row whose values were spoilt may break a rule of its table: then it is left out. */
function writeRow(insert: BetterSqlite.Statement, columns: readonly string[], row: Row): number {
  try {
    return insert.run(columns.map((name) => row[name] ?? null)).changes
  } catch {
    return 0
  }
}

function* readableRows(db: BetterSqlite.Database, table: string): Generator<Row> {
  const bounds = attempt(() => [
    db.prepare(`select rowid from "${table}" order by rowid limit 1`).pluck().get(),
    db.prepare(`select rowid from "${table}" order by rowid desc limit 1`).pluck().get(),
  ]) as [number | undefined, number | undefined] | null
  // an end that cannot be read is guessed at: what lies beyond it is nothing
  const [first = 1, last = 0] = bounds ?? [1, AT_ONCE * 256]
  const select = attempt(() =>
    db.prepare(`select * from "${table}" where rowid between ? and ? order by rowid`),
  )
  if (!select) return
  const ranges: [number, number][] = []
  for (let from = first; from <= last; from += AT_ONCE) {
    ranges.push([from, Math.min(last, from + AT_ONCE - 1)])
  }
  let inVain = 0
  for (let range = ranges.shift(); range && inVain < MOST_IN_VAIN; range = ranges.shift()) {
    const [from, to] = range
    const rows = attempt(() => select.all(from, to) as Row[])
    inVain = rows?.length ? 0 : inVain + 1
    if (rows) yield* rows
    else if (from < to) {
      const middle = Math.floor((from + to) / 2)
      ranges.unshift([from, middle], [middle + 1, to])
    }
  }
}

function attempt<T>(run: () => T): T | null {
  try {
    return run()
  } catch (error) {
    const { code = '' } = error as { code?: string }
    if (code.startsWith('SQLITE_CORRUPT') || code.startsWith('SQLITE_IOERR')) return null
    if (code === 'SQLITE_ERROR' || code === 'SQLITE_NOTADB') return null
    throw error
  }
}

/** Takes rows away that name one that is not there, then those that named them. */
function dropOrphans(db: BetterSqlite.Database): number {
  let dropped = 0
  for (;;) {
    const broken = db.pragma('foreign_key_check') as { table: string; rowid: number }[]
    if (broken.length === 0) return dropped
    for (const { table, rowid } of broken) {
      dropped += db.prepare(`delete from "${table}" where rowid = ?`).run(rowid).changes
    }
  }
}
