import { join } from 'node:path'
import { DATABASE_FILE } from '../database/open'
import type { KeepBefore } from '../database/open-log'
import type { RunKeeping } from './run-keeping'
import { dataBackups, findBackups } from './backups/backup-places'

/** Makes a backup before an upgrade; one that was cut short has left it already: it is the one to keep. */
export const keepBeforeUpgrade =
  (run: RunKeeping): KeepBefore =>
  async (folder, migration) => {
    const before = `the upgrade to ${migration}`
    const found = await findBackups(folder, null)
    if (found.some(({ note }) => note.reason === 'upgrade' && note.before === before)) return
    await run('backup', {
      log: join(folder, DATABASE_FILE),
      photos: join(folder, 'photos'),
      target: dataBackups(folder),
      reason: 'upgrade',
      before,
      at: new Date().toISOString(),
    })
  }
