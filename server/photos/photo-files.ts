import { createReadStream } from 'node:fs'
import type { Readable } from 'node:stream'
import { mkdir, open, readdir, readFile, rename, rm, stat, type FileHandle } from 'node:fs/promises'
import { join } from 'node:path'
import { createHash } from 'node:crypto'

export type PhotoSize = 'full' | 'small'

const PART = '.part'

/** Photos as files beside the log, named by what is in them: the same picture is stored once. */
export const photoFiles = (folder: string) => {
  const photos = join(folder, 'photos')
  const pathOf = (hash: string, size: PhotoSize) =>
    join(photos, `${hash}${size === 'small' ? '-small' : ''}.jpg`)

  return {
    /** Writes a photo so that it is there whole, or not at all, whatever happens meanwhile. */
    async write(hash: string, pictures: Record<PhotoSize, Buffer>): Promise<void> {
      await mkdir(photos, { recursive: true })
      for (const size of ['full', 'small'] as const) {
        const path = pathOf(hash, size)
        if (await isWhole(path, pictures[size])) continue
        await writeWhole(path, pictures[size])
      }
      await synced(await open(photos, 'r'))
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

/** Beside its place first, synced, and then under its name: names are given at once or not at all. */
async function writeWhole(path: string, bytes: Buffer): Promise<void> {
  const part = `${path}.${process.pid}-${Math.random().toString(36).slice(2)}${PART}`
  try {
    const file = await open(part, 'wx')
    try {
      await file.writeFile(bytes)
    } finally {
      await synced(file)
    }
    await rename(part, path)
  } catch (error) {
    await rm(part, { force: true })
    throw error
  }
}

async function synced(file: FileHandle): Promise<void> {
  try {
    await file.sync()
  } finally {
    await file.close()
  }
}

/** Whether a file holds just these bytes: one that a kill or a disk has spoilt is written again. */
async function isWhole(path: string, bytes: Buffer): Promise<boolean> {
  const there = await stat(path).catch(() => null)
  if (there?.size !== bytes.length) return false
  return hashOf(await readFile(path)) === hashOf(bytes)
}

const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')

export type PhotoFiles = ReturnType<typeof photoFiles>
