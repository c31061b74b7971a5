import BetterSqlite from 'better-sqlite3'
import {
  copyFileSync,
  existsSync,
  linkSync,
  mkdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs'
import { join } from 'node:path'
import { DATABASE_FILE } from '../database/open'
import type { Swap } from './keeper-base'
import { LogTrouble } from '../database/trouble'
import { syncFile, syncFolder } from '../database/whole-files'

/**
 * Puts a staged database in the place of the log, at once: whoever looks afterwards, also after a
 * power cut at any moment, finds the one or the other, whole. The folder is held, and its log closed.
 *
 * @throws LogTrouble where the log still has a journal: it is open somewhere
 */
export function putInPlace(folder: string, { prepare, staged }: Swap): void {
  const file = join(folder, DATABASE_FILE)
  prepare(folder)
  syncFile(staged)
  if (existsSync(file)) settleJournal(file)
  renameSync(staged, file)
  syncFolder(folder)
}

/** A journal beside another file than its own would spoil that one: it goes into its own first. */
function settleJournal(file: string): void {
  const journal = `${file}-wal`
  if (existsSync(journal) && statSync(journal).size > 0) {
    const db = new BetterSqlite(file, { timeout: 3000 })
    try {
      db.pragma('wal_checkpoint(truncate)')
    } finally {
      db.close()
    }
  }
  if (existsSync(journal) && statSync(journal).size > 0) {
    throw new LogTrouble(
      'busy',
      'The log is still being read somewhere, such as an archive that goes out: wait until that has ended, then try again. Nothing was changed.',
    )
  }
  rmSync(journal, { force: true })
  rmSync(`${file}-shm`, { force: true })
}

/**
 * Lays a log that cannot be read aside as it is, with its journal, and takes the journal out of the
 * way of the file that comes. The log itself stays in its place until that one does.
 *
 * @param name of the folder that it is laid into, within `aside`
 */
export function layAside(folder: string, name: string): void {
  const aside = join(folder, 'aside', name)
  mkdirSync(aside, { recursive: true })
  for (const side of ['', '-wal', '-shm']) {
    const from = join(folder, DATABASE_FILE + side)
    if (!existsSync(from)) continue
    const to = join(aside, DATABASE_FILE + side)
    rmSync(to, { force: true })
    try {
      linkSync(from, to)
    } catch {
      // sticks have no links
      copyFileSync(from, to)
    }
  }
  syncFolder(aside)
  for (const side of ['-wal', '-shm']) rmSync(join(folder, DATABASE_FILE + side), { force: true })
}
