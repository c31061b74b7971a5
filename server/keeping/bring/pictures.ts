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
import type { OpenArchive } from '../../services/archive/open-archive'
import { photoPath } from '../../services/archive/package-file'
import { Refusal } from '../../services/log/failures'
import { syncFile, syncFolder } from '../../database/whole-files'

const namesOf = (hash: string) => [`${hash}.jpg`, `${hash}-small.jpg`]
const has = (folder: string, hash: string) =>
  namesOf(hash).every((name) => existsSync(join(folder, name)))

/**
 * Writes the pictures of an archive into a folder, whole or not at all, each by itself.
 *
 * @returns how many there are
 * @throws Refusal naming a picture that is another one
 */
export async function writePictures(archive: OpenArchive, folder: string): Promise<number> {
  mkdirSync(folder, { recursive: true })
  let count = 0
  for (const path of archive.paths) {
    const hash = /^photos\/([0-9a-f]{64})\.jpg$/.exec(path)?.[1]
    if (!hash || !archive.paths.has(photoPath(hash, true))) continue
    for (const isSmall of [false, true]) {
      const entry = photoPath(hash, isSmall)
      const to = join(folder, `${hash}${isSmall ? '-small' : ''}.jpg`)
      const found = await writeStream(await archive.read(entry), `${to}.part`)
      if (!isSmall && found !== hash) {
        rmSync(`${to}.part`)
        throw new Refusal(
          422,
          'Not this archive',
          `${path} is not the picture it is named for. Nothing was changed.`,
        )
      }
      renameSync(`${to}.part`, to)
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

/**
 * Copies pictures that a folder has not from the first of some folders that has them.
 *
 * @returns hashes that none of them has
 */
export function bringPictures(
  hashes: readonly string[],
  to: string,
  from: readonly string[],
): string[] {
  mkdirSync(to, { recursive: true })
  const missing: string[] = []
  for (const hash of hashes) {
    if (has(to, hash)) continue
    const source = from.find((folder) => has(folder, hash))
    if (!source) {
      missing.push(hash)
      continue
    }
    for (const name of namesOf(hash)) {
      const part = join(to, `${name}.bring.part`)
      copyFileSync(join(source, name), part, constants.COPYFILE_FICLONE)
      syncFile(part)
      renameSync(part, join(to, name))
    }
  }
  syncFolder(to)
  return missing
}
