import { accessSync, constants, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import type BetterSqlite from 'better-sqlite3'
import knex, { type Knex } from 'knex'

/** The two connections of a log: one that writes, one way at a time, and one that only reads. */
export interface Database {
  write: Knex
  read: Knex
  close(): Promise<void>
}

export const DATABASE_FILE = 'juniper-haze.sqlite'

const PRAGMAS = [
  'journal_mode = WAL',
  'synchronous = FULL',
  'foreign_keys = ON',
  'busy_timeout = 5000',
]

/** @param filename a file, `:memory:`, or the bytes of a database to be opened in memory */
function connect(filename: string | Buffer, readonly: boolean): Knex {
  return knex({
    client: 'better-sqlite3',
    // the driver takes bytes in the place of a name, which Knex hands on as they are
    connection: { filename: filename as string, options: { readonly } },
    useNullAsDefault: true,
    pool: {
      min: 1,
      // One writer: transactions queue here, so none can meet another's lock half way.
      max: 1,
      afterCreate(raw: BetterSqlite.Database, done: (error: Error | null) => void) {
        for (const pragma of readonly ? PRAGMAS.slice(2) : PRAGMAS) raw.pragma(pragma)
        done(null)
      },
    },
  })
}

/**
 * Opens the log in a data folder, making the folder where it is missing.
 *
 * @throws Error in one sentence where the folder cannot be written
 */
export async function openDatabase(folder: string): Promise<Database> {
  try {
    mkdirSync(folder, { recursive: true })
    accessSync(folder, constants.W_OK)
  } catch (cause) {
    throw new Error(`The data folder ${folder} cannot be written to: choose another one.`, {
      cause,
    })
  }
  const file = join(folder, DATABASE_FILE)
  const write = connect(file, false)
  await write.raw('select 1')
  const read = connect(file, true)
  return {
    write,
    read,
    close: async () => void (await Promise.all([read.destroy(), write.destroy()])),
  }
}

/**
 * A log in memory, for tests: it lasts as long as its connection.
 *
 * @param image bytes of a database that it begins as a copy of
 */
export function openMemoryDatabase(image?: Buffer): Database {
  const db = connect(image ?? ':memory:', false)
  return { write: db, read: db, close: () => db.destroy() }
}
