import { copyFileSync, existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { MIGRATIONS, migrate } from '../../database/migrate'
import { connectFile } from '../../database/open'
import { Refusal } from '../../services/log/failures'
import { openArchive } from '../../services/archive/open-archive'
import { restoreArchive } from '../../services/archive/restore-archive'
import { copyName, type BackupNote } from '../backups/backup-note'
import { withLog } from '../../database/log-facts'
import { hashOfFile, syncFile } from '../../database/whole-files'
import { writePictures } from './pictures'

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
  refuseNewer(note.form)
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
      if (db.pragma('integrity_check(1)', { simple: true }) !== 'ok') throw refuse('is damaged')
      return db.prepare('select name from knex_migrations order by id desc limit 1').pluck().get()
    })
    refuseNewer(String(newest))
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
    const form = refuseNewer(archive.told.form.at(-1) ?? '', archive.told.form)
    const db = connectFile(staged)
    try {
      await migrate(db, MIGRATIONS.slice(0, form))
      const rows = await db.transaction((trx) => restoreArchive(trx, archive, progress))
      await migrate(db)
      await settle(db)
      const taken = await writePictures(archive, photos)
      return { rows, photos: taken, createdAt: archive.told.created, places: archive.told.places }
    } finally {
      await db.destroy()
    }
  } catch (error) {
    removeDatabase(staged)
    throw error
  } finally {
    archive.close()
  }
}

const SENTENCE_END = 'Start the version that wrote it. Nothing was changed.'

/** @returns how many migrations a log of that form has been through */
function refuseNewer(newest: string, form?: readonly string[]): number {
  const known = MIGRATIONS.map(({ name }) => name)
  const at = known.indexOf(newest)
  const isOurs = !form || form.every((name, i) => name === known[i])
  if (at >= 0 && isOurs) return at + 1
  throw new Refusal(
    422,
    'Of another version',
    `It is of a log in the form ${newest || 'none'}, and this version knows up to ${known.at(-1)}. ${SENTENCE_END}`,
  )
}

async function upToDate(file: string): Promise<void> {
  const db = connectFile(file)
  try {
    await migrate(db)
    await settle(db)
  } finally {
    await db.destroy()
  }
  syncFile(file)
}

/** All of it in the file itself, looked through, and nothing in a journal beside it. */
async function settle(db: ReturnType<typeof connectFile>): Promise<void> {
  const [{ integrity_check: complaint }] = (await db.raw('pragma integrity_check(1)')) as [
    { integrity_check: string },
  ]
  if (complaint !== 'ok') throw new Error(`What was brought is damaged: ${complaint}.`)
  await db.raw('pragma wal_checkpoint(truncate)')
}
