import { createHash } from 'node:crypto'
import exifr from 'exifr'
import sharp from 'sharp'

/** Largest file that is taken. */
export const MAX_PHOTO_BYTES = 25_000_000
/** Largest picture that is unpacked: a file of a few kilobytes can claim to be any size. */
const MAX_PIXELS = 60_000_000
const LONGEST_SIDE = 2400
const SMALL_SIDE = 480
/** Kinds that are taken, by their own first bytes: nothing else reaches a parser. */
const KINDS = [
  { label: 'JPEG', isOne: (bytes: Buffer) => startsWith(bytes, 0, [0xff, 0xd8, 0xff]) },
  {
    label: 'PNG',
    isOne: (bytes: Buffer) =>
      startsWith(bytes, 0, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
  },
  {
    label: 'WebP',
    isOne: (bytes: Buffer) =>
      bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP',
  },
]

const startsWith = (bytes: Buffer, from: number, wanted: number[]) =>
  wanted.every((byte, i) => bytes[from + i] === byte)

/** A picture that is not taken, and why. */
export class PhotoRefusal extends Error {
  constructor(why: string) {
    super(`This photo is not taken: ${why}. Nothing was saved.`)
    this.name = 'PhotoRefusal'
  }
}

export interface TakenPhoto {
  /** SHA-256 of what is stored: its name. */
  hash: string
  full: Buffer
  small: Buffer
  width: number
  height: number
  /** Local, as the camera's clock had it: `2026-09-09T10:30:00`. */
  takenAt: string | null
  /** Degrees north and east, where the file told them and they were asked for. */
  place: { lat: number; lon: number } | null
}

/**
 * Makes of an uploaded file what is stored: turned upright, at most 2,400 px, written anew as JPEG,
 * so that no place, name or anything else of the original is in it.
 *
 * @param readPlace whether the place is looked for at all
 * @throws PhotoRefusal for another kind of file, by its bytes, one that is too large, or broken
 */
export async function takePhoto(bytes: Buffer, readPlace: boolean): Promise<TakenPhoto> {
  const { width, height } = await sizeOf(bytes)
  if (width * height > MAX_PIXELS) {
    throw new PhotoRefusal(
      `${width} x ${height} pixels are more than the ${MAX_PIXELS / 1e6} million that are unpacked`,
    )
  }
  try {
    const upright = sharp(bytes, { limitInputPixels: MAX_PIXELS }).rotate()
    const { data: full, info } = await upright
      .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 86 })
      .toBuffer({ resolveWithObject: true })
    const small = await sharp(full)
      .resize(SMALL_SIDE, SMALL_SIDE, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 80 })
      .toBuffer()
    return {
      hash: createHash('sha256').update(full).digest('hex'),
      full,
      small,
      width: info.width,
      height: info.height,
      takenAt: await takenAtOf(bytes),
      place: readPlace ? await placeOf(bytes) : null,
    }
  } catch (cause) {
    if (cause instanceof PhotoRefusal) throw cause
    throw new PhotoRefusal('its picture cannot be read to the end')
  }
}

const TAKEN = KINDS.map(({ label }) => label).join(', ')

/** Kind by the first bytes, size by the picture's own head, before anything is unpacked. */
async function sizeOf(bytes: Buffer): Promise<{ width: number; height: number }> {
  if (bytes.length === 0) throw new PhotoRefusal('the file is empty')
  if (!KINDS.some(({ isOne }) => isOne(bytes))) {
    throw new PhotoRefusal(
      `by its first bytes it is none of the pictures that are taken (${TAKEN}), whatever its name`,
    )
  }
  try {
    // only the head is read: a claim of any size is refused by its number
    const { width, height } = await sharp(bytes, { limitInputPixels: false }).metadata()
    return { width, height }
  } catch {
    throw new PhotoRefusal('its picture cannot be read to the end')
  }
}

async function takenAtOf(bytes: Buffer): Promise<string | null> {
  try {
    const found = (await exifr.parse(bytes, {
      pick: ['DateTimeOriginal'],
      reviveValues: false,
    })) as { DateTimeOriginal?: string } | undefined
    const match = /^(\d{4}):(\d{2}):(\d{2}) (\d{2}:\d{2}:\d{2})$/.exec(
      found?.DateTimeOriginal ?? '',
    )
    return match ? `${match[1]}-${match[2]}-${match[3]}T${match[4]}` : null
  } catch {
    // a camera that writes it wrongly tells no time: no reason to refuse its picture
    return null
  }
}

async function placeOf(bytes: Buffer): Promise<TakenPhoto['place']> {
  try {
    const found = (await exifr.gps(bytes)) as { latitude: number; longitude: number } | undefined
    if (!found || !Number.isFinite(found.latitude) || !Number.isFinite(found.longitude)) return null
    return { lat: found.latitude, lon: found.longitude }
  } catch {
    return null
  }
}
