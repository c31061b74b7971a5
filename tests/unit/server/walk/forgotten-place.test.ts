import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { migrate } from '../../../../server/database/migrate'
import { openDatabase, type Database } from '../../../../server/database/open'
import { seedCatalogue } from '../../../../server/services/log/catalogue'
import { createLog, type Log } from '../../../../server/services/log/log'
import { present } from '../../../../core/present'
import { catalogueId, newId } from '../../../../shared/ids'
import { PLAIN_LOT } from '../../../../shared/schemas/loft/lot'
import type { NewPhoto } from '../../../../shared/schemas/loft/photo'
import { PLAIN_PATCH } from '../../../../shared/schemas/walk/patch'

let folder: string
let database: Database
let log: Log
let now = new Date('2026-09-09T10:00:00Z')
beforeEach(async () => {
  now = new Date('2026-09-09T10:00:00Z')
  folder = mkdtempSync(join(tmpdir(), 'juniper-haze-forget-'))
  database = await openDatabase(folder)
  await migrate(database.write)
  log = createLog(database, { clock: () => now })
})
afterEach(async () => {
  await database.close()
  rmSync(folder, { recursive: true, force: true })
})

const LAT = 51.2345678
const PLAIN_PHOTO: Omit<NewPhoto, 'id'> = {
  hash: 'f'.repeat(64),
  width: 10,
  height: 10,
  bytes: 100,
  lotId: null,
  jarId: null,
  swatchId: null,
  roundId: null,
  takenAt: null,
  lat: null,
  lon: null,
  note: '',
}

/** A photo of what was gathered somewhere, with where it was taken. */
async function photoOf(patchId: string | null, lat: number): Promise<string> {
  const lot = await log.lots.create({
    ...PLAIN_LOT,
    id: newId(),
    sourceId: catalogueId('tanacetum-vulgare/flowerHead'),
    patchId,
    gatheredOn: '2026-08-12',
    state: 'fresh',
    netG: 100,
  })
  const { item } = await log.photos.create({
    ...PLAIN_PHOTO,
    id: newId(),
    lotId: lot.item.id,
    lat,
    lon: -1.5,
  })
  return item.id
}

async function placeForgotten() {
  const id = newId()
  const made = await log.patches.create({
    ...PLAIN_PATCH,
    id,
    name: 'Ling Moor',
    lat: LAT,
    lon: -1.5,
  })
  await log.patches.change(id, made.item.rev, { note: 'by the gate' })
  return { id, ...(await log.patches.change(id, made.item.rev + 1, { lat: null, lon: null })) }
}

/** Every byte of the log that is on the disk. */
async function onDisk(): Promise<string> {
  await database.write.raw('pragma wal_checkpoint(truncate)')
  const files = readdirSync(folder).map((name) => readFileSync(join(folder, name)))
  return Buffer.concat(files).toString('latin1')
}

test('a place that is forgotten comes back while its strip stands, and is gone once it is closed', async () => {
  const { id, changeSetId } = await placeForgotten()
  const { changeSetId: undone } = await log.changes.undo(present(changeSetId))
  expect((await log.patches.read(id)).lat).toBe(LAT)
  await log.changes.undo(undone)
  expect((await log.patches.read(id)).lat).toBe(null)

  expect(await onDisk()).toContain(String(LAT))
  expect(await log.forgetting.closed(present(changeSetId))).toBeGreaterThan(0)
  expect(await onDisk()).not.toContain(String(LAT))
  // what else was told of the place stands, and can still be undone
  expect((await log.patches.read(id)).note).toBe('by the gate')
})

test('photos of what was gathered there forget it too; of other lots they keep what was asked for', async () => {
  await seedCatalogue(database.write, now.toISOString())
  const { id, changeSetId } = await placeForgotten()
  const there = await photoOf(id, LAT)
  const elsewhere = await photoOf(null, 50.5)
  await log.forgetting.closed(present(changeSetId))
  expect((await log.photos.read(there)).lat).toBe(null)
  expect((await log.photos.read(elsewhere)).lat).toBe(50.5)
  expect(await onDisk()).not.toContain(String(LAT))
})

test('a photo keeps its place where the coordinates of a patch were a mistake, taken back at once', async () => {
  await seedCatalogue(database.write, now.toISOString())
  const id = newId()
  const made = await log.patches.create({ ...PLAIN_PATCH, id, name: 'Kiln' })
  const photo = await photoOf(id, 50.5)
  const told = await log.patches.change(id, made.item.rev, { lat: LAT, lon: 1 })
  await log.changes.undo(present(told.changeSetId))
  now = new Date('2026-09-09T11:00:01Z')
  expect(await log.forgetting.old()).toBeGreaterThan(0)
  expect((await log.photos.read(photo)).lat).toBe(50.5)
  expect(await onDisk()).not.toContain(String(LAT))
})

test('one that was left open is forgotten when it is an hour old; places that are kept stay', async () => {
  await placeForgotten()
  const kept = await log.patches.create({
    ...PLAIN_PATCH,
    id: newId(),
    name: 'Kiln',
    lat: 50.5,
    lon: 1,
  })
  expect(await log.forgetting.old()).toBe(0)
  now = new Date('2026-09-09T11:00:01Z')
  expect(await log.forgetting.old()).toBeGreaterThan(0)
  expect(await onDisk()).not.toContain(String(LAT))
  expect((await log.patches.read(kept.item.id)).lat).toBe(50.5)
  expect(await onDisk()).toContain('50.5')
})
