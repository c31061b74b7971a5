import { join } from 'node:path'
import { DATABASE_FILE } from '../database/open'
import type { KeepBefore } from '../database/open-log'
import { LogTrouble } from '../database/trouble'
import type { RunKeeping } from './run-keeping'
import { dataBackups, findBackups } from './backups/backup-places'

/** Makes a backup before an upgrade; one that was cut short has left it already: it is the one to keep. */
export const keepBeforeUpgrade =
  (run: RunKeeping): KeepBefore =>
  async (folder, migration) => {
    const before = `the upgrade to ${migration}`
    const found = await findBackups(folder, null)
    if (found.some(({ note }) => note.reason === 'upgrade' && note.before === before)) return
    const job = {
      log: join(folder, DATABASE_FILE),
      photos: join(folder, 'photos'),
      target: dataBackups(folder),
      reason: 'upgrade' as const,
      before,
      at: new Date().toISOString(),
    }
    try {
      await run('backup', job)
    } catch (error) {
      if (!(error instanceof Error) || error.name !== 'BackupFailed') throw error
      throw new LogTrouble(
        'damaged',
        `Before ${before} no backup could be kept (${error.message}), so nothing was changed: bring a backup back.`,
        { cause: error },
      )
    }
  }
