import { test as plain } from '@playwright/test'
import type { ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { get } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DATABASE_FILE } from '../../server/database/open'
import { exited, startBuilt, untilReady } from './server-process'
import { BUSY_MS, expect, test } from './watched'

/** What a user sees of a log that cannot be opened, and of a server that is asked to end. */

const PORT = 4868
const STREAMS_PORT = 4864
const BASE = `http://127.0.0.1:${PORT}`
let folder: string
const servers: ChildProcess[] = []

test.beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'juniper-haze-trouble-'))
})
test.afterEach(async () => {
  for (const server of servers.splice(0)) {
    server.kill('SIGKILL')
    await exited(server)
  }
  rmSync(folder, { recursive: true, force: true })
})

function start(port: number) {
  const server = startBuilt(folder, port)
  servers.push(server)
  return server
}

/** Until a server answers at all, were it only that its log cannot be opened. */
const untilAnswering = (base: string) =>
  expect(() => fetch(`${base}/api/health`).then((answer) => answer.text())).toPass({
    timeout: BUSY_MS,
  })

test.describe('a log that cannot be opened', () => {
  test.use({ tolerated: ['503'] })

  test('is told in a sentence on the page, is left as it is, and opens once it can', async ({
    page,
  }) => {
    writeFileSync(join(folder, DATABASE_FILE), '')
    start(PORT)
    await untilAnswering(BASE)
    await page.goto(`${BASE}/walk`)
    const told = page.getByRole('alert').filter({ hasText: 'The log cannot be opened' })
    await expect(told).toContainText('is empty (0 bytes)')
    await expect(told).toContainText('move it away to begin anew')
    await expect(page.locator('main')).toBeHidden()

    rmSync(join(folder, DATABASE_FILE))
    await expect(page.locator('main')).toBeVisible({ timeout: BUSY_MS })
    await expect(told).toBeHidden()
    await page.close()
  })

  test('because another server holds it says which', async ({ page }) => {
    const first = start(PORT)
    await untilReady(BASE)
    const second = `http://127.0.0.1:${PORT + 1}`
    start(PORT + 1)
    await untilAnswering(second)
    await page.goto(second)
    await expect(page.getByRole('alert').first()).toContainText(
      `is open already (process ${first.pid}, since`,
    )
    // it looks again every few seconds, and its server is about to end
    await page.close()
  })
})

plain('a server with open streams ends within two seconds of being asked', async () => {
  // it is no watched test, so it runs beside those above: it has a port of its own
  const base = `http://127.0.0.1:${STREAMS_PORT}`
  const server = start(STREAMS_PORT)
  await untilReady(base)
  const streams = [1, 2, 3].map(
    () =>
      new Promise<void>((ended) => {
        get(`${base}/api/instruments/scale`, (answer) => {
          answer
            .resume()
            .on('error', () => ended())
            .on('close', () => ended())
        }).on('error', () => ended())
      }),
  )
  await new Promise((beginning) => setTimeout(beginning, 500))
  const began = Date.now()
  server.kill('SIGTERM')
  await exited(server)
  // two seconds are promised on a machine at rest; tests run on busy ones
  expect(Date.now() - began).toBeLessThan(6000)
  expect(server.exitCode).toBe(0)
  await Promise.all(streams)
})
