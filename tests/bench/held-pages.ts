import { chromium, type Page } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Papa from 'papaparse'
import { loadDemo } from '../../demo/load'
import { CHROMIUM } from '../../playwright.config'
import { photoFile, photoHands, unreadSwatch } from '../e2e/booth'
import { startBuilt, untilReady } from '../e2e/server-process'
import { PLACES } from '../fixtures/booth-photo'
import { timesRow } from './figures'

/** How long pages are held up by typing a name and by reading a photo, and a file of 5,000 rows. */

const PORT = 4872
const BASE = `http://127.0.0.1:${PORT}`
const TIMES = 7
/** A page that is held up for longer is felt. */
const FELT_MS = 50
const ROWS = 5000

/** @returns tells, and forgets, how long each long task of the page lasted since, ms */
async function watchLongTasks(page: Page): Promise<() => Promise<number[]>> {
  await page.evaluate(() => {
    const list: number[] = []
    ;(window as unknown as { longTasks: number[] }).longTasks = list
    new PerformanceObserver((found) =>
      list.push(...found.getEntries().map(({ duration }) => duration)),
    ).observe({ type: 'longtask', buffered: false })
  })
  return () =>
    page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks.splice(0))
}

const felt = (tasks: readonly number[]) => tasks.filter((duration) => duration > FELT_MS).length

/** Longest task while a name is typed, ms, each time. */
async function typing(page: Page): Promise<number[]> {
  await page.goto(`${BASE}/walk`, { waitUntil: 'networkidle' })
  const longTasks = await watchLongTasks(page)
  const field = page.getByLabel('What did you gather?')
  await field.click()
  const longest: number[] = []
  for (let i = 0; i < TIMES; i++) {
    await field.fill('')
    await page.waitForTimeout(800)
    await longTasks()
    await field.pressSequentially('polygonum tinctorium', { delay: 90 })
    await page.getByRole('option', { name: /dyer's knotweed/ }).waitFor()
    await page.waitForTimeout(400)
    longest.push(Math.max(0, ...(await longTasks())))
  }
  return longest
}

/** A file is looked at: how long each look takes, and how often it says how far it is. */
async function looking(file: string): Promise<{ took: number[]; news: number }> {
  const took: number[] = []
  let news = 0
  for (let i = 0; i < TIMES; i++) {
    const began = performance.now()
    const answer = await fetch(`${BASE}/api/import/gatherings`, { method: 'POST', body: file })
    news = (await answer.text()).trim().split('\n').length
    took.push(performance.now() - began)
  }
  return { took, news }
}

/** A photo of 12 million pixels: opening, reading, and the tasks that hold the page up. */
async function reading(page: Page, folder: string) {
  const request = page.request
  const pot = await unreadSwatch(request)
  const photo = join(folder, 'hank.jpg')
  await writeFile(photo, await photoFile(7))
  await page.goto(`${BASE}/swatch?pot=${pot.id}`, { waitUntil: 'networkidle' })
  await page.getByText('photo', { exact: true }).click()
  const longTasks = await watchLongTasks(page)
  const told: { open: number; read: number; held: number[] }[] = []
  for (let i = 0; i < TIMES; i++) {
    await page.waitForTimeout(600)
    await longTasks()
    await page.getByLabel('Photo of the swatch', { exact: true }).setInputFiles(photo)
    const desk = page.locator('[data-photo]')
    await page.getByText('unpacking').waitFor({ state: 'hidden' })
    await desk.waitFor()
    const hands = await photoHands(page, 7)
    await hands.mark(PLACES.swatch)
    await page.getByText('nothing set it right').waitFor()
    const ms = async (name: string) => Number(await desk.getAttribute(name))
    told.push({
      open: await ms('data-open-ms'),
      read: await ms('data-read-ms'),
      held: await longTasks(),
    })
  }
  return told
}

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-held-'))
await loadDemo(join(folder, 'log'))
const server = startBuilt(join(folder, 'log'), PORT)
const browser = await chromium.launch(CHROMIUM)
try {
  await untilReady(BASE)
  const context = await browser.newContext({
    baseURL: BASE,
    viewport: { width: 1280, height: 800 },
  })
  const page = await context.newPage()
  const typed = await typing(page)
  const rows = Array.from(
    { length: ROWS },
    (_, i) => `Tanacetum vulgare,2025-08-${String((i % 28) + 1).padStart(2, '0')},${i + 1},g fresh`,
  )
  const file = ['scientificName,eventDate,organismQuantity,organismQuantityType', ...rows].join(
    '\n',
  )
  const looks = await looking(file)
  const parsed = Array.from({ length: TIMES }, () => {
    const began = performance.now()
    Papa.parse(file, { header: true })
    return performance.now() - began
  })
  const photos = await reading(page, folder)
  console.log(
    `  tasks over ${FELT_MS} ms: ${felt(typed)} of ${TIMES} typings; ` +
      `${photos.reduce((sum, { held }) => sum + felt(held), 0)} in ${TIMES} photos; ` +
      `a file of ${ROWS} rows says ${looks.news - 1} times how far it is`,
  )
  console.table({
    'longest task while a name is typed': timesRow(typed),
    [`${ROWS} rows looked at`]: timesRow(looks.took),
    'papaparse alone, the same rows': timesRow(parsed),
    'photo of 12 million pixels opened': timesRow(photos.map(({ open }) => open)),
    'an area of it read': timesRow(photos.map(({ read }) => read)),
    'longest task meanwhile': timesRow(photos.map(({ held }) => Math.max(0, ...held))),
  })
} finally {
  await browser.close()
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}
