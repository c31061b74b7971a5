import BetterSqlite from 'better-sqlite3'
import {
  constants,
  copyFileSync,
  existsSync,
  mkdirSync,
  renameSync,
  rmSync,
  statfsSync,
  statSync,
} from 'node:fs'
import { join } from 'node:path'
import type { BackupReason } from '../../../shared/views/keeping/keeping'
import { latestOf, pictureHashes, rowsByTable, samePictures } from '../../database/log-facts'
import { hashOfFile, syncFile, syncFolder, writeWhole } from '../../database/whole-files'
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

const PHOTO_SIZES = ['', '-small'] as const
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
  const part = join(target, `${copyName(id)}.part`)
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
      changedAt: facts.changedAt,
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
  const db = new BetterSqlite(log, { readonly: true, fileMustExist: true, timeout: 5000 })
  try {
    const first = latestOf(db).change
    db.prepare('vacuum into ?').run(part)
    const copy = new BetterSqlite(part, { readonly: true })
    try {
      const { change } = latestOf(copy)
      if (change < first || change > latestOf(db).change) {
        throw new BackupFailed(`its newest change is ${change}, which the log never had`)
      }
    } finally {
      copy.close()
    }
  } finally {
    db.close()
  }
}

function lookThrough(part: string) {
  const copy = new BetterSqlite(part, { readonly: true })
  try {
    const complaint = String(copy.pragma('integrity_check(1)', { simple: true }))
    if (complaint !== 'ok') throw new BackupFailed(`the copy is damaged (${complaint})`)
    const form = copy.prepare('select name from knex_migrations order by id desc limit 1').pluck()
    return {
      ...latestOf(copy),
      form: String(form.get()),
      rows: rowsByTable(copy),
      hashes: pictureHashes(copy),
    }
  } finally {
    copy.close()
  }
}

/**
 * Copies a picture that the folder has not, or has spoilt.
 *
 * @returns whether it is there now, whole
 */
async function keepPicture(from: string, to: string, hash: string): Promise<boolean> {
  const own = (folder: string, size: string) => join(folder, `${hash}${size}.jpg`)
  if (await isKept(to, from, hash)) return true
  if (!PHOTO_SIZES.every((size) => existsSync(own(from, size)))) return false
  if ((await hashOfFile(own(from, ''))) !== hash) return false
  for (const size of PHOTO_SIZES) {
    const part = `${own(to, size)}.part`
    copyFileSync(own(from, size), part, constants.COPYFILE_FICLONE)
    syncFile(part)
    renameSync(part, own(to, size))
  }
  return (await hashOfFile(own(to, ''))) === hash
}

async function isKept(to: string, from: string, hash: string): Promise<boolean> {
  if (!existsSync(join(to, `${hash}.jpg`)) || !existsSync(join(to, `${hash}-small.jpg`)))
    return false
  if ((await hashOfFile(join(to, `${hash}.jpg`))) !== hash) return false
  const small = join(from, `${hash}-small.jpg`)
  return !existsSync(small) || samePictures(small, join(to, `${hash}-small.jpg`))
}
