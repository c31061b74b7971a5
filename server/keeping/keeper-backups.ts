import { join } from 'node:path'
import dayjs from 'dayjs'
import { messageOf } from '../../core/present'
import type { BackupReason, BackupView, KeepingView } from '../../shared/views/keeping/keeping'
import { troubleOf } from '../database/trouble'
import type { RunOptions } from './run-keeping'
import {
  checkNamed,
  dataBackups,
  findBackups,
  isThere,
  setFolderName,
  setFolders,
  type FoundBackup,
} from './backups/backup-places'
import { bytesIn, thinOut } from './backups/backup-store'
import { copyName, type BackupNote } from './backups/backup-note'
import { hashOfFile, hashOfText } from '../database/whole-files'
import type { KeeperBase } from './keeper-base'
import { latestOf, settingsOf, withLog } from '../database/log-facts'

/** Nothing written for so long: the day's work may be over. */
const REST_MIN = 90

export const viewOf = ({ key, place, folder, note }: FoundBackup): BackupView => ({
  key,
  place,
  file: join(folder, copyName(note.id)),
  madeAt: note.madeAt,
  reason: note.reason,
  before: note.before,
  bytes: note.bytes,
  pots: note.rows.pot ?? 0,
  swatches: note.rows.swatch ?? 0,
  photos: note.photos.length,
  missingPhotos: note.missingPhotos.length,
})

/** Backups that are made by themselves, or asked for. */
export function keeperBackups(base: KeeperBase) {
  const { folder, file, log, photos, run, clock } = base
  let hasTried = false

  /** @param target a folder of backups of its own */
  async function backUpInto(
    target: string,
    { reason, before }: { reason: BackupReason; before: string },
    options?: RunOptions,
  ): Promise<BackupNote> {
    const at = clock().toISOString()
    const note = await run('backup', { log, photos, target, reason, before, at }, options)
    await thinOut(target, clock())
    return note
  }

  /** Into the named folder where there is one; else, and where that fails, into the data folder. */
  async function backUp(reason: 'day' | 'asked', options?: RunOptions): Promise<void> {
    const { folder: named, own } = await file.read()
    const why = { reason, before: '' }
    if (named !== null) {
      try {
        if (!(await isThere(named))) {
          throw new Error(`the folder ${named} is not there: plug its stick in, or name another`)
        }
        await backUpInto(join(named, setFolderName(own)), why, options)
        await file.change({ failure: null })
        return
      } catch (error) {
        const words = `${whyNot(error, named)} A backup was put into the data folder in its place.`
        await backUpInto(dataBackups(folder), why, options)
        await file.change({ failure: { at: clock().toISOString(), why: words } })
        return
      }
    }
    await backUpInto(dataBackups(folder), why, options)
    await file.change({ failure: null })
  }

  const tried = async (work: () => Promise<void>) => {
    try {
      await work()
    } catch (error) {
      await file.change({ failure: { at: clock().toISOString(), why: whyNot(error, folder) } })
      throw error
    }
  }

  /** What no backup has; null where there is nothing, or the log cannot be read. */
  async function unsaved(
    found: readonly FoundBackup[],
  ): Promise<(NonNullable<KeepingView['unsaved']> & { until: string }) | null> {
    try {
      return withLog(log, (db) => {
        const { change, changedAt } = latestOf(db)
        const has = db.prepare('select 1 from change_log where n = ? and id = ?')
        // after a restore, newer backups are of a log that went another way
        const saved = found
          .map(({ note }) => note)
          .filter((note) => note.change === 0 || has.get(note.change, note.changeId))
          .reduce<BackupNote | null>(
            (most, note) => (note.change > (most?.change ?? -1) ? note : most),
            null,
          )
        const changes = change - (saved?.change ?? 0)
        if (changes > 0) {
          const first = db
            .prepare('select at from change_log where n > ? order by n limit 1')
            .pluck()
          return {
            changes,
            since: String(first.get(saved?.change ?? 0)),
            until: String(changedAt),
          }
        }
        if (!saved || saved.settings === hashOfText(settingsOf(db))) return null
        // when they were changed is not written down
        return { changes: 0, since: saved.madeAt, until: saved.madeAt }
      })
    } catch {
      return null
    }
  }

  return {
    backUpInto,

    async view(): Promise<KeepingView> {
      const { folder: named, failure, swapped } = await file.read()
      const found = await findBackups(folder, named)
      const sizes = await Promise.all(
        (await setFolders(folder, named)).map((set) => bytesIn(set.folder, found[0]?.key ?? '')),
      )
      const waiting = await unsaved(found)
      const before = found.find(({ key }) => key === swapped?.key)
      return {
        backups: found.map(viewOf),
        folder: {
          data: dataBackups(folder),
          named,
          isNamedThere: named !== null && (await isThere(named)),
        },
        totalBytes: sizes.reduce((sum, bytes) => sum + bytes, 0),
        unsaved: waiting && { changes: waiting.changes, since: waiting.since },
        failure,
        isRunning: base.isRunning(),
        isAwaited: !hasTried,
        takeBack:
          before && swapped ? { key: before.key, at: swapped.at, what: swapped.what } : null,
      }
    },

    backUpNow: (options?: RunOptions) => base.alone(() => tried(() => backUp('asked', options))),

    /**
     * Makes a backup where changes wait for one and the last is of an earlier day, or the hands have
     * rested since.
     */
    async whenDue(): Promise<boolean> {
      try {
        const { folder: named } = await file.read()
        const found = await findBackups(folder, named)
        const waiting = await unsaved(found)
        if (!waiting) return false
        const last = found.find(({ note }) => note.reason === 'day' || note.reason === 'asked')
        const isOfToday = last && dayjs(last.note.madeAt).isSame(clock(), 'day')
        const isResting = dayjs(clock()).diff(waiting.until, 'minute') >= REST_MIN
        if (isOfToday && !isResting) return false
        await base.alone(() => tried(() => backUp('day')))
        return true
      } finally {
        hasTried = true
      }
    },

    /** Whether each backup still is what was written, by the hashes of its copy and its pictures. */
    async checkBackups(): Promise<{ file: string; isWhole: boolean }[]> {
      const { folder: named } = await file.read()
      const whole = new Map<string, boolean>()
      const isPicture = async (path: string, hash: string) => {
        const known = whole.get(path)
        if (known !== undefined) return known
        const is = (await hashOfFile(path).catch(() => '')) === hash
        whole.set(path, is)
        return is
      }
      const checked = []
      for (const { folder: set, note } of await findBackups(folder, named)) {
        const copy = join(set, copyName(note.id))
        let isWhole = (await hashOfFile(copy)) === note.sha256
        for (const hash of note.photos) {
          isWhole = (await isPicture(join(set, 'photos', `${hash}.jpg`), hash)) && isWhole
        }
        checked.push({ file: copy, isWhole })
      }
      return checked
    },

    /** @param named null for none @throws Refusal where it cannot hold backups */
    async nameFolder(named: string | null): Promise<void> {
      await file.change({ folder: named === null ? null : await checkNamed(folder, named) })
    },
  }
}

/** Why a backup could not be written, and what to do. */
function whyNot(error: unknown, target: string): string {
  const kind = troubleOf(error)?.kind
  if (kind === 'full') return `The disk that ${target} lies on is full: free some space there.`
  if (kind === 'readOnly') {
    return `${target} cannot be written to: let this user write there, or name another folder.`
  }
  if (kind === 'damaged') return 'The log could not be read to its end: run npm run check.'
  const words = messageOf(error)
  return `${words.charAt(0).toUpperCase()}${words.slice(1).replace(/\.?$/, '.')}`
}
