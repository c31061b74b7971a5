import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { createHash } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { photoFiles } from '../../../../server/photos/photo-files'
import { createLog } from '../../../../server/services/log/log'
import { newId } from '../../../../shared/ids'
import { openTestLog, refusal } from '../../../fixtures/log'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'juniper-haze-photos-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const full = Buffer.alloc(200_000, 7)
const small = Buffer.alloc(9000, 5)
const hash = createHash('sha256').update(full).digest('hex')
const fullPath = () => join(folder, 'photos', `${hash}.jpg`)

describe('the files of photos', () => {
  test('stand under their names whole, with nothing beside them', async () => {
    const files = photoFiles(folder)
    await files.write(hash, { full, small })
    expect(readdirSync(join(folder, 'photos')).sort()).toEqual([`${hash}-small.jpg`, `${hash}.jpg`])
    expect(await files.read(hash, 'full')).toEqual(full)
    expect(await files.read(hash, 'small')).toEqual(small)
  })

  test('sent again while they are read are never cut', async () => {
    const files = photoFiles(folder)
    await files.write(hash, { full, small })
    const seen = new Set<number>()
    let isWriting = true
    const reading = (async () => {
      while (isWriting) {
        seen.add(readFileSync(fullPath()).length)
        await new Promise((next) => setImmediate(next))
      }
    })()
    for (let i = 0; i < 20; i++) await files.write(hash, { full, small })
    isWriting = false
    await reading
    expect([...seen]).toEqual([full.length])
  })

  test('that a kill or a disk has spoilt are written again', async () => {
    const files = photoFiles(folder)
    await files.write(hash, { full, small })
    writeFileSync(fullPath(), full.subarray(0, 1000))
    await files.write(hash, { full, small })
    expect(await files.read(hash, 'full')).toEqual(full)
    // as long, and otherwise
    writeFileSync(fullPath(), Buffer.alloc(full.length, 1))
    await files.write(hash, { full, small })
    expect(await files.read(hash, 'full')).toEqual(full)
  })

  test('half written ones are swept at the next start, and nothing else', async () => {
    const files = photoFiles(folder)
    await files.sweep()
    await files.write(hash, { full, small })
    writeFileSync(`${fullPath()}.123-x.part`, 'half')
    await files.sweep()
    expect(readdirSync(join(folder, 'photos'))).toHaveLength(2)
  })

  test('one that is gone is a 404 that says where it belongs', async () => {
    const here = await openTestLog()
    try {
      const log = createLog(here.database, { files: photoFiles(folder) })
      const id = newId()
      const lot = await here.lot()
      await log.photos.create({
        id,
        hash,
        width: 10,
        height: 10,
        bytes: 10,
        lotId: lot.id,
        jarId: null,
        swatchId: null,
        roundId: null,
        takenAt: null,
        lat: null,
        lon: null,
        note: '',
      })
      await expect(log.photoFiles.file(id, 'full')).rejects.toMatchObject(
        refusal(404, 'not in the photos folder'),
      )
    } finally {
      await here.database.close()
    }
  })
})
