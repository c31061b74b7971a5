import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import {
  createWriteStream,
  existsSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { randomLcg } from 'd3-random'
import { DATABASE_FILE } from '../../../../server/database/open'
import { KeptLog } from '../../../fixtures/kept-log'
import { refusal } from '../../../fixtures/log'

let kept: KeptLog
beforeEach(async () => {
  kept = await KeptLog.begin()
})
afterEach(() => kept.end())

const photos = () => join(kept.folder, 'photos')

describe('photos', () => {
  test('without a row are laid aside, and those just being taken are left', async () => {
    const { hash } = await kept.photo((await kept.lot()).id, '#c9b26a')
    const stray = 'ab'.repeat(32)
    writeFileSync(join(photos(), `${stray}.jpg`), 'stray')
    writeFileSync(join(photos(), `${stray}-small.jpg`), 'stray')
    expect((await kept.keeper.tidy(Date.now() - 60_000, false)).strays).toBe(0)
    expect((await kept.keeper.tidy(Date.now() + 1000, false)).strays).toBe(2)
    expect(readdirSync(photos()).sort()).toEqual([`${hash}-small.jpg`, `${hash}.jpg`])
    expect(readdirSync(join(kept.folder, 'photos-without-rows'))).toHaveLength(2)
  })

  test('that are gone or spoilt come back from a backup; what nobody has is told', async () => {
    const lot = await kept.lot()
    const one = await kept.photo(lot.id, '#c9b26a')
    const two = await kept.photo(lot.id, '#8a5a00')
    await kept.keeper.backUpNow()
    const three = await kept.photo(lot.id, '#224466')
    const whole = readFileSync(join(photos(), `${two.hash}.jpg`))
    rmSync(join(photos(), `${one.hash}-small.jpg`))
    writeFileSync(join(photos(), `${two.hash}.jpg`), 'spoilt')
    rmSync(join(photos(), `${three.hash}.jpg`))
    expect(await kept.keeper.tidy(Date.now(), true)).toEqual({
      strays: 0,
      broughtBack: 2,
      missing: [three.hash],
    })
    expect(readFileSync(join(photos(), `${two.hash}.jpg`)).equals(whole)).toBe(true)
    expect(existsSync(join(photos(), `${one.hash}-small.jpg`))).toBe(true)
  })
})

test('a backup that is spoilt itself gives no picture', async () => {
  const { hash } = await kept.photo((await kept.lot()).id, '#c9b26a')
  await kept.keeper.backUpNow()
  writeFileSync(join(kept.folder, 'backups', 'photos', `${hash}.jpg`), 'spoilt')
  writeFileSync(join(photos(), `${hash}.jpg`), 'spoilt too')
  expect((await kept.keeper.tidy(Date.now(), true)).missing).toEqual([hash])
})

describe('of a damaged log', () => {
  test('most rows are read around what is spoilt, and go out as an archive that comes in', async () => {
    for (let i = 0; i < 400; i++) await kept.lot({ note: `number ${i}, `.repeat(30) })
    await kept.close()
    const file = join(kept.folder, DATABASE_FILE)
    const bytes = readFileSync(file)
    // some pages of rows, spoilt as a disk would
    const random = randomLcg(0.4)
    for (let hit = 0; hit < 12; hit++) {
      const page = 40 + Math.floor(random() * (bytes.length / 4096 - 40))
      bytes.fill(0xa5, page * 4096, page * 4096 + 4096)
    }
    writeFileSync(file, bytes)
    const { lots, orphaned } = await kept.keeper.salvage()
    expect(lots).toBeGreaterThan(300)
    expect(lots).toBeLessThanOrEqual(400)
    expect(orphaned).toBeGreaterThanOrEqual(0)
    const archive = join(kept.folder, 'saved.zip')
    const { stream, end } = await kept.keeper.salvagedArchive('exact')
    await pipeline(stream, createWriteStream(archive))
    await end()

    const other = await KeptLog.begin()
    const { token, refusals } = await other.keeper.lookAtArchive(archive)
    expect(refusals).toEqual([])
    await other.keeper.bring(token, 'replace', {})
    expect((await other.lots()).length).toBe(100)
    await other.lot()
    await other.end()
  })

  test('what could be read goes out once, and not before it is whole', async () => {
    const reading = kept.keeper.salvage()
    const early = kept.keeper.salvagedArchive('exact')
    await expect(early).rejects.toMatchObject(refusal(404, 'Ask first'))
    await reading
    const asked = [kept.keeper.salvagedArchive('exact'), kept.keeper.salvagedArchive('exact')]
    const [one, other] = await Promise.allSettled(asked)
    expect([one!.status, other!.status].sort()).toEqual(['fulfilled', 'rejected'])
    for (const each of [one!, other!]) {
      if (each.status === 'rejected') expect(each.reason).toMatchObject(refusal(404, 'Ask first'))
      else {
        await pipeline(each.value.stream, createWriteStream(join(kept.folder, 'saved.zip')))
        await each.value.end()
      }
    }
  })

  test('of which nothing is left, nothing is promised', async () => {
    await kept.close()
    writeFileSync(join(kept.folder, DATABASE_FILE), '')
    await expect(kept.keeper.salvage()).rejects.toMatchObject(refusal(404, 'bring a backup back'))
    await expect(kept.keeper.salvagedArchive('exact')).rejects.toMatchObject(
      refusal(404, 'Ask first'),
    )
  })
})
