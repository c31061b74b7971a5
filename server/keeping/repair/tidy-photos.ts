import { existsSync, mkdirSync, readdirSync, renameSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { photoHashOf, photoName } from '../../photos/photo-names'
import { bringPictures, hasPicture } from '../pictures'
import { pictureHashesOf } from '../../database/log-facts'
import { hashOfFile } from '../../database/whole-files'

export interface TidyJob {
  log: string
  /** The data folder. */
  folder: string
  /** Folders of pictures of backups. */
  backups: string[]
  /** Files that are younger are left: their row may just be being written. ms since 1970. */
  before: number
  /** Whether each picture is read and held against its name; else only looked for. */
  isThorough: boolean
}

export interface Tidied {
  /** Files without a row, laid aside. */
  strays: number
  /** Pictures of rows that were gone or spoilt and came back from a backup. */
  broughtBack: number
  /** Hashes of pictures that nobody has any more. */
  missing: string[]
}

const STRAYS = 'photos-without-rows'

/**
 * Mends what a kill, a restore or a hand in the folder left: pictures without rows are laid aside,
 * pictures that rows name and that are gone or spoilt come back from backups.
 */
export async function tidyPhotos({
  log,
  folder,
  backups,
  before,
  isThorough,
}: TidyJob): Promise<Tidied> {
  const photos = join(folder, 'photos')
  const strays = join(folder, STRAYS)
  mkdirSync(photos, { recursive: true })
  const wanted = new Set(pictureHashesOf(log))
  let laidAside = 0
  const layAside = (name: string) => {
    mkdirSync(strays, { recursive: true })
    renameSync(join(photos, name), join(strays, name))
  }
  for (const name of readdirSync(photos)) {
    const hash = photoHashOf(name)
    if (!hash || wanted.has(hash)) continue
    if (statSync(join(photos, name)).mtimeMs >= before) continue
    layAside(name)
    laidAside += 1
  }
  if (isThorough) {
    for (const hash of wanted) {
      const name = photoName(hash, 'full')
      const isSpoilt =
        existsSync(join(photos, name)) && (await hashOfFile(join(photos, name))) !== hash
      if (isSpoilt) layAside(name)
    }
  }
  const lacking = [...wanted].filter((hash) => !hasPicture(photos, hash))
  const missing = await bringPictures(lacking, photos, [strays, ...backups])
  return { strays: laidAside, broughtBack: lacking.length - missing.length, missing }
}
