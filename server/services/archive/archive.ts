import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { formatCount } from '../../../core/quantity/format-count'
import type { ImportPlan } from '../../../shared/views/exchange/import-plan'
import type { Database } from '../../database/open'
import type { PhotoFiles } from '../../photos/photo-files'
import { Refusal } from '../log/failures'
import type { Clock } from '../log/records'
import { openArchive } from './open-archive'
import { refuseFull, restoreArchive, tablesFor } from './restore-archive'
import { writeArchive } from './write-archive'

type Progress = (done: number, of: number) => void

/** The whole log out as one file of open tables, and into an empty one again. */
export const archiveService = (database: Database, photos: PhotoFiles, clock: Clock) => ({
  /** @param end is called when all of it was read, or nobody reads on */
  async write(): Promise<{ stream: NodeJS.ReadableStream; end: () => Promise<void> }> {
    const { db, close } = await database.snapshot()
    try {
      return { stream: await writeArchive(db, photos, clock().toISOString()), end: close }
    } catch (error) {
      await close()
      throw error
    }
  },

  /** What is in it, table by table, when every entry has been held against its list. */
  async preview(file: string): Promise<ImportPlan> {
    const archive = await openArchive(file)
    try {
      await refuseFull(database.read)
      await tablesFor(database.read, archive)
      const rows = archive.told.resources
        .filter((resource) => resource.rows > 0)
        .map(({ name, rows: count }, i) => ({
          line: i + 1,
          outcome: 'new' as const,
          what: name.replaceAll('_', ' '),
          why: formatCount(count, 'row'),
        }))
      const counts = { new: rows.length, same: 0, changed: 0, leftOut: 0, refused: 0 }
      return { rows, counts, hash: await hashOf(file) }
    } finally {
      archive.close()
    }
  },

  /** @param hash of the file that was looked at */
  async apply(file: string, hash: string, progress: Progress) {
    if ((await hashOf(file)) !== hash) {
      throw new Refusal(
        409,
        'Changed meanwhile',
        'The file is not the one you looked at: look again. Nothing was changed.',
      )
    }
    const archive = await openArchive(file)
    try {
      const rows = await database.write.transaction((trx) =>
        restoreArchive(trx, archive, photos, progress),
      )
      return { changeSetId: null, rows }
    } finally {
      archive.close()
    }
  },
})

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256')
  for await (const piece of createReadStream(file) as AsyncIterable<Buffer>) hash.update(piece)
  return hash.digest('hex')
}
