import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import BetterSqlite from 'better-sqlite3'
import { createHash } from 'node:crypto'
import {
  appendFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DATABASE_FILE } from '../../../../server/database/open'
import { newId } from '../../../../shared/ids'
import { KeptLog } from '../../../fixtures/kept-log'
import { refusal } from '../../../fixtures/log'

let kept: KeptLog
beforeEach(async () => {
  kept = await KeptLog.begin()
})
afterEach(() => kept.end())

const backups = () => join(kept.folder, 'backups')

describe('a backup', () => {
  test('is a whole log while another writes, with counts and hashes that hold', async () => {
    const lot = await kept.lot()
    await kept.photo(lot.id, '#c9b26a')
    const writing = Promise.all(Array.from({ length: 20 }, () => kept.lot()))
    await kept.keeper.backUpNow()
    await writing
    const { backups: found } = await kept.keeper.view()
    expect(found).toHaveLength(1)
    expect(found[0]).toMatchObject({ reason: 'asked', photos: 1, missingPhotos: 0 })
    const [copy] = readdirSync(backups()).filter((name) => name.endsWith('.sqlite'))
    const note = JSON.parse(
      readFileSync(join(backups(), copy!.replace('.sqlite', '.json')), 'utf8'),
    ) as { sha256: string; rows: Record<string, number>; bytes: number }
    const bytes = readFileSync(join(backups(), copy!))
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(note.sha256)
    expect(bytes.length).toBe(note.bytes)
    const db = new BetterSqlite(join(backups(), copy!), { readonly: true })
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok')
    expect(db.prepare('select count(*) from lot').pluck().get()).toBe(note.rows.lot)
    db.close()
  })

  test('copies only the pictures that are new, and again one that was spoilt', async () => {
    const lot = await kept.lot()
    const first = await kept.photo(lot.id, '#c9b26a')
    await kept.keeper.backUpNow()
    const file = join(backups(), 'photos', `${first.hash}.jpg`)
    const whole = readFileSync(file)
    const second = await kept.photo(lot.id, '#8a5a00')
    kept.wait(24)
    await kept.keeper.backUpNow()
    expect(readdirSync(join(backups(), 'photos')).sort()).toEqual(
      [first, second].flatMap(({ hash }) => [`${hash}-small.jpg`, `${hash}.jpg`]).sort(),
    )
    writeFileSync(file, 'spoilt')
    kept.wait(24)
    await kept.keeper.backUpNow()
    expect(readFileSync(file).equals(whole)).toBe(true)
  })

  test('says which pictures were gone when it was made', async () => {
    const { hash } = await kept.photo((await kept.lot()).id, '#c9b26a')
    rmSync(join(kept.folder, 'photos', `${hash}.jpg`))
    await kept.keeper.backUpNow()
    expect((await kept.keeper.view()).backups[0]).toMatchObject({ photos: 0, missingPhotos: 1 })
  })

  test('without its note, cut, or of another length is none, and is swept by the next', async () => {
    await kept.lot()
    await kept.keeper.backUpNow()
    const [note] = readdirSync(backups()).filter((name) => name.endsWith('.json'))
    const copy = join(backups(), note!.replace('.json', '.sqlite'))
    appendFileSync(copy, 'x')
    expect((await kept.keeper.view()).backups).toEqual([])
    writeFileSync(join(backups(), 'log-2026-01-01T00-00-00-000Z.sqlite.part'), 'half')
    writeFileSync(join(backups(), 'log-2026-01-01T00-00-00-000Z.sqlite'), 'no note')
    writeFileSync(join(backups(), 'mine.txt'), 'not ours')
    kept.wait(24)
    await kept.keeper.backUpNow()
    expect((await kept.keeper.view()).backups).toHaveLength(1)
    expect(readdirSync(backups()).filter((name) => /\.part$|2026-01-01/.test(name))).toEqual([])
    expect(existsSync(join(backups(), 'mine.txt'))).toBe(true)
  })

  test('of a damaged log is not kept, and says so', async () => {
    for (let i = 0; i < 60; i++) await kept.lot({ note: 'along the lane, '.repeat(40) })
    await kept.close()
    const bytes = readFileSync(join(kept.folder, DATABASE_FILE))
    bytes.fill(7, bytes.length / 2, bytes.length / 2 + 40_000)
    writeFileSync(join(kept.folder, DATABASE_FILE), bytes)
    await expect(kept.keeper.backUpNow()).rejects.toThrow()
    const { backups: found, failure } = await kept.keeper.view()
    expect(found).toEqual([])
    expect(failure?.why).toMatch(/could not be read|damaged/)
    expect(readdirSync(backups()).filter((name) => name.startsWith('log-'))).toEqual([])
  })
})

test('all who ask first find the same', async () => {
  const views = await Promise.all([1, 2, 3].map(() => kept.keeper.view()))
  await Promise.all([kept.keeper.whenDue(), kept.keeper.nameFolder(null), kept.keeper.view()])
  expect(new Set(views.map(({ folder }) => folder.data)).size).toBe(1)
  expect(existsSync(join(kept.folder, 'keeping.json'))).toBe(true)
})

describe('the backup of a day', () => {
  test('is made once a day and when the hands rest, and only where something changed', async () => {
    expect(await kept.keeper.whenDue()).toBe(false)
    await kept.lot()
    expect((await kept.keeper.view()).unsaved?.changes).toBe(1)
    expect(await kept.keeper.whenDue()).toBe(true)
    expect((await kept.keeper.view()).unsaved).toBeNull()
    await kept.lot()
    expect(await kept.keeper.whenDue()).toBe(false)
    // the hands have rested: the day's work may be over
    kept.wait(2)
    expect(await kept.keeper.whenDue()).toBe(true)
    await kept.lot()
    kept.wait(24)
    expect(await kept.keeper.whenDue()).toBe(true)
    kept.wait(24)
    expect(await kept.keeper.whenDue()).toBe(false)
  })

  test('is made for settings alone, too', async () => {
    await kept.lot()
    await kept.keeper.whenDue()
    expect((await kept.keeper.view()).unsaved).toBeNull()
    await kept.log.settings.change({ latitude: 47 })
    expect((await kept.keeper.view()).unsaved).toMatchObject({ changes: 0 })
    kept.wait(24)
    expect(await kept.keeper.whenDue()).toBe(true)
    expect((await kept.keeper.view()).unsaved).toBeNull()
  })

  test('goes into the folder that was named, and beside what lies there', async () => {
    const stick = mkdtempSync(join(tmpdir(), 'juniper-haze-stick-'))
    writeFileSync(join(stick, 'letter.txt'), 'mine')
    await kept.lot()
    await kept.keeper.nameFolder(stick)
    await kept.keeper.whenDue()
    const { backups: found } = await kept.keeper.view()
    expect(found.map(({ place }) => place)).toEqual(['named'])
    expect(existsSync(join(stick, 'letter.txt'))).toBe(true)
    // another log that has the same folder sees it, and leaves it
    const other = await KeptLog.begin()
    await other.lot()
    await other.keeper.nameFolder(stick)
    for (let day = 0; day < 3; day++) {
      other.wait(24 * 40)
      await other.lot()
      await other.keeper.whenDue()
    }
    expect((await other.keeper.view()).backups.map(({ key }) => key)).toContain(found[0]!.key)
    await other.end()
    rmSync(stick, { recursive: true })
  })

  test('goes into the data folder where the named one is gone, and says so', async () => {
    const stick = mkdtempSync(join(tmpdir(), 'juniper-haze-stick-'))
    await kept.keeper.nameFolder(stick)
    rmSync(stick, { recursive: true })
    await kept.lot()
    await kept.keeper.whenDue()
    const { backups: found, failure, folder } = await kept.keeper.view()
    expect(found.map(({ place }) => place)).toEqual(['data'])
    expect(folder.isNamedThere).toBe(false)
    expect(failure?.why).toContain(`The folder ${stick} is not there`)
    expect(failure?.why).toContain('into the data folder in its place')
    // it is not made anew under the name of a stick that is not plugged in
    expect(existsSync(stick)).toBe(false)
    mkdirSync(stick)
    kept.wait(24)
    await kept.keeper.backUpNow()
    expect((await kept.keeper.view()).failure).toBeNull()
    rmSync(stick, { recursive: true })
  })

  test.each([
    ['a path that is no whole one', 'backups', 'whole path'],
    ['one that is not there', '/nowhere/at/all', 'There is no folder'],
  ])('refuses %s', async (_, folder, words) => {
    await expect(kept.keeper.nameFolder(folder)).rejects.toMatchObject(refusal(422, words))
  })
  test('refuses the data folder itself', async () => {
    await expect(kept.keeper.nameFolder(join(kept.folder, 'photos'))).rejects.toMatchObject(
      refusal(422, 'lies in the data folder'),
    )
  })
})

describe('a backup brought back', () => {
  test('is looked at first, takes the place of the log whole, and is taken back', async () => {
    const lot = await kept.lot()
    const { hash } = await kept.photo(lot.id, '#c9b26a')
    await kept.keeper.backUpNow()
    const then = await kept.lots()
    kept.wait(24)
    const later = await kept.lot()
    await kept.log.lots.change(lot.id, lot.rev, { note: 'by the gate' })
    const now = await kept.lots()
    const { key } = (await kept.keeper.view()).backups[0]!

    const look = await kept.keeper.lookAtBackup(key)
    expect(look.collections?.find(({ collection }) => collection === 'lots')).toMatchObject({
      onlyHere: 1,
      onlyThere: 0,
      differ: 1,
      examples: [later.code],
    })
    rmSync(join(kept.folder, 'photos'), { recursive: true })
    expect(await kept.keeper.restore(key, look.change)).toEqual([])
    expect(await kept.lots()).toEqual(then)
    expect(existsSync(join(kept.folder, 'photos', `${hash}.jpg`))).toBe(true)

    const { takeBack } = await kept.keeper.view()
    expect(takeBack?.what).toContain('came back')
    const back = await kept.keeper.lookAtBackup(takeBack!.key)
    await kept.keeper.restore(takeBack!.key, back.change)
    expect(await kept.lots()).toEqual(now)
    expect((await kept.log.lots.read(lot.id)).note).toBe('by the gate')
    // the serials go on, so that no tag is given twice
    expect(now).not.toContain((await kept.lot()).code)
  })

  test('says also what was only added to a thing, and what settings were', async () => {
    const lot = await kept.lot()
    await kept.keeper.backUpNow()
    const { key } = (await kept.keeper.view()).backups[0]!
    const of = async (collection: string) =>
      (await kept.keeper.lookAtBackup(key)).collections?.find(
        (each) => each.collection === collection,
      )
    expect(await of('lots')).toMatchObject({ differ: 0, same: 1 })
    expect(await of('settings')).toMatchObject({ onlyHere: 0, differ: 0 })
    // a weighing is a part of its lot, which itself stays as it was
    await kept.database.write('lot_movement').insert({
      id: newId(),
      lot_id: lot.id,
      kind: 'used',
      delta_g: -10,
      happened_on: '2026-08-30',
      created_at: kept.now.toISOString(),
      state: 'fresh',
      dry_fraction: 0.2,
      dry_fraction_basis: 'typical',
    })
    await kept.log.settings.change({ latitude: 47 })
    expect(await of('lots')).toMatchObject({ differ: 1, same: 0 })
    expect(await of('settings')).toMatchObject({ onlyHere: 1 })
  })

  test('is refused where the log was changed since the look', async () => {
    await kept.lot()
    await kept.keeper.backUpNow()
    const { key } = (await kept.keeper.view()).backups[0]!
    const { change } = await kept.keeper.lookAtBackup(key)
    await kept.lot()
    await expect(kept.keeper.restore(key, change)).rejects.toMatchObject(refusal(409, 'look again'))
    expect(await kept.lots()).toHaveLength(2)
  })

  test('is refused where a byte of it is another', async () => {
    await kept.lot()
    await kept.keeper.backUpNow()
    const [name] = readdirSync(backups()).filter((each) => each.endsWith('.sqlite'))
    const bytes = readFileSync(join(backups(), name!))
    bytes[bytes.length - 5]! ^= 1
    writeFileSync(join(backups(), name!), bytes)
    const { key } = (await kept.keeper.view()).backups[0]!
    await expect(kept.keeper.lookAtBackup(key)).rejects.toMatchObject(
      refusal(422, 'not as it was written'),
    )
  })

  test('takes the place of a log that cannot be read, which is laid aside as it is', async () => {
    await kept.lot()
    await kept.keeper.backUpNow()
    const then = await kept.lots()
    await kept.close()
    writeFileSync(join(kept.folder, DATABASE_FILE), 'a letter')
    const { key } = (await kept.keeper.view()).backups[0]!
    const look = await kept.keeper.lookAtBackup(key)
    expect(look).toMatchObject({ change: null, collections: null })
    await kept.keeper.restore(key, null)
    expect(await kept.lots()).toEqual(then)
    const [aside] = readdirSync(join(kept.folder, 'aside'))
    expect(readFileSync(join(kept.folder, 'aside', aside!, DATABASE_FILE), 'utf8')).toBe('a letter')
  })
})
