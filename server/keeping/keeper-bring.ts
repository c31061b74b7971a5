import { existsSync } from 'node:fs'
import { mkdir, readdir, rm } from 'node:fs/promises'
import { basename, dirname, join } from 'node:path'
import { newId } from '../../shared/ids'
import type { ArchiveLook, ArchivedPlaces, BackupLook } from '../../shared/views/keeping/keeping'
import { troubleOf } from '../database/trouble'
import { notFound, Refusal } from '../services/log/failures'
import type { RunOptions } from './run-keeping'
import { backupNamed, dataBackups } from './backups/backup-places'
import { copyName, readNote } from './backups/backup-note'
import { viewOf, type keeperBackups } from './keeper-backups'
import type { KeeperBase } from './keeper-base'
import { latestOf, stateOf, withLog } from '../database/log-facts'
import { PART } from '../database/whole-files'
import type { Choices } from './merge/merge-logs'
import { layAside } from './swap'

/** How an archive comes in: made one with the log, or in its place. */
export type BringMode = 'merge' | 'replace'

const ARRIVING = 'arriving-'

const changedMeanwhile = () =>
  new Refusal(
    409,
    'Changed meanwhile',
    'Something was written to the log since you looked: look again. Nothing was changed.',
  )

interface Incoming {
  token: string
  there: string
  look: ArchiveLook
}

/** Logs that come in the place of this one: a backup, an archive, or what is made of both. */
export function keeperBring(base: KeeperBase, backups: ReturnType<typeof keeperBackups>) {
  const { folder, file, log, photos, incoming, run, clock } = base
  let waiting: Incoming | null = null

  async function emptyIncoming(): Promise<void> {
    waiting = null
    await base.sweepIncoming()
    await mkdir(incoming, { recursive: true })
  }

  /** The log as it is goes into a backup first; one that cannot be read is laid aside as it is. */
  async function keepPresent(what: string): Promise<{ key: string; state: string } | null> {
    const target = dataBackups(folder)
    try {
      const { id } = await backups.backUpInto(target, { reason: 'swap', before: what })
      return { key: `backups/${id}`, state: stateOf(join(target, copyName(id))) }
    } catch (error) {
      if (!isUnreadable(error, log)) throw error
      return null
    }
  }

  /**
   * Puts a staged log in the place of this one, whole or not at all.
   *
   * @param seen state of the log that was looked at; null where it could not be read
   * @param beside folders that may have its pictures, before those of backups
   * @returns hashes of pictures that were found nowhere
   */
  async function swapIn(
    staged: string,
    what: string,
    seen: string | null,
    beside: readonly string[] = [],
  ): Promise<string[]> {
    const kept = await keepPresent(what)
    const own = join(incoming, 'photos')
    const from = [own, ...beside, ...(await base.pictureFolders())]
    const missing = await run('bringPictures', { log: staged, to: photos, from })
    const at = clock().toISOString()
    await base.swap({
      check() {
        if (!kept) return
        const now = stateOf(log)
        if (now !== kept.state || (seen !== null && now !== seen)) throw changedMeanwhile()
      },
      prepare: (held) => {
        if (!kept) layAside(held, at.replaceAll(/[:.]/g, '-'))
      },
      staged,
    })
    await file.change({ swapped: kept && { key: kept.key, at, what } })
    await base.sweepIncoming()
    waiting = null
    return missing
  }

  async function stageFile(path: string, staged: string, options?: RunOptions): Promise<void> {
    const note = await readNote(path.replace(/\.sqlite$/, '.json'))
    if (note) return run('stageBackup', { folder: dirname(path), note, staged }, options)
    return run('stageCopy', { file: path, staged }, options)
  }

  return {
    /** What is in a backup, and what the log has beside it. */
    lookAtBackup: (key: string): Promise<BackupLook> =>
      base.alone(async () => {
        const { folder: named } = await file.read()
        const found = await backupNamed(folder, named, key)
        await emptyIncoming()
        const staged = join(incoming, 'backup.sqlite')
        await run('stageBackup', { folder: found.folder, note: found.note, staged })
        try {
          const { collections, change } = await run('compareWithBackup', { log, staged })
          return { backup: viewOf(found), change, collections }
        } catch (error) {
          if (!isUnreadable(error, log)) throw error
          return { backup: viewOf(found), change: null, collections: null }
        } finally {
          await base.sweepIncoming()
        }
      }),

    /**
     * Puts a backup in the place of the log.
     *
     * @param change number of the newest change of the log as it was looked at; null where it could
     *   not be read
     * @returns hashes of pictures that were found nowhere
     */
    restore: (key: string, change: number | null, options?: RunOptions): Promise<string[]> =>
      base.alone(async () => {
        const { folder: named } = await file.read()
        const found = await backupNamed(folder, named, key)
        if (change !== null && withLog(log, latestOf).change !== change) throw changedMeanwhile()
        await emptyIncoming()
        const staged = join(incoming, 'backup.sqlite')
        await run('stageBackup', { folder: found.folder, note: found.note, staged }, options)
        return swapIn(staged, `the backup of ${found.note.madeAt} came back`, null)
      }),

    /**
     * Puts a file in the place of the log, whatever of a log it is: an archive, a backup by its copy
     * or its note, or any other copy of a log.
     *
     * @returns hashes of pictures that were found nowhere
     * @throws Refusal for what is none of these
     */
    restoreFile: (path: string, options?: RunOptions): Promise<string[]> =>
      base.alone(async () => {
        await emptyIncoming()
        const staged = join(incoming, 'there.sqlite')
        if (/\.zip$/i.test(path)) {
          const own = join(incoming, 'photos')
          await run('stageArchive', { file: path, staged, photos: own }, options)
        } else {
          await stageFile(path, staged, options)
        }
        return swapIn(staged, `${basename(path)} took its place`, null, [
          join(dirname(path), 'photos'),
        ])
      }),

    /** Where an archive is written to while it arrives; it is gone once it was looked at. */
    arriving: (): string => join(folder, `${ARRIVING}${newId()}.zip`),

    /** What an archive would do; it waits as a log of its own until something is done with it. */
    lookAtArchive: (archive: string, options?: RunOptions): Promise<ArchiveLook> =>
      base.alone(async () => {
        await emptyIncoming()
        const [there, here] = [join(incoming, 'there.sqlite'), join(incoming, 'here.sqlite')]
        const told = await run(
          'stageArchive',
          { file: archive, staged: there, photos: join(incoming, 'photos') },
          options,
        )
        await run('copyLog', { log, copy: here }, options)
        const merge = await run('lookAtMerge', { here, there }, options)
        const look: ArchiveLook = {
          token: newId(),
          createdAt: told.createdAt,
          places: told.places as ArchivedPlaces,
          rows: told.rows,
          photos: told.photos,
          ...merge,
        }
        waiting = { token: look.token, there, look }
        return look
      }),

    /** @throws Refusal where the archive is not waiting any more, or the two cannot be one */
    bring: (
      token: string,
      mode: BringMode,
      choices: Choices,
      options?: RunOptions,
    ): Promise<string[]> =>
      base.alone(async () => {
        if (waiting?.token !== token) throw notFound('archive that waits', token)
        const { there, look } = waiting
        if (withLog(log, latestOf).change !== look.change) throw changedMeanwhile()
        if (mode === 'replace' || look.isEmptyLog) {
          return swapIn(there, 'an archive took its place', null)
        }
        const merged = join(incoming, 'merged.sqlite')
        await run('copyLog', { log, copy: merged }, options)
        const seen = stateOf(merged)
        const refusals = await run('merge', { here: merged, there, choices }, options)
        if (refusals.length > 0) {
          throw new Refusal(422, 'Cannot be made one', `${refusals.join(' ')} Nothing was changed.`)
        }
        return swapIn(merged, 'an archive came in', seen)
      }),

    /** What waits is let go of, and what had half arrived. */
    forget: () =>
      base.alone(async () => {
        await emptyIncoming()
        const parts = (await readdir(folder)).filter(
          (name) => name.startsWith(ARRIVING) || name.endsWith(PART),
        )
        await Promise.all(parts.map((name) => rm(join(folder, name), { force: true })))
      }),
  }
}

/** Whether an error tells that the log itself cannot be read, and not of its disk or of another file. */
function isUnreadable(error: unknown, log: string): boolean {
  const isNoLog = error instanceof Error && /no such table/.test(error.message)
  return troubleOf(error)?.kind === 'damaged' || !existsSync(log) || isNoLog
}
