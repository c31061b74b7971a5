import { copyFileSync, existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import type { Knex } from 'knex'
import { MIGRATIONS, migrate } from '../../database/migrate'
import { connectFile } from '../../database/open'
import { Refusal } from '../../services/log/failures'
import { openArchive } from '../../services/archive/open-archive'
import { restoreArchive } from '../../services/archive/restore-archive'
import { copyName, type BackupNote } from '../backups/backup-note'
import { complaintOf, withLog } from '../../database/log-facts'
import { hashOfFile, syncFile } from '../../database/whole-files'
import { writePictures } from '../pictures'

type Progress = (done: number, of: number) => void

const SIDES = ['', '-wal', '-shm', '-journal'] as const

/** Takes a database file and what SQLite lays beside it away. */
export const removeDatabase = (file: string): void =>
  SIDES.forEach((side) => rmSync(file + side, { force: true }))

/**
 * A copy of a backup, held to its note and brought up to this version's form, ready to take the
 * place of a log.
 *
 * @param folder of the backup
 * @throws Refusal where the copy is not what was noted, or of a newer form
 */
export async function stageBackup(
  folder: string,
  note: BackupNote,
  staged: string,
  progress: Progress = () => undefined,
): Promise<void> {
  removeDatabase(staged)
  migrationsOf(note.form)
  copyFileSync(join(folder, copyName(note.id)), staged)
  progress(1, 3)
  if ((await hashOfFile(staged)) !== note.sha256) {
    removeDatabase(staged)
    throw new Refusal(
      422,
      'Backup spoilt',
      `The backup of ${note.madeAt} is not as it was written: take another one. Nothing was changed.`,
    )
  }
  progress(2, 3)
  await upToDate(staged)
  progress(3, 3)
}

/**
 * Any copy of a log, looked through and brought up to this version's form.
 *
 * @throws Refusal where it is no log, damaged, or of a newer form
 */
export async function stageCopy(file: string, staged: string): Promise<void> {
  removeDatabase(staged)
  const refuse = (why: string) => {
    removeDatabase(staged)
    return new Refusal(422, 'No log', `${file} ${why}. Nothing was changed.`)
  }
  for (const side of ['', '-wal'] as const) {
    if (existsSync(file + side)) copyFileSync(file + side, staged + side)
  }
  try {
    const newest = withLog(staged, (db) => {
      if (complaintOf(db) !== 'ok') throw refuse('is damaged')
      return db.prepare('select name from knex_migrations order by id desc limit 1').pluck().get()
    })
    migrationsOf(String(newest))
  } catch (error) {
    if (error instanceof Refusal) throw error
    throw refuse('is no archive, no backup, and no copy of a log')
  }
  await upToDate(staged)
}

/**
 * An archive as a log of its own: rows and pictures, up to this version's form.
 *
 * @param photos folder that its pictures go into
 * @returns rows written
 * @throws Refusal naming the entry, or the form
 */
export async function stageArchive(
  file: string,
  staged: string,
  photos: string,
  progress: Progress,
): Promise<{ rows: number; photos: number; createdAt: string; places: string }> {
  removeDatabase(staged)
  const archive = await openArchive(file)
  try {
    const { created, places, form } = archive.told
    const rows = await inFile(staged, async (db) => {
      await migrate(db, migrationsOf(form.at(-1) ?? '', form))
      return db.transaction((trx) => restoreArchive(trx, archive, progress))
    })
    await upToDate(staged)
    return { rows, photos: await writePictures(archive, photos), createdAt: created, places }
  } catch (error) {
    removeDatabase(staged)
    throw error
  } finally {
    archive.close()
  }
}

/**
 * The migrations that a log of some form has been through.
 *
 * @param newest name of the last of them
 * @param form names of all of them, where they are known
 * @throws Refusal for a form that this version does not know
 */
function migrationsOf(newest: string, form?: readonly string[]) {
  const known = MIGRATIONS.map(({ name }) => name)
  const at = known.indexOf(newest)
  const isOurs = !form || form.every((name, i) => name === known[i])
  if (at >= 0 && isOurs) return MIGRATIONS.slice(0, at + 1)
  throw new Refusal(
    422,
    'Of another version',
    `It is of a log in the form ${newest || 'none'}, and this version knows up to ${known.at(-1)}. Start the version that wrote it. Nothing was changed.`,
  )
}

async function inFile<T>(file: string, use: (db: Knex) => Promise<T>): Promise<T> {
  const db = connectFile(file)
  try {
    return await use(db)
  } finally {
    await db.destroy()
  }
}

/** Up to this version's form, all of it in the file itself and nothing in a journal, looked through. */
async function upToDate(file: string): Promise<void> {
  await inFile(file, async (db) => {
    await migrate(db)
    await db.raw('pragma wal_checkpoint(truncate)')
  })
  const complaint = withLog(file, complaintOf)
  if (complaint !== 'ok') throw new Error(`What was brought is damaged: ${complaint}.`)
  syncFile(file)
}
