import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { migrate } from '../../../../server/database/migrate'
import { openDatabase, type Database } from '../../../../server/database/open'
import { createLog, type Log } from '../../../../server/services/log/log'
import { present } from '../../../../core/present'
import { newId } from '../../../../shared/ids'
import { PLAIN_PATCH } from '../../../../shared/schemas/walk/patch'

let folder: string
let database: Database
let log: Log
let now = new Date('2026-09-09T10:00:00Z')
beforeEach(async () => {
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
