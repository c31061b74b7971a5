import Database from 'better-sqlite3'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { loadDemo } from '../../demo/load'
import { migrate, MIGRATIONS } from '../../server/database/migrate'
import { connectFile, DATABASE_FILE } from '../../server/database/open'

/** Ids of a log's rows, by table. */
export type KeptIds = ReadonlyMap<string, readonly string[]>

/** Names of the catalogue's sources, which every start writes as the catalogue has them. */
const NAMED_ANEW = 'source_name'

let played: Promise<string> | null = null

/** The demo's log of today, played once; a folder that holds one already can be named. */
export function demo(): Promise<string> {
  played ??= (async () => {
    const folder =
      process.env.JUNIPER_HAZE_E2E_DEMO ?? mkdtempSync(join(tmpdir(), 'juniper-haze-demo-'))
    if (!process.env.JUNIPER_HAZE_E2E_DEMO) await loadDemo(folder)
    return join(folder, DATABASE_FILE)
  })()
  return played
}

/**
 * A log of an earlier version with the rows of another one, as far as that version had room for them:
 * columns that it did not have are left out, and rows that it could not hold.
 *
 * @param version how many migrations it has seen
 * @param from the file that rows are taken from
 * @returns ids of what it holds
 */
export async function logOfVersion(
  folder: string,
  version: number,
  from: string,
): Promise<KeptIds> {
  const file = join(folder, DATABASE_FILE)
  const made = connectFile(file)
  await migrate(made, MIGRATIONS.slice(0, version))
  await made.destroy()
  const db = new Database(file)
  try {
    db.pragma('foreign_keys = OFF')
    db.prepare('attach ? as later').run(from)
    db.transaction(() => {
      // what a later version notes among the settings, an earlier one does not know
      for (const table of tablesOf(db)) if (table !== 'setting') fill(db, table)
      dropLoose(db)
    })()
    return new Map(
      tablesOf(db)
        .filter((table) => table !== NAMED_ANEW)
        .filter((table) => columnsOf(db, 'main', table).includes('id'))
        .map((table) => [table, idsOf(db, table)]),
    )
  } finally {
    db.close()
  }
}

/** Ids that are not there any more, of tables that are. */
export function missingOf(db: Database.Database, before: KeptIds): string[] {
  const tables = new Set(tablesOf(db))
  return [...before].flatMap(([table, ids]) => {
    if (!tables.has(table)) return []
    const there = new Set(idsOf(db, table))
    return ids.filter((id) => !there.has(id)).map((id) => `${table} ${id}`)
  })
}

const tablesOf = (db: Database.Database): string[] =>
  db
    .prepare(
      `select name from main.sqlite_master
        where type = 'table' and name not like 'sqlite_%' and name not like 'knex_%'`,
    )
    .pluck()
    .all() as string[]

const columnsOf = (db: Database.Database, schema: string, table: string): string[] =>
  (db.pragma(`${schema}.table_info(${table})`) as { name: string }[]).map(({ name }) => name)

const idsOf = (db: Database.Database, table: string): string[] =>
  (db.prepare(`select id from main."${table}"`).pluck().all() as unknown[]).map(String)

function fill(db: Database.Database, table: string): void {
  const later = new Set(columnsOf(db, 'later', table))
  const columns = columnsOf(db, 'main', table)
    .filter((name) => later.has(name))
    .map((name) => `"${name}"`)
    .join()
  if (!columns) return
  db.exec(
    `insert or ignore into main."${table}" (${columns}) select ${columns} from later."${table}"`,
  )
}

/** Takes out rows that point at what is not there, and then those that pointed at them. */
function dropLoose(db: Database.Database): void {
  for (;;) {
    const loose = db.pragma('main.foreign_key_check') as { table: string; rowid: number }[]
    if (loose.length === 0) return
    for (const { table, rowid } of loose) {
      db.prepare(`delete from main."${table}" where rowid = ?`).run(rowid)
    }
  }
}
