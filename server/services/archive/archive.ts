import type { ArchivedPlaces } from '../../../shared/views/keeping/keeping'
import type { Database } from '../../database/open'
import type { PhotoFiles } from '../../photos/photo-files'
import type { Clock } from '../log/records'
import { writeArchive } from './write-archive'

/** The whole log out as one file of open tables. */
export const archiveService = (database: Database, photos: PhotoFiles, clock: Clock) => ({
  /**
   * @param tell how far it is
   * @param end is called when all of it was read, or nobody reads on
   */
  async write(
    places: ArchivedPlaces,
    tell?: (done: number, of: number) => void,
  ): Promise<{ stream: NodeJS.ReadableStream; end: () => Promise<void> }> {
    const { db, close } = await database.snapshot()
    try {
      // told of the log, not of the hour: the same log gives the same file
      const newest = await db('change_log').orderBy('n', 'desc').first<{ at: string }>('at')
      const created = newest?.at ?? clock().toISOString()
      return { stream: await writeArchive(db, photos, { places, created }, tell), end: close }
    } catch (error) {
      await close()
      throw error
    }
  },
})
