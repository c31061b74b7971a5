import type { Page } from '@playwright/test'
import { deltaE2000 } from '../../core/colour/screen-colour'
import { WAVELENGTHS_NM } from '../../core/colour/spectrum'
import { labOfReflectance } from '../../core/colour/tristimulus'
import type { Swatch } from '../../shared/schemas/swatch/swatch'
import { BARE_LAB } from '../../demo/truth'
import { chartFile, DYED, PLACES } from '../fixtures/booth-photo'
import { photoFile, photoHands, unreadSwatch } from './booth'
import { saidOn } from './keyboard'
import { BUSY_MS, expect, test, visit } from './watched'

const jpeg = (buffer: Buffer) => ({ name: 'hank.jpg', mimeType: 'image/jpeg', buffer })
/** Keeps what was read, once it is told. */
async function keepReading(page: Page) {
  await expect(page.getByText('strength over bare')).toBeVisible()
  await page.getByRole('button', { name: 'Keep the reading' }).click()
  await expect(saidOn(page)).toContainText('Read SWA-')
}

const TRUE_LAB = labOfReflectance([...DYED])

test('a photo is set right by a chart, and its reading kept with what that did', async ({
  page,
  request,
}) => {
  const pot = await unreadSwatch(request)
  await visit(page, `/swatch?pot=${pot.id}`)
  await page.getByText('photo', { exact: true }).click()
  await page
    .getByLabel('Photo of the swatch', { exact: true })
    .setInputFiles(jpeg(await photoFile()))
  const hands = await photoHands(page)
  await hands.mark(PLACES.swatch)
  await expect(page.getByText('nothing set it right: about 14 ΔE is usual')).toBeVisible()
  await page.getByText('bare', { exact: true }).click()
  await hands.mark(PLACES.bare)

  // one grey: better, and it says that it cannot tell its own error
  await page.getByText('a grey card', { exact: true }).click()
  await hands.mark(PLACES.card)
  await expect(page.getByText(/one patch cannot tell its own error/).first()).toBeVisible()

  await page.getByText('a chart', { exact: true }).click()
  await page.getByLabel('CGATS file of the chart').setInputFiles({
    name: 'chart.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from(chartFile()),
  })
  await expect(page.getByText('24 patches, known from spectra')).toBeVisible()
  // laid over the middle of the photo it meets no patch, and says so
  await expect(page.getByText(/patches must be those of the chart/).first()).toBeVisible()
  const { x, y, width, height } = PLACES.chart
  await hands.corner(1, x, y)
  await hands.corner(2, x + width, y)
  await hands.corner(3, x + width, y + height)
  await hands.corner(4, x, y + height)
  await expect(page.getByText(/ΔE left on patches in the mean/)).toHaveCount(2)

  await page.getByRole('button', { name: 'Keep the reading' }).click()
  await expect(saidOn(page)).toContainText(/Read SWA-.*: (full|middling)/)
  const { swatchId } = pot.pieces[0]!
  const [reading] = ((await (await request.get(`/api/swatches/${swatchId}`)).json()) as Swatch)
    .readings
  expect(deltaE2000(reading!.lab, TRUE_LAB)).toBeLessThan(3)
  expect(reading).toMatchObject({ by: 'photo', about: { patches: 24, file: 'hank.jpg' } })
  expect(reading!.errorDe!).toBeLessThan(4)
  // the photo itself is kept beside, without what else the file held
  const kept = await request.get(`/api/pictures/${reading!.about.photoId}`)
  expect(kept.headers()['content-type']).toBe('image/jpeg')
  const { bare } = (await (await request.get(`/api/pieces/${pot.pieces[0]!.pieceId}`)).json()) as {
    bare: { lab: { l: number; a: number; b: number } }
  }
  expect(deltaE2000(bare.lab, BARE_LAB.wool)).toBeLessThan(4)
})

test('a photo that is burnt out, and a file that is none, are refused in words', async ({
  page,
  request,
}) => {
  const pot = await unreadSwatch(request)
  await visit(page, `/swatch?pot=${pot.id}`)
  await page.getByText('photo', { exact: true }).click()
  const choose = page.getByLabel('Photo of the swatch', { exact: true })
  await choose.setInputFiles({
    name: 'notes.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('no picture'),
  })
  await expect(page.getByRole('alert')).toContainText('no picture that can be read here')
  await choose.setInputFiles(jpeg(await photoFile(2, 6)))
  const hands = await photoHands(page, 2)
  await hands.mark(PLACES.swatch)
  await expect(page.getByText(/at most 1 % of its pixels clipped/)).toBeVisible()
  await page.getByRole('button', { name: 'Keep the reading' }).click()
  await expect(page.getByText('Give the colour of the swatch first.')).toBeVisible()
})

test('spectra come from a file, a broken one says which line', async ({ page, request }) => {
  const pot = await unreadSwatch(request)
  await visit(page, `/swatch?pot=${pot.id}`)
  await page.getByText('file', { exact: true }).click()
  const choose = page.getByLabel('File of spectra')
  const table = (cell: (nm: number, i: number) => string) =>
    ['nm,dyed,bare', ...WAVELENGTHS_NM.map((nm, i) => `${nm},${cell(nm, i)},0.7`)].join('\n')
  const csv = (text: string) => ({ name: 'a.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await choose.setInputFiles(csv(table((_, i) => (i === 2 ? 'x' : '0.3'))))
  await expect(page.getByRole('alert')).toContainText('a.csv: Line 4: dyed must be a number')
  await choose.setInputFiles(csv(table((_, i) => DYED[i]!.toFixed(5))))
  await expect(page.getByText('2 spectra, CSV, read as factors from 0 to 1')).toBeVisible()
  await page.getByRole('button', { name: 'swatch', exact: true }).first().click()
  await page.getByRole('button', { name: 'bare', exact: true }).last().click()
  await keepReading(page)
  await expect(page.getByText('from a file')).toBeVisible()
})

test('the reader wants its white tile, and says that it is simulated', async ({
  page,
  request,
}) => {
  const bare = { lab: BARE_LAB.wool, wet: false, washed: true }
  const pot = await unreadSwatch(request, bare)
  await request.patch('/api/settings', { data: { reader: 'simulated' } })
  await visit(page, `/swatch?pot=${pot.id}`)
  await page.getByText('reader', { exact: true }).click()
  await expect(page.getByText(/simulated: it reads what is expected/)).toBeVisible()
  const read = page.getByRole('button', { name: 'Read the swatch' })
  if (await read.isDisabled()) {
    await page.getByRole('button', { name: 'Look at the white tile' }).click()
  }
  await expect(read).toBeEnabled()
  // what it reads follows from the source's curves, which are computed first
  const answer = page.waitForResponse('**/api/instruments/reader/read', { timeout: BUSY_MS })
  // by the keys: what moves on the page meanwhile cannot slip from under them
  await read.press('Enter')
  expect((await answer).status(), await (await answer).text()).toBe(200)
  await keepReading(page)
  await expect(page.getByText('by the reader (simulated)')).toBeVisible()
})

test('a swatch is seen beside another under three lights, hoped for and judged', async ({
  page,
  request,
}) => {
  const bare = { lab: BARE_LAB.wool, wet: false, washed: true }
  const pot = await unreadSwatch(request, bare)
  const { swatchId } = pot.pieces[0]!
  await request.patch(`/api/swatches/${swatchId}`, {
    headers: { 'if-match': '"1"' },
    data: { reading: { reflectance: DYED, wet: false, washed: true } },
  })
  await visit(page, `/swatch?swatch=${swatchId}`)
  await expect(page.getByRole('heading', { name: 'Soft brown' })).toBeVisible()
  await expect(page.getByText('much darker, much clearer')).toBeVisible()
  await page.getByText('all three', { exact: true }).click()
  for (const light of ['daylight', 'lamp', 'fluorescent']) {
    await expect(page.locator('figcaption', { hasText: light })).toContainText('ΔE')
  }
  // the nearest of the log's own, and any other by its tag
  await page.locator('.beside').first().click()
  await page
    .getByRole('option', { name: /^SWA-.* on / })
    .first()
    .click()
  await expect(page.getByText(/beside SWA-/)).toBeVisible()

  await page.getByText('changed', { exact: true }).click()
  await page.getByLabel('Why', { exact: true }).fill('redder than hoped: less heat')
  await page.getByLabel('Hoped for', { exact: true }).fill('60 10 40')
  await page.getByLabel('Hoped for', { exact: true }).press('Tab')
  await page.getByRole('button', { name: 'Keep the verdict' }).click()
  await expect(saidOn(page)).toContainText('changed kept')
  await expect(page.getByText('off what you hoped')).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('Why', { exact: true })).toHaveValue('redder than hoped: less heat')
})
