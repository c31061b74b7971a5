import { existsSync, statSync } from 'node:fs'
import { mkdir, rename } from 'node:fs/promises'
import { join } from 'node:path'
import { newId } from '../../shared/ids'
import type { ArchivedPlaces, SalvageView } from '../../shared/views/keeping/keeping'
import { connectFile } from '../database/open'
import type { PhotoFiles } from '../photos/photo-files'
import { writeArchive } from '../services/archive/write-archive'
import { Refusal } from '../services/log/failures'
import type { KeeperBase } from './keeper-base'
import { removeDatabase } from './bring/stage'
import type { Tidied } from './repair/tidy-photos'

/** What is mended, and what can be saved of a log that is damaged. */
export function keeperRepair(base: KeeperBase, files: Pick<PhotoFiles, 'has' | 'stream'>) {
  const { folder, log, incoming, run, clock } = base
  const salvaged = join(incoming, 'salvaged.sqlite')

  return {
    /**
     * Mends pictures without rows and rows without pictures.
     *
     * @param before files that are younger are left alone; ms since 1970
     */
    tidy: async (before: number, isThorough: boolean): Promise<Tidied> =>
      run('tidyPhotos', {
        log,
        folder,
        backups: await base.pictureFolders(),
        before,
        isThorough,
      }),

    /** Reads what can be read of the log. @throws Refusal where there is nothing to be read */
    salvage: (): Promise<SalvageView> =>
      base.alone(async () => {
        if (!existsSync(log) || statSync(log).size === 0) {
          throw new Refusal(
            404,
            'Nothing to read',
            'There is no log file, or nothing is in it: bring a backup back.',
          )
        }
        await base.sweepIncoming()
        await mkdir(incoming, { recursive: true })
        const made = join(incoming, `salvaging-${newId()}.sqlite`)
        const { read, orphaned } = await run('salvage', { log, made })
        // whole or not there: it may be asked for at any time
        await rename(made, salvaged)
        const { lot = 0, pot = 0, swatch = 0 } = read
        return { lots: lot, pots: pot, swatches: swatch, orphaned }
      }),

    /** What could be read, as an archive. @throws Refusal before it was read */
    async salvagedArchive(
      places: ArchivedPlaces,
    ): Promise<{ stream: NodeJS.ReadableStream; end: () => Promise<void> }> {
      // it goes out once: whoever asks beside this has nothing to take away under it
      const own = join(incoming, `salvaged-${newId()}.sqlite`)
      try {
        await rename(salvaged, own)
      } catch {
        throw new Refusal(404, 'Not read yet', 'Ask first what can still be read of the log.')
      }
      const db = connectFile(own)
      const end = async () => {
        await db.destroy()
        removeDatabase(own)
      }
      try {
        const created = clock().toISOString()
        return { stream: await writeArchive(db, files, { places, created }), end }
      } catch (error) {
        await end()
        throw error
      }
    },
  }
}
