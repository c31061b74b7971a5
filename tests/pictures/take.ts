import { chromium, type Browser, type Page } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { loadDemo } from '../../demo/load'
import { CHROMIUM } from '../../playwright.config'
import { catalogueId } from '../../shared/ids'
import type { FastnessView } from '../../shared/views/fastness/fastness'
import { asJpeg, photoHands } from '../e2e/booth'
import { exited, startBuilt, untilReady } from '../e2e/server-process'
import { ALL_STRIPS, BENCH_CHART, benchPhoto } from '../fixtures/bench-photo'
import { chartFile } from '../fixtures/booth-photo'

/** The pictures of the README: each main view with the demo log, as a dyer would meet it. */

const PORT = 4873
const BASE = `http://127.0.0.1:${PORT}`
const TABLE = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }
const TANSY = catalogueId('tanacetum-vulgare/flowerHead')

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
  await page.getByText(/Al, from \d+ swatches/).waitFor()
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

/** A colour among the demo's reds and yellows. */
const WANTED = 'c3a962'

/** One swatch of the wall in hand. */
async function pickOne(page: Page) {
  const wall = page.getByRole('listbox', { name: 'Swatches on the wall' })
  await wall.focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await page.getByText('Nearest of yours').waitFor()
  await page.getByRole('heading', { name: 'Every colour you have' }).click()
}

async function matched(page: Page) {
  await page.getByRole('article').first().waitFor()
  await page.getByText('How well this has foretold').waitFor()
}

/** A swatch of which two looks were taken in the window. */
async function openTested(page: Page) {
  const { sets } = (await (
    await page.request.get(`${BASE}/api/fastness?on=2100-01-01`)
  ).json()) as FastnessView
  const strips = sets.find(({ kind, endedOn }) => kind === 'light' && endedOn === null)
  await page.goto(`${BASE}/swatch?swatch=${strips!.tests[0]!.test.swatchId}`)
  await page.getByRole('heading', { name: 'Will it last' }).waitFor()
}

async function openCard(page: Page) {
  await openTested(page)
  await page.getByRole('link', { name: 'Card for it' }).click()
  await page.getByRole('article').waitFor()
}

/** A photo of the strips that hang, set right by its chart. */
async function readStrips(page: Page) {
  await page.getByRole('button', { name: 'Look at all of them' }).click()
  await page.getByText('one photo', { exact: true }).click()
  await page.getByLabel('Photo of the swatch', { exact: true }).setInputFiles({
    name: 'strips.jpg',
    mimeType: 'image/jpeg',
    buffer: await asJpeg(benchPhoto()),
  })
  await page.getByText('a chart', { exact: true }).click()
  await page.getByLabel('CGATS file of the chart').setInputFiles({
    name: 'chart.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from(chartFile()),
  })
  const hands = await photoHands(page)
  const { x, y, width, height } = BENCH_CHART
  await hands.corner(1, x, y)
  await hands.corner(2, x + width, y)
  await hands.corner(3, x + width, y + height)
  await hands.corner(4, x, y + height)
  await hands.mark(ALL_STRIPS, 0)
  await page
    .getByText(/not read yet/)
    .first()
    .waitFor({ state: 'detached' })
}

async function allComputed(page: Page) {
  await page.locator('.atlas-line').first().waitFor()
  await page.getByText('being reckoned anew').waitFor({ state: 'hidden' })
}

/** What is measured of the light first. */
async function byLight(page: Page) {
  await allComputed(page)
  await page.getByRole('button', { name: 'light', exact: true }).click()
}

const closeHelper = (page: Page) => page.getByRole('button', { name: 'pH by the spoon' }).click()

const openRunning = (page: Page) => page.locator('.tag').first().click()

/** Plans are worked out anew after a start, which takes a moment. */
const planShown = (page: Page) =>
  page.getByRole('heading', { name: 'Dock orange for the big jumper' }).waitFor()

/** Everything that was dyed is held against everything, the first time. */
const answered = (page: Page) => page.getByRole('heading', { name: /^Pairs/ }).waitFor()

const TAG =
  '15 Aug 24: 420 g fresh tansy heads on 60 g wool yarn, alum 12 %, simmered 1 h, clear yellow, again'
const chooseColour = (page: Page) =>
  page
    .getByRole('group', { name: /^Colours to choose from/ })
    .getByRole('button')
    .nth(27)
    .click()

/** What a trial would show is told by all that was made again, which takes a moment the first time. */
const designed = (page: Page) => page.getByText(/8 times in 10/).waitFor()

/** A backup, something written after it, and what bringing it back would do. */
async function lookBack(page: Page) {
  await page.getByRole('button', { name: 'Back up now' }).click()
  // one may have been made by itself already: the words alone do not tell which
  await page.getByRole('cell', { name: 'asked for' }).first().waitFor()
  const { items } = (await (await page.request.get(`${BASE}/api/lots?limit=1`)).json()) as {
    items: { id: string; rev: number }[]
  }
  const [lot] = items
  await page.request.patch(`${BASE}/api/lots/${lot!.id}`, {
    headers: { 'if-match': `"${lot!.rev}"` },
    data: { note: 'cut after the first frost' },
  })
  await page.reload()
  await page
    .getByRole('button', { name: /^Look at the backup/ })
    .first()
    .click()
  await page.getByText('Would be as before').waitFor()
}

const SHOTS: [string, string, typeof TABLE, ((page: Page) => Promise<void>)?][] = [
  ['today', '/', TABLE],
  ['walk', '/walk', TABLE, weighIn],
  ['walk-phone', '/walk', PHONE, weighIn],
  ['pot', '/pot', TABLE, planPot],
  ['hob', '/hob', TABLE, closeHelper],
  ['hob-phone', '/hob', PHONE, openRunning],
  ['year', '/year', TABLE, planShown],
  ['booth', '/wall', TABLE, openTested],
  ['bench', '/fastness', TABLE, readStrips],
  ['lasts', '/wall', TABLE, openCard],
  ['wall', '/wall', TABLE, pickOne],
  ['match', `/match?want=${WANTED}`, TABLE, matched],
  ['shades', '/shades', TABLE],
  ['card', `/card?note=${encodeURIComponent(TAG)}`, TABLE, chooseColour],
  ['strength', `/strength?source=${TANSY}`, TABLE],
  ['difference', '/difference', TABLE, answered],
  ['trial', '/trial', TABLE, designed],
  ['atlas', '/atlas', TABLE, byLight],
  ['keeping', '/keeping', TABLE, lookBack],
]

async function picture(browser: Browser, shots: typeof SHOTS) {
  for (const [name, path, viewport, prepare] of shots) {
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
}

const browser = await chromium.launch(CHROMIUM)
const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-pictures-'))
try {
  await loadDemo(folder)
  const server = startBuilt(folder, PORT)
  await untilReady(BASE)
  await picture(browser, SHOTS).finally(() => server.kill())
  await exited(server)
} finally {
  await browser.close()
  rmSync(folder, { recursive: true, force: true })
}
