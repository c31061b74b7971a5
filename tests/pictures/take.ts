import { chromium, type Page } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { loadDemo } from '../../demo/load'
import { CHROMIUM } from '../../playwright.config'
import { catalogueId } from '../../shared/ids'
import { startBuilt, untilReady } from '../e2e/server-process'

/** The pictures of the README: each main view with the demo log, as a dyer would meet it. */

const PORT = 4873
const BASE = `http://127.0.0.1:${PORT}`
const TABLE = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }

async function chooseLot(page: Page, option: RegExp) {
  await page.getByRole('combobox', { name: 'Lot' }).click()
  await page.getByRole('option', { name: option }).first().click()
}

async function planPot(page: Page) {
  await chooseLot(page, /TAN-/)
  await page
    .getByRole('button', { name: /WOL-.*Al/ })
    .first()
    .click()
  await page
    .getByRole('button', { name: /SUW-.*Al/ })
    .first()
    .click()
  await page.getByLabel('Water', { exact: true }).fill('2.5')
  await page.getByLabel('Ratio, dried').fill('0.45')
  await page.getByLabel('Ratio, dried').press('Enter')
}

async function weighIn(page: Page) {
  await page.getByLabel('What did you gather?').fill('rumex')
  await page.getByRole('option', { name: /dock/ }).first().click()
  await page.getByText('autumn', { exact: true }).click()
  await page.getByLabel('On the scale').fill('352')
  await page.getByRole('button', { name: /mesh bag/ }).click()
  await page.getByRole('combobox', { name: 'Where' }).click()
  await page.getByRole('option', { name: 'Orchard Bank' }).click()
}

async function readSwatch(page: Page) {
  await page
    .getByRole('button', { name: /SWA-.*(measured|estimated)/ })
    .nth(4)
    .click()
  await page.waitForLoadState('networkidle')
}

/** Opens the sheet of the first thing whose tag begins so. */
const open = (code: string) => async (page: Page) => {
  await page
    .getByRole('link', { name: new RegExp(`^${code}`) })
    .first()
    .click()
  await page.waitForLoadState('networkidle')
}

async function besideAnother(page: Page) {
  await open('OCH-')(page)
  await page.getByRole('combobox', { name: 'Beside another jar' }).press('Enter')
  await page.getByRole('option', { name: /OCH-/ }).first().click()
}

async function lookAtFile(page: Page) {
  const rows = [
    'scientificName,eventDate,organismQuantity,organismQuantityType,locality,dynamicProperties',
    'Tanacetum vulgare,2025-08-02,340,g fresh,Quarry Lane,',
    'Rubus idaeus,2025-06-11,120,g fresh,Heron Spinney,"{""part"":""leaf""}"',
    'Alnus glutinosa,2025-02-20,210,g dried,Alder Carr,',
    'Calluna vulgaris,31/02/2025,90,g fresh,Ling Moor,',
  ]
  await page.getByLabel('File to bring in').setInputFiles({
    ...{ name: 'old-notes.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) },
  })
  await page.getByRole('table').waitFor()
}

/** Takes the first pieces that are found so in hand. */
async function take(page: Page, words: string, n: number) {
  await page.getByLabel('Find a piece').fill(words)
  await page.waitForTimeout(600)
  const boxes = page.getByRole('list', { name: 'Pieces' }).getByRole('checkbox')
  for (let i = 0; i < n; i++) await boxes.nth(i).click()
}

async function inHand(page: Page) {
  await take(page, 'trial', 3)
  await page.getByLabel('Find a piece').fill('')
  await page.waitForTimeout(600)
}

async function mordant(page: Page) {
  await take(page, 'linen', 1)
  await page.getByRole('link', { name: 'Mordant them' }).click()
  await page.getByRole('region', { name: 'Bath 1' }).waitFor()
}

const closeHelper = (page: Page) => page.getByRole('button', { name: 'pH by the spoon' }).click()

const openRunning = (page: Page) => page.locator('.tag').first().click()

async function toTheEnd(page: Page) {
  await page.getByRole('button', { name: 'Out, and finish' }).click()
  await page
    .getByLabel(/^Waters until clear/)
    .first()
    .fill('3')
}

async function benchSheet(page: Page) {
  await page.locator('.tag', { hasText: 'in it' }).first().click()
  await page.getByRole('link', { name: 'Bench sheet' }).click()
  await page.getByText('Weigh out').waitFor()
}

const SHOTS: [string, string, typeof TABLE, ((page: Page) => Promise<void>)?][] = [
  ['today', '/', TABLE],
  ['walk', '/walk', TABLE, weighIn],
  ['walk-phone', '/walk', PHONE, weighIn],
  ['patches', '/patches', TABLE],
  ['source', `/source/${catalogueId('tanacetum-vulgare/flowerHead')}`, TABLE],
  ['lot', '/loft', TABLE, open('GAL-')],
  ['jar', '/jars', TABLE, besideAnother],
  ['exchange', '/exchange', TABLE, lookAtFile],
  ['basket', '/basket', TABLE, inHand],
  ['mordanting', '/basket', TABLE, mordant],
  ['bath', '/baths', TABLE],
  ['shelf', '/shelf', TABLE],
  ['pot', '/pot', TABLE, planPot],
  ['hob', '/hob', TABLE, closeHelper],
  ['hob-phone', '/hob', PHONE, openRunning],
  ['finish', '/hob', TABLE, toTheEnd],
  ['sheet', '/hob', { width: 900, height: 1000 }, benchSheet],
  ['swatch', '/swatch', TABLE, readSwatch],
  ['strength', '/strength', TABLE],
]

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-pictures-'))
await loadDemo(folder)
const server = startBuilt(folder, PORT)
const browser = await chromium.launch(CHROMIUM)
try {
  await untilReady(BASE)
  for (const [name, path, viewport, prepare] of SHOTS) {
    const context = await browser.newContext({ viewport, locale: 'en-GB' })
    const page = await context.newPage()
    await page.goto(BASE + path)
    await page.locator('main').waitFor()
    // instruments send for as long as their page is open: there the network is never at rest
    if (path !== '/hob') await page.waitForLoadState('networkidle')
    else await page.locator('.tag').first().waitFor()
    await prepare?.(page)
    await page.waitForTimeout(500)
    await page.evaluate(() => window.scrollTo(0, 0))
    await page.screenshot({ path: `docs/screenshots/${name}.png` })
    await context.close()
  }
} finally {
  await browser.close()
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}
