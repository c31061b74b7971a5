import { existsSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import type { Knex } from 'knex'
import { first } from '../../core/present'
import { syncFolder } from './whole-files'
import { holdFolder } from './folder-lock'
import { isJournalCut } from './journal'
import { migrate, MIGRATIONS } from './migrate'
import { connectFile, DATABASE_FILE, makeFolder, openDatabase, type Database } from './open'
import { inOneSentence, LogTrouble } from './trouble'

/** A log, held by this process alone, and what was noticed while it was opened. */
export interface OpenLog {
  database: Database
  file: string
  /** Sentences for the user: the log is open, and something is not as it should be. */
  warnings: string[]
}

/** Finds what is wrong inside a database file: the first complaint, or `ok`. */
export type CheckFile = (file: string) => Promise<string>

/** Makes a backup of a log as it is before it is brought up to date. */
export type KeepBefore = (folder: string, migration: string) => Promise<void>

const SIDES = ['', '-wal', '-shm'] as const

/**
 * Opens the log in a data folder for this process alone: makes it where there is none, looks whether
 * it is whole, and brings it up to date, with a copy kept of how it was before.
 *
 * A new log gets its name once it is whole, so that a file under that name that is empty or cut was
 * a log once: it is refused, never written over.
 *
 * @throws LogTrouble in one sentence that says what to do
 */
export function openLog(
  folder: string,
  check: CheckFile,
  keepBefore: KeepBefore,
): Promise<OpenLog> {
  return inOneSentence(async () => {
    makeFolder(folder)
    const release = holdFolder(folder)
    try {
      const { database, file, warnings } = await openHeld(folder, check, keepBefore)
      const close = () => database.close().finally(release)
      return { database: { ...database, close }, file, warnings }
    } catch (error) {
      release()
      throw error
    }
  })
}

async function openHeld(
  folder: string,
  check: CheckFile,
  keepBefore: KeepBefore,
): Promise<OpenLog> {
  const file = join(folder, DATABASE_FILE)
  const isNew = !existsSync(file)
  const warnings: string[] = []
  if (isNew) {
    if (existsSync(`${file}-wal`)) {
      throw new LogTrouble(
        'missing',
        `The log file ${file} is gone, though its journal is there: bring a copy of both back, or move the journal away to begin anew.`,
      )
    }
    await makeLog(folder, file)
  } else {
    refuseEmpty(file)
    if (isJournalCut(`${file}-wal`)) {
      warnings.push(
        'The journal of the log ends in the middle of a page, as when the machine stopped while something was saved: that may be missing. Look through your latest entries before you go on.',
      )
    }
    const complaint = await check(file)
    if (complaint !== 'ok') {
      throw new LogTrouble(
        'damaged',
        `The log file ${file} is damaged: it is left as it is. Bring the newest good backup back, below or by npm run restore.`,
        { cause: new Error(complaint) },
      )
    }
  }
  const database = await openDatabase(folder)
  try {
    if (!isNew) await upgrade(database.write, folder, keepBefore)
    return { database, file, warnings }
  } catch (error) {
    await database.close()
    throw error
  }
}

/** A log is made under another name and gets its own once it is whole: a kill leaves no half one. */
async function makeLog(folder: string, file: string): Promise<void> {
  const made = `${file}.new`
  for (const side of SIDES) rmSync(made + side, { force: true })
  const db = connectFile(made)
  try {
    await migrate(db)
  } finally {
    await db.destroy()
  }
  renameSync(made, file)
  syncFolder(folder)
}

function refuseEmpty(file: string): void {
  if (statSync(file).size > 0) return
  throw new LogTrouble(
    'empty',
    `The log file ${file} is empty (0 bytes), so what was in it is lost: bring a backup back, or move it away to begin anew.`,
  )
}

/** Runs the migrations that a log lacks, behind a copy of how it was. */
async function upgrade(db: Knex, folder: string, keepBefore: KeepBefore): Promise<void> {
  const done = await migrationsDone(db)
  const known = MIGRATIONS.map(({ name }) => name)
  const later = done.filter((name) => !known.includes(name))
  if (later.length > 0) {
    throw new LogTrouble(
      'newer',
      `This log was written by a newer Juniper Haze (it knows ${later.join(', ')}): start that version. Nothing was changed.`,
    )
  }
  const missing = known.filter((name) => !done.includes(name))
  if (missing.length === 0) return
  await keepBefore(folder, first(missing))
  // the folder is held, so no other process can be at it: a lock that is set was left by a kill
  if (await db.schema.hasTable('knex_migrations_lock')) {
    await db('knex_migrations_lock').update({ is_locked: 0 })
  }
  await migrate(db)
}

async function migrationsDone(db: Knex): Promise<string[]> {
  if (!(await db.schema.hasTable('knex_migrations'))) {
    throw new LogTrouble(
      'damaged',
      'The file of the log is a database of something else: move it away, and bring the log back in its place.',
    )
  }
  return db('knex_migrations').orderBy('id').pluck<string[]>('name')
}
