import { rm } from 'node:fs/promises'
import { join } from 'node:path'
import { DATABASE_FILE } from '../database/open'
import { Refusal } from '../services/log/failures'
import type { RunKeeping } from './run-keeping'
import { setFolders } from './backups/backup-places'
import { keepingFile } from './keeping-file'

/** Puts another file in the place of the log, which is closed meanwhile. */
export interface Swap {
  /** Refuses while nobody can write any more: what was seen must still be so. */
  check: () => void
  /** What else is done before the file takes its place; the folder is held. */
  prepare: (folder: string) => void
  /** The file that takes the place; it lies in the same folder, with nothing beside it. */
  staged: string
}

export interface KeeperSurroundings {
  /** The data folder. */
  folder: string
  run: RunKeeping
  swap: (swap: Swap) => Promise<void>
  clock: () => Date
}

/** What all that keeps a log shares: where things lie, what is remembered, and one thing at a time. */
export function keeperBase({ folder, run, swap, clock }: KeeperSurroundings) {
  const file = keepingFile(folder)
  let isRunning = false
  const incoming = join(folder, 'incoming')
  return {
    folder,
    run,
    swap,
    clock,
    file,
    log: join(folder, DATABASE_FILE),
    photos: join(folder, 'photos'),
    /** What is brought and not yet in its place; its pictures beside it. */
    incoming,
    isRunning: () => isRunning,

    /** Folders of pictures that backups have. */
    async pictureFolders(): Promise<string[]> {
      const { folder: named } = await file.read()
      return [
        ...(await setFolders(folder, named)).map((set) => join(set.folder, 'photos')),
        join(folder, 'photos-without-rows'),
      ]
    },

    sweepIncoming: () => rm(incoming, { recursive: true, force: true }),

    /** @throws Refusal 409 while something else of this kind is under way */
    async alone<T>(work: () => Promise<T>): Promise<T> {
      if (isRunning) {
        throw new Refusal(
          409,
          'Under way',
          'A backup, an archive or a restore is under way: wait until it has ended, then try again. Nothing was changed.',
        )
      }
      isRunning = true
      try {
        return await work()
      } finally {
        isRunning = false
      }
    },
  }
}

export type KeeperBase = ReturnType<typeof keeperBase>
