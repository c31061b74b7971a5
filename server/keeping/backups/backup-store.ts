import { readdir, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { LRUCache } from 'lru-cache'
import { PART } from '../../database/whole-files'
import { photoHashOf } from '../../photos/photo-names'
import { noteName, copyName, readNote, type BackupNote } from './backup-note'
import { whichToKeep } from './which-to-keep'

const NOTE = /^log-(.+)\.json$/
const COPY = /^log-(.+)\.sqlite$/

const namesIn = (folder: string): Promise<string[]> => readdir(folder).catch(() => [])

/** Backups of a folder that count, newest first: those with a note and all of its copy. */
export async function backupsIn(folder: string): Promise<BackupNote[]> {
  const notes = await Promise.all(
    (await namesIn(folder))
      .filter((name) => NOTE.test(name))
      .map(async (name) => {
        const note = await readNote(join(folder, name))
        if (!note || noteName(note.id) !== name) return null
        const copy = await stat(join(folder, copyName(note.id))).catch(() => null)
        return copy?.size === note.bytes ? note : null
      }),
  )
  return notes.filter((note) => note !== null).sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1))
}

/**
 * Takes away what is older than is kept, then copies without a note, pictures that no backup
 * has, and what was left half written. Whatever else lies in the folder stays.
 */
export async function thinOut(folder: string, now: Date): Promise<void> {
  const notes = await backupsIn(folder)
  const keep = whichToKeep(notes, now)
  const gone = notes.filter(({ id }) => !keep.has(id))
  // the note goes first: what is left of a backup that lost it is no backup
  for (const { id } of gone) await rm(join(folder, noteName(id)), { force: true })
  for (const name of await namesIn(folder)) {
    const id = COPY.exec(name)?.[1]
    const isPart = name.endsWith(PART) && /^log-/.test(name)
    if (isPart || (id !== undefined && !keep.has(id))) await rm(join(folder, name), { force: true })
  }
  const pictures = new Set(notes.filter(({ id }) => keep.has(id)).flatMap(({ photos }) => photos))
  const photos = join(folder, 'photos')
  for (const name of await namesIn(photos)) {
    const hash = photoHashOf(name)
    if (name.endsWith(PART) || (hash !== undefined && !pictures.has(hash))) {
      await rm(join(photos, name), { force: true })
    }
  }
}

/** Sizes are asked for by every look at a page, and change with a backup alone. */
const sizes = new LRUCache<string, number>({ max: 50, ttl: 60_000 })

/** Bytes of all that is in a folder of backups, as of a minute ago at the most. */
export async function bytesIn(folder: string, newest: string): Promise<number> {
  const key = `${folder} ${newest}`
  const size = sizes.get(key) ?? (await countBytes(folder))
  sizes.set(key, size)
  return size
}

async function countBytes(folder: string): Promise<number> {
  const of = async (path: string) =>
    (
      await Promise.all(
        (await namesIn(path)).map((name) =>
          stat(join(path, name)).then(
            (found) => (found.isFile() ? found.size : 0),
            () => 0,
          ),
        ),
      )
    ).reduce((sum, bytes) => sum + bytes, 0)
  return (await of(folder)) + (await of(join(folder, 'photos')))
}
