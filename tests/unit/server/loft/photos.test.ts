import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { crc32, deflateSync } from 'node:zlib'
import exifr from 'exifr'
import sharp from 'sharp'
import { photoFiles } from '../../../../server/photos/photo-files'
import { takePhoto } from '../../../../server/photos/take-photo'
import { createLog } from '../../../../server/services/log/log'
import { newId } from '../../../../shared/ids'
import { openTestLog, refusal, type TestLog } from '../../../fixtures/log'

/** A photo as a camera writes it: place, time and make in its EXIF. */
const camera = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#8a6a3a' } })
    .withExif({
      IFD0: { Make: 'Invented', Model: 'One' },
      IFD2: { DateTimeOriginal: '2026:08:12 10:30:00' },
      IFD3: {
        GPSLatitudeRef: 'N',
        GPSLatitude: '47/1 1/1 48/1',
        GPSLongitudeRef: 'W',
        GPSLongitude: '20/1 0/1 36/1',
      },
    })
    .jpeg()
    .toBuffer()

/** A chunk of a PNG, with its length and checksum. */
function chunk(kind: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(kind, 'latin1'), data])
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)]
  length.writeUInt32BE(data.length)
  sum.writeUInt32BE(crc32(body))
  return Buffer.concat([length, body, sum])
}

/** A PNG whose head claims a size, with next to no picture behind it. */
function claims(width: number, height: number): Buffer {
  const head = Buffer.from('00000000000000000802000000', 'hex')
  head.writeUInt32BE(width, 0)
  head.writeUInt32BE(height, 4)
  const signature = Buffer.from('89504e470d0a1a0a', 'hex')
  return Buffer.concat([
    signature,
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(9))),
  ])
}

describe('a photo taken', () => {
  test('of twelve megapixels is stored without its place, and tells its day', async () => {
    const original = await camera(4000, 3000)
    expect(await exifr.gps(original)).toMatchObject({
      latitude: expect.closeTo(47.03, 6) as unknown,
    })
    const taken = await takePhoto(original, false)
    expect(taken).toMatchObject({
      width: 2400,
      height: 1800,
      takenAt: '2026-08-12T10:30:00',
      place: null,
    })
    for (const stored of [taken.full, taken.small]) {
      expect(await exifr.parse(stored, true)).toBeUndefined()
      expect(stored.includes('Invented')).toBe(false)
    }
  }, 30_000)

  test('tells its place only when asked', async () => {
    const { place } = await takePhoto(await camera(40, 30), true)
    expect(place!.lat).toBeCloseTo(47.03, 6)
    expect(place!.lon).toBeCloseTo(-20.01, 6)
  })

  test('is turned upright', async () => {
    const lying = await sharp({ create: { width: 60, height: 40, channels: 3, background: 'red' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer()
    expect(await takePhoto(lying, false)).toMatchObject({ width: 40, height: 60 })
  })

  test.each([
    [
      'a renamed executable',
      Buffer.from('7f454c46020101000000000000000000', 'hex'),
      'none of the pictures that are taken',
    ],
    [
      'a program of another kind',
      Buffer.from('MZ\x90\0\x03\0\0\0'),
      'none of the pictures that are taken',
    ],
    ['a picture of 60,000 x 60,000', claims(60_000, 60_000), '60000 x 60000 pixels'],
    [
      'an SVG with a script',
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script></svg>',
      ),
      'none of the pictures that are taken',
    ],
    [
      'a GIF',
      Buffer.from('47494638396101000100800000000000ffffff2c00000000010001000002024401003b', 'hex'),
      'none of the pictures that are taken',
    ],
    ['a cut-off PNG', claims(100, 100), 'cannot be read to the end'],
    // both made a parser of sizes run for ever
    [
      'an ICNS of 16 bytes',
      Buffer.from('69636e7300000010000000000000000000', 'hex'),
      'none of the pictures that are taken',
    ],
    [
      'a JPEG XL of a few bytes',
      Buffer.from('0000000c4a584c200d0a870a00000014667479706a786c20', 'hex'),
      'none of the pictures that are taken',
    ],
    ['nothing', Buffer.alloc(0), 'empty'],
  ])('%s is refused with a reason', async (_, bytes, why) => {
    await expect(takePhoto(bytes, false)).rejects.toThrow(why)
  })
})

describe('photos of a log', () => {
  let here: TestLog
  let folder: string
  beforeEach(async () => {
    here = await openTestLog()
    folder = mkdtempSync(join(tmpdir(), 'juniper-haze-photos-'))
  })
  afterEach(async () => {
    await here.database.close()
    rmSync(folder, { recursive: true, force: true })
  })

  test('hang on a lot, can be set aside, and keep their place only if asked', async () => {
    const log = createLog(here.database, { files: photoFiles(folder) })
    const lot = await here.lot()
    const bytes = await camera(80, 60)
    const id = newId()
    const kept = await log.photoFiles.keep(bytes, { id, lotId: lot.id, place: 'read' })
    expect(kept).toMatchObject({
      place: { lat: expect.closeTo(47.03, 6) as unknown },
      item: { lat: null, lotId: lot.id },
    })
    expect(
      (await log.photoFiles.keep(bytes, { id, lotId: lot.id, place: 'read' })).changeSetId,
    ).toBeNull()
    const asked = await log.photoFiles.keep(bytes, { id: newId(), lotId: lot.id, place: 'keep' })
    expect(asked.item.lat).toBeCloseTo(47.03, 6)
    // the same picture is stored once, whole and small
    expect(readdirSync(join(folder, 'photos'))).toHaveLength(2)
    const file = readFileSync(join(folder, 'photos', `${kept.item.hash}.jpg`))
    expect(await log.photoFiles.file(id, 'full')).toEqual(file)
    expect((await log.photos.page({ lotId: lot.id, limit: 10, aside: false })).items).toHaveLength(
      2,
    )
    await log.changes.undo(asked.changeSetId!)
    expect((await log.photos.page({ lotId: lot.id, limit: 10, aside: false })).items).toHaveLength(
      1,
    )
  })

  test('of a lot that is not there are refused, and nothing is written', async () => {
    const log = createLog(here.database, { files: photoFiles(folder) })
    await expect(
      log.photoFiles.keep(await camera(8, 6), { id: newId(), lotId: newId(), place: 'drop' }),
    ).rejects.toMatchObject(refusal(422, 'There is no lot'))
    expect(readdirSync(folder)).toEqual([])
  })
})
