import BetterSqlite from 'better-sqlite3'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { LogTrouble } from './trouble'

const LOCK_FILE = 'in-use.lock'
const HOLDER_FILE = 'in-use.txt'

/**
 * Takes a data folder for this process alone. The lock is the operating system's, held through an
 * empty database of SQLite: it ends with the process, however that ends, and nothing is left to be
 * cleaned up or guessed at.
 *
 * @returns gives the folder free again
 * @throws LogTrouble naming who holds it
 */
export function holdFolder(folder: string): () => void {
  const lock = new BetterSqlite(join(folder, LOCK_FILE), { timeout: 0 })
  try {
    lock.pragma('journal_mode = memory')
    lock.exec('begin exclusive')
  } catch (error) {
    lock.close()
    if (!(error as { code?: string }).code?.startsWith('SQLITE_BUSY')) throw error
    throw new LogTrouble(
      'held',
      `The log in ${folder} is open already (${holderOf(folder)}): use that one, or stop it first.`,
    )
  }
  const since = new Date().toISOString().slice(0, 16).replace('T', ' ')
  writeFileSync(join(folder, HOLDER_FILE), `process ${process.pid}, since ${since} UTC\n`)
  return () => lock.close()
}

function holderOf(folder: string): string {
  try {
    return readFileSync(join(folder, HOLDER_FILE), 'utf8').trim()
  } catch {
    return 'by another process'
  }
}
