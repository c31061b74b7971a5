import BetterSqlite from 'better-sqlite3'

/** Tables that hold the log itself: not what the database keeps of itself or computes anew. */
export const NOT_OF_THE_LOG = /^(sqlite_|knex_migrations|curve_cache$)/

/** The newest change of a log. */
export interface Latest {
  /** Number of the newest change; 0 before the first. */
  change: number
  changeId: string | null
  changedAt: string | null
}

export function latestOf(db: BetterSqlite.Database): Latest {
  const order = db.prepare(`select 1 from pragma_table_info('change_log') where name = 'n'`).get()
  // logs of the first forms numbered their changes by the order of their rows
  const row = db
    .prepare(
      `select ${order ? 'n' : 'rowid'} as change, id as changeId, at as changedAt
       from change_log order by 1 desc limit 1`,
    )
    .get() as Latest | undefined
  return row ?? { change: 0, changeId: null, changedAt: null }
}

/** Runs with a log that is only read; it may be open elsewhere. */
export function withLog<T>(file: string, use: (db: BetterSqlite.Database) => T): T {
  const db = new BetterSqlite(file, { readonly: true, fileMustExist: true, timeout: 5000 })
  try {
    return use(db)
  } finally {
    db.close()
  }
}

/** What is wrong within a database, or `ok`. */
export const complaintOf = (db: BetterSqlite.Database, schema = 'main'): string =>
  String(db.pragma(`${schema}.integrity_check(1)`, { simple: true }))

/** Copies a log as it is in this moment, whoever writes to it meanwhile. */
export const copyInto = (db: BetterSqlite.Database, file: string): void =>
  void db.prepare('vacuum into ?').run(file)

/** Logs of the first forms had fewer tables. */
const hasTable = (db: BetterSqlite.Database, name: string): boolean =>
  db.prepare(`select 1 from sqlite_master where type = 'table' and name = ?`).get(name) !==
  undefined

/** Settings as one text; the catalogue's own mark is none. */
export function settingsOf(db: BetterSqlite.Database): string {
  if (!hasTable(db, 'setting')) return '[]'
  const rows = db.prepare(`select name, value from setting where name <> 'catalogue' order by name`)
  return JSON.stringify(rows.all())
}

/** What tells one state of a log from another: its newest change, and its settings. */
export const stateOf = (file: string): string =>
  withLog(file, (db) => JSON.stringify([latestOf(db).changeId, settingsOf(db)]))

export function tableNames(db: BetterSqlite.Database): string[] {
  const names = db.prepare(`select name from sqlite_master where type = 'table' order by name`)
  return (names.pluck().all() as string[]).filter((name) => !NOT_OF_THE_LOG.test(name))
}

export const rowsByTable = (db: BetterSqlite.Database): Record<string, number> =>
  Object.fromEntries(
    tableNames(db).map((name) => [
      name,
      db.prepare(`select count(*) from "${name}"`).pluck().get() as number,
    ]),
  )

/** Hashes of the pictures that rows name. */
export const pictureHashes = (db: BetterSqlite.Database): string[] =>
  hasTable(db, 'photo')
    ? (db.prepare('select distinct hash from photo order by hash').pluck().all() as string[])
    : []

export const pictureHashesOf = (log: string): string[] => withLog(log, pictureHashes)
