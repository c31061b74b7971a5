import { createReadStream } from 'node:fs'
import type { Readable } from 'node:stream'
import { mkdir, readdir, readFile, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { createHash } from 'node:crypto'
import { hashOfFile, PART, syncFolder, writeWhole } from '../database/whole-files'
import { PHOTO_SIZES, photoName, type PhotoSize } from './photo-names'

/** Photos as files beside the log, named by what is in them: the same picture is stored once. */
export const photoFiles = (folder: string) => {
  const photos = join(folder, 'photos')
  const pathOf = (hash: string, size: PhotoSize) => join(photos, photoName(hash, size))

  return {
    /** Writes a photo so that it is there whole, or not at all, whatever happens meanwhile. */
    async write(hash: string, pictures: Record<PhotoSize, Buffer>): Promise<void> {
      await mkdir(photos, { recursive: true })
      for (const size of PHOTO_SIZES) {
        const path = pathOf(hash, size)
        if (await isWhole(path, pictures[size])) continue
        await writeWhole(path, pictures[size])
      }
      syncFolder(photos)
    },

    /** Whether a file is there; what is in it is not looked at. */
    has: (hash: string, size: PhotoSize): Promise<boolean> =>
      stat(pathOf(hash, size)).then(
        () => true,
        () => false,
      ),

    /** A photo piece by piece: many are sent in a row, and none is held whole. */
    stream: (hash: string, size: PhotoSize): Readable => createReadStream(pathOf(hash, size)),

    /** @throws Error with the code ENOENT where the file is gone */
    read: (hash: string, size: PhotoSize): Promise<Buffer> => readFile(pathOf(hash, size)),

    /** Throws away what a kill left half written: under names that no photo has. */
    async sweep(): Promise<void> {
      const names = await readdir(photos).catch(() => [])
      const strays = names.filter((name) => name.endsWith(PART))
      await Promise.all(strays.map((name) => rm(join(photos, name), { force: true })))
    },
  }
}

/** Whether a file holds just these bytes: one that a kill or a disk has spoilt is written again. */
async function isWhole(path: string, bytes: Buffer): Promise<boolean> {
  const there = await stat(path).catch(() => null)
  if (there?.size !== bytes.length) return false
  return (await hashOfFile(path)) === createHash('sha256').update(bytes).digest('hex')
}

export type PhotoFiles = ReturnType<typeof photoFiles>
