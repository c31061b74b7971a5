import { chromium, type Browser } from '@playwright/test'
import type { Knex } from 'knex'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CHROMIUM } from '../../playwright.config'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { seedCatalogue } from '../../server/services/log/catalogue'
import { startBuilt, untilReady } from '../e2e/server-process'

/** Serves a log that is filled first, with a browser at hand, and takes all of it away afterwards. */
export async function withServedLog(
  port: number,
  fill: (db: Knex) => Promise<void>,
  run: (browser: Browser, base: string) => Promise<void>,
): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-served-'))
  const database = await openDatabase(folder)
  await migrate(database.write)
  await seedCatalogue(database.write, new Date().toISOString())
  await fill(database.write)
  await database.close()

  const base = `http://127.0.0.1:${port}`
  const server = startBuilt(folder, port)
  const browser = await chromium.launch(CHROMIUM)
  try {
    await untilReady(base)
    await run(browser, base)
  } finally {
    await browser.close()
    server.kill('SIGKILL')
    rmSync(folder, { recursive: true, force: true })
  }
}
