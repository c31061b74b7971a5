import { createHash } from 'node:crypto'
import {
  constants,
  copyFileSync,
  createWriteStream,
  existsSync,
  mkdirSync,
  renameSync,
  rmSync,
} from 'node:fs'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { hashOfFile, PART, syncFile, syncFolder } from '../database/whole-files'
import { PHOTO_SIZES, photoHashOf, photoName } from '../photos/photo-names'
import type { OpenArchive } from '../services/archive/open-archive'
import { photoPath } from '../services/archive/package-file'
import { Refusal } from '../services/log/failures'

/** Whether a folder has both files of a picture. */
export const hasPicture = (folder: string, hash: string): boolean =>
  PHOTO_SIZES.every((size) => existsSync(join(folder, photoName(hash, size))))

/** Whether a folder has both, and the full one is what it is named for. */
export const isWholePicture = async (folder: string, hash: string): Promise<boolean> =>
  hasPicture(folder, hash) && (await hashOfFile(join(folder, photoName(hash, 'full')))) === hash

/**
 * Copies a picture from one folder to another, each file whole or not at all.
 *
 * @returns false where it is not there, or not what it is named for
 */
export async function copyPicture(hash: string, from: string, to: string): Promise<boolean> {
  if (!(await isWholePicture(from, hash))) return false
  for (const size of PHOTO_SIZES) {
    const target = join(to, photoName(hash, size))
    copyFileSync(join(from, photoName(hash, size)), target + PART, constants.COPYFILE_FICLONE)
    syncFile(target + PART)
    renameSync(target + PART, target)
  }
  return true
}

/**
 * Copies pictures that a folder has not from the first of some folders that has them whole.
 *
 * @returns hashes that none of them has
 */
export async function bringPictures(
  hashes: readonly string[],
  to: string,
  from: readonly string[],
): Promise<string[]> {
  mkdirSync(to, { recursive: true })
  const missing: string[] = []
  for (const hash of hashes) {
    let isThere = hasPicture(to, hash)
    for (let i = 0; !isThere && i < from.length; i++) {
      isThere = await copyPicture(hash, from[i]!, to)
    }
    if (!isThere) missing.push(hash)
  }
  syncFolder(to)
  return missing
}

/**
 * Writes the pictures of an archive into a folder, each file whole or not at all.
 *
 * @returns how many there are
 * @throws Refusal naming a picture that is another one
 */
export async function writePictures(archive: OpenArchive, folder: string): Promise<number> {
  mkdirSync(folder, { recursive: true })
  let count = 0
  for (const path of archive.paths) {
    const hash = photoHashOf(path.replace(/^photos\//, ''))
    if (!hash || path !== photoPath(hash, 'full')) continue
    if (!archive.paths.has(photoPath(hash, 'small'))) continue
    for (const size of PHOTO_SIZES) {
      const target = join(folder, photoName(hash, size))
      const found = await writeStream(await archive.read(photoPath(hash, size)), target + PART)
      if (size === 'full' && found !== hash) {
        rmSync(target + PART)
        throw new Refusal(
          422,
          'Not this archive',
          `${path} is not the picture it is named for. Nothing was changed.`,
        )
      }
      renameSync(target + PART, target)
    }
    count += 1
  }
  syncFolder(folder)
  return count
}

/** @returns SHA-256 of what was written, and synced */
async function writeStream(from: Readable, to: string): Promise<string> {
  const hash = createHash('sha256')
  await pipeline(
    from,
    async function* (pieces: AsyncIterable<Buffer>) {
      for await (const piece of pieces) {
        hash.update(piece)
        yield piece
      }
    },
    createWriteStream(to, { flush: true }),
  )
  return hash.digest('hex')
}
