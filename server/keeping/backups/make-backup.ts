import { existsSync, mkdirSync, renameSync, rmSync, statfsSync, statSync } from 'node:fs'
import { join } from 'node:path'
import type { BackupReason } from '../../../shared/views/keeping/keeping'
import {
  complaintOf,
  copyInto,
  latestOf,
  pictureHashes,
  rowsByTable,
  settingsOf,
  withLog,
} from '../../database/log-facts'
import {
  hashOfFile,
  hashOfText,
  PART,
  syncFile,
  syncFolder,
  writeWhole,
} from '../../database/whole-files'
import { photoName } from '../../photos/photo-names'
import { copyPicture, isWholePicture } from '../pictures'
import { backupIdOf, copyName, noteName, type BackupNote } from './backup-note'

export interface BackupJob {
  /** The file of the log, open or not. */
  log: string
  /** Folder of its pictures. */
  photos: string
  /** Folder that the backup goes into; it is made, its parent is not. */
  target: string
  reason: BackupReason
  before: string
  at: string
}

type Progress = (done: number, of: number) => void

/** Room that is wanted, of the size of the log. */
const ROOM = 1.5

/** A copy of a log that was not found to be as it should. */
class BackupFailed extends Error {
  constructor(why: string) {
    super(`The backup was not kept: ${why}.`)
    this.name = 'BackupFailed'
  }
}

/**
 * A consistent copy of a log, whoever writes to it meanwhile, with the pictures that the folder has
 * not yet. It counts once it was looked through: the note that makes it one is written last.
 *
 * @param progress pictures looked at, of all
 * @throws BackupFailed where the copy is not whole; errors of the file system as they are
 */
export async function makeBackup(job: BackupJob, progress: Progress): Promise<BackupNote> {
  const { target, at, reason, before } = job
  const id = backupIdOf(at)
  // a folder that somebody named is there, or its disk is not: it is not made anew beside it
  if (!existsSync(target)) mkdirSync(target)
  const photos = join(target, 'photos')
  mkdirSync(photos, { recursive: true })
  const part = join(target, copyName(id) + PART)
  refuseWithoutRoom(job.log, target)
  try {
    copyLog(job.log, part)
    const facts = lookThrough(part)
    const missingPhotos: string[] = []
    for (const [i, hash] of facts.hashes.entries()) {
      if (!(await keepPicture(job.photos, photos, hash))) missingPhotos.push(hash)
      progress(i + 1, facts.hashes.length)
    }
    syncFile(part)
    syncFolder(photos)
    const gone = new Set(missingPhotos)
    const note: BackupNote = {
      id,
      madeAt: at,
      reason,
      before,
      bytes: statSync(part).size,
      sha256: await hashOfFile(part),
      form: facts.form,
      change: facts.change,
      changeId: facts.changeId,
      settings: facts.settings,
      rows: facts.rows,
      photos: facts.hashes.filter((hash) => !gone.has(hash)),
      missingPhotos,
    }
    renameSync(part, join(target, copyName(id)))
    await writeWhole(join(target, noteName(id)), Buffer.from(`${JSON.stringify(note, null, 1)}\n`))
    syncFolder(target)
    return note
  } catch (error) {
    rmSync(part, { force: true })
    throw error
  }
}

/** A copy on a disk that is nearly full would take the room of what somebody is just writing down. */
function refuseWithoutRoom(log: string, target: string): void {
  const { bavail, bsize } = statfsSync(target)
  if (bavail * bsize > ROOM * statSync(log).size) return
  throw Object.assign(new Error('There is no room for a copy of the log.'), { code: 'ENOSPC' })
}

/** `VACUUM INTO` sees one moment of the log, with what its journal holds, and stops nobody. */
function copyLog(log: string, part: string): void {
  rmSync(part, { force: true })
  withLog(log, (db) => {
    const first = latestOf(db).change
    copyInto(db, part)
    const { change } = withLog(part, latestOf)
    if (change < first || change > latestOf(db).change) {
      throw new BackupFailed(`its newest change is ${change}, which the log never had`)
    }
  })
}

const lookThrough = (part: string) =>
  withLog(part, (db) => {
    const complaint = complaintOf(db)
    if (complaint !== 'ok') throw new BackupFailed(`the copy is damaged (${complaint})`)
    const form = db.prepare('select name from knex_migrations order by id desc limit 1').pluck()
    return {
      ...latestOf(db),
      form: String(form.get()),
      rows: rowsByTable(db),
      settings: hashOfText(settingsOf(db)),
      hashes: pictureHashes(db),
    }
  })

/**
 * Copies a picture that the folder has not, or has spoilt.
 *
 * @returns whether it is there now, whole
 */
async function keepPicture(from: string, to: string, hash: string): Promise<boolean> {
  if ((await isWholePicture(to, hash)) && (await isSmallAlike(from, to, hash))) return true
  return copyPicture(hash, from, to)
}

/** A small picture has no name of its own to be held against: that of the log says what it is. */
async function isSmallAlike(from: string, to: string, hash: string): Promise<boolean> {
  const [source, kept] = [from, to].map((folder) => join(folder, photoName(hash, 'small')))
  if (!existsSync(source!)) return true
  return (await hashOfFile(source!)) === (await hashOfFile(kept!))
}
