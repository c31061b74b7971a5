import { accessSync, constants, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import type BetterSqlite from 'better-sqlite3'
import knex, { type Knex } from 'knex'
import { giveWay } from './give-way'
import { buildRows } from './statements'
import { LogTrouble } from './trouble'

/** The two connections of a log: one that writes, one way at a time, and one that only reads. */
export interface Database {
  write: Knex
  read: Knex
  /** One moment of the log, to be read at leisure while others write. */
  snapshot(): Promise<{ db: Knex; close: () => Promise<void> }>
  close(): Promise<void>
}

export const DATABASE_FILE = 'juniper-haze.sqlite'

const PRAGMAS = [
  'journal_mode = WAL',
  'synchronous = FULL',
  // what is taken out is written over, not only let go of
  'secure_delete = ON',
  'foreign_keys = ON',
  'busy_timeout = 3000',
]

/**
 * Lets every transaction take the writer's lock where it begins. One that takes it half way, at its
 * first write, is refused at once where another program writes: the busy timeout waits for locks at
 * the beginning only. Knex has no setting for it.
 */
function beginImmediate(raw: BetterSqlite.Database): void {
  const prepare = raw.prepare.bind(raw)
  raw.prepare = ((sql: string) =>
    prepare(sql === 'BEGIN;' ? 'BEGIN IMMEDIATE;' : sql)) as typeof raw.prepare
}

/** A file that may be lost, though never torn: only what was written last goes with the power. */
const CACHE_PRAGMAS = ['journal_mode = WAL', 'synchronous = NORMAL', 'busy_timeout = 3000']

/**
 * @param filename a file, `:memory:`, or the bytes of a database to be opened in memory
 * @param pragmas what a connection that writes begins with
 */
function connect(filename: string | Buffer, readonly: boolean, pragmas = PRAGMAS): Knex {
  const db = knex({
    client: 'better-sqlite3',
    // the driver takes bytes in the place of a name, which Knex hands on as they are
    connection: { filename: filename as string, options: { readonly } },
    useNullAsDefault: true,
    // each error is thrown, too; here it would be told with the values of its question
    log: { warn: () => undefined, error: () => undefined, debug: () => undefined },
    pool: {
      min: 1,
      // One writer: transactions queue here, so none can meet another's lock half way.
      max: 1,
      // who waits longer is told so, and to try again: a large import is being written
      acquireTimeoutMillis: 10_000,
      // a file that cannot be opened now will not be so in a moment either
      propagateCreateError: true,
      afterCreate(raw: BetterSqlite.Database, done: (error: Error | null) => void) {
        try {
          for (const pragma of readonly ? PRAGMAS.slice(3) : pragmas) raw.pragma(pragma)
          if (!readonly) beginImmediate(raw)
          // a log's tables change before anything else reads it
          buildRows(raw, readonly)
          done(null)
        } catch (error) {
          done(error as Error)
        }
      },
    },
  })
  giveWayBeforeQuestions(db)
  return db
}

/** A connection's own maker of connections: Knex calls it before each question outside a transaction. */
interface Client {
  acquireConnection: () => Promise<unknown>
}

/**
 * Lets others be answered between questions. Each is answered at once by the driver, so that a hundred
 * in a row would hold up everybody else's.
 */
function giveWayBeforeQuestions(db: Knex): void {
  const client = db.client as Client
  const acquire = client.acquireConnection.bind(client)
  client.acquireConnection = async () => {
    await giveWay()
    return acquire()
  }
}

/** One connection to a file that is written. */
export const connectFile = (filename: string): Knex => connect(filename, false)

/** One connection that only reads, for a thread of its own. */
export const connectReader = (filename: string): Knex => connect(filename, true)

/** One connection to a file that may be lost at any time, such as what was computed. */
export const connectCache = (filename: string): Knex => connect(filename, false, CACHE_PRAGMAS)

/** Makes the folder of a log, where it is missing. @throws LogTrouble in one sentence */
export function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true })
    accessSync(folder, constants.W_OK)
  } catch (cause) {
    throw new LogTrouble(
      'readOnly',
      `The data folder ${folder} cannot be written to: choose another with JUNIPER_HAZE_DATA.`,
      { cause },
    )
  }
}

/** Opens the database in a folder, making folder and file where they are missing. */
export async function openDatabase(folder: string): Promise<Database> {
  makeFolder(folder)
  const file = join(folder, DATABASE_FILE)
  const write = connect(file, false)
  try {
    await write.raw('select 1')
  } catch (error) {
    await write.destroy()
    throw error
  }
  const read = connectReader(file)
  const snapshots = new Set<Snapshot>()
  return {
    write,
    read,
    async snapshot() {
      const snapshot = await snapshotOf(file)
      const close = async () => {
        if (snapshots.delete(snapshot)) await snapshot.close()
      }
      snapshots.add(snapshot)
      return { db: snapshot.db, close }
    },
    // a moment that somebody still reads would keep the journal from going into the file
    close: async () => {
      const open = [...snapshots]
      snapshots.clear()
      await Promise.all([
        read.destroy(),
        write.destroy(),
        ...open.map((snapshot) => snapshot.close().catch(() => undefined)),
      ])
    },
  }
}

type Snapshot = Awaited<ReturnType<typeof snapshotOf>>

/** A connection of its own whose one transaction sees the log as it was when it began. */
async function snapshotOf(file: string) {
  const connection = connectReader(file)
  try {
    const db = await connection.transaction()
    // the moment is that of its first look
    await db.raw('select 1 from sqlite_master limit 1')
    const close = async () => {
      await db.rollback()
      await connection.destroy()
    }
    return { db, close }
  } catch (error) {
    await connection.destroy()
    throw error
  }
}

/**
 * A log in memory, for tests: it lasts as long as its connection.
 *
 * @param image bytes of a database that it begins as a copy of
 */
export function openMemoryDatabase(image?: Buffer): Database {
  return databaseOf(connect(image ?? ':memory:', false))
}

/** A log on one connection that reads and writes: nobody else writes meanwhile. */
export const databaseOf = (db: Knex): Database => ({
  write: db,
  read: db,
  snapshot: () => Promise.resolve({ db, close: () => Promise.resolve() }),
  close: () => db.destroy(),
})
