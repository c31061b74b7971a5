import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type BetterSqlite from 'better-sqlite3'
import { migrate } from '../server/database/migrate'
import { openMemoryDatabase } from '../server/database/open'
import { seedCatalogue } from '../server/services/log/catalogue'
import { bundlePackages } from './bundled-packages.mjs'

/** When the log that every test begins with was made. */
export const IMAGE_MADE_AT = '2026-09-09T10:00:00.000Z'

export default async function setUp(): Promise<void> {
  await Promise.all([bundlePackages(), makeLogImage()])
}

/**
 * Makes the log that tests begin with once: migrated, with the catalogue in it. Each test opens a
 * copy of its bytes, which takes a few milliseconds where migrating takes hundreds.
 */
async function makeLogImage(): Promise<void> {
  const { write, close } = openMemoryDatabase()
  await migrate(write)
  await seedCatalogue(write, IMAGE_MADE_AT)
  const raw = (await write.client.acquireConnection()) as BetterSqlite.Database
  const file = join(mkdtempSync(join(tmpdir(), 'juniper-haze-unit-')), 'log.sqlite')
  writeFileSync(file, raw.serialize())
  write.client.releaseConnection(raw)
  await close()
  process.env.JUNIPER_HAZE_LOG_IMAGE = file
}
