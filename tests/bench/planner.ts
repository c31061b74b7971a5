import { chromium } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { seedCatalogue } from '../../server/services/log/catalogue'
import { newId } from '../../shared/ids'
import { CHROMIUM } from '../../playwright.config'
import { startBuilt, untilReady } from '../e2e/server-process'
import { fillCurveLog } from './curve-log'
import { plainFitTimes, timesRow } from './figures'

/** The planner with 2,000 swatches behind its ribbon: from a keystroke to every answer. */

const PORT = 4874
const BASE = `http://127.0.0.1:${PORT}`
const SWATCHES = 2000
const KEYS = 60

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-planner-'))
const database = await openDatabase(folder)
await migrate(database.write)
await seedCatalogue(database.write, new Date().toISOString())
await fillCurveLog(database.write, 1, SWATCHES)
const lotId = (
  (await database.read('lot').where('left_g', '>', 0).orderBy('left_g', 'desc').first('id')) as {
    id: string
  }
).id
await database.close()

const server = startBuilt(folder, PORT)
const browser = await chromium.launch(CHROMIUM)
try {
  await untilReady(BASE)
  const pieceId = newId()
  const flat = new Array<number>(31).fill(0.75)
  await fetch(`${BASE}/api/pieces`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      id: pieceId,
      name: 'bench',
      fibre: 'wool',
      form: 'yarn',
      dryG: 50,
      treatments: [{ kind: 'wash', doneOn: '2026-01-01' }],
      bare: { reflectance: flat, wet: false, washed: true },
    }),
  })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${BASE}/pot?lot=${lotId}&piece=${pieceId}`)
  await page.getByText(/\d+ swatches, all measured/).waitFor({ timeout: 120_000 })
  await page.locator('[data-computed-ms]').waitFor({ timeout: 120_000 })
  const n = await page.getByText(/\d+ swatches, all measured/).innerText()
  const slider = page.getByRole('slider', { name: 'Ratio of plant to fibre' })
  await slider.focus()
  const told = await page.evaluate(async (keys) => {
    const marker = document.querySelector<HTMLElement>('[role=slider]')!
    const long: number[] = []
    new PerformanceObserver((found) =>
      long.push(...found.getEntries().map(({ duration }) => duration)),
    ).observe({ type: 'longtask', buffered: false })
    const grams: number[] = []
    const all: number[] = []
    const inWorker: number[] = []
    for (let i = 0; i < keys; i++) {
      await new Promise((next) => setTimeout(next, 120))
      const before = document.querySelector('.answer output')!.textContent
      const began = performance.now()
      marker.dispatchEvent(
        new KeyboardEvent('keydown', {
          key: Math.floor(i / 5) % 2 ? 'ArrowLeft' : 'ArrowRight',
          bubbles: true,
        }),
      )
      while (document.querySelector('.answer output')!.textContent === before) {
        await new Promise((next) => setTimeout(next, 0))
        if (performance.now() - began > 2000) break
      }
      grams.push(performance.now() - began)
      while (!document.querySelector<HTMLElement>('ul.list')?.dataset.computedMs) {
        await new Promise((next) => setTimeout(next, 0))
        if (performance.now() - began > 2000) break
      }
      all.push(performance.now() - began)
      inWorker.push(Number(document.querySelector<HTMLElement>('ul.list')?.dataset.computedMs))
      await new Promise<number>(requestAnimationFrame)
    }
    return { grams, all, inWorker, long }
  }, KEYS)

  console.log(
    `  planner: ${n}; ${KEYS} keystrokes on the ribbon; tasks over 50 ms: ${told.long.length}`,
  )
  console.table({
    'keystroke to grams, water, hours': timesRow(told.grams),
    'keystroke to every colour': timesRow(told.all),
    'of it waiting for the worker': timesRow(told.inWorker),
    'ml-levenberg-marquardt, one plain fit': timesRow(plainFitTimes(SWATCHES, 10)),
  })
} finally {
  await browser.close()
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}
