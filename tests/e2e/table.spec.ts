import { readFileSync } from 'node:fs'
import { LONG, csvOf, mergedXlsx } from '../fixtures/spreadsheets'
import { useEmptyLog } from './empty-log'
import { typeInto } from './hands'
import { expect, test } from './watched'

/** Somebody's own spreadsheet from an empty log: explained once, looked at, brought in, undone. */

const { base: BASE } = useEmptyLog(4865)

test('a table of ounces and own words is explained and comes in as pots', async ({
  page,
  request,
}) => {
  await request.patch(`${BASE}/api/settings`, {
    data: { massUnits: 'avoirdupois', volumeUnits: 'us', temperatureScale: 'F', dateOrder: 'mdy' },
  })
  await page.goto(`${BASE}/table`)
  const give = (name: string, bytes: Uint8Array) =>
    page
      .getByLabel('Spreadsheet to bring in')
      .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(bytes) })
  await give('dyes.csv', csvOf(LONG))
  await expect(page.getByRole('heading', { name: 'dyes.csv' })).toBeVisible()
  await expect(
    page.getByRole('region', { name: 'Columns of the table' }).getByText('amount of fibre'),
  ).toBeVisible()
  await page.getByRole('button', { name: /^Look at \d+ rows$/ }).click()

  // own words are asked for, beside what they refuse
  const own = page.getByRole('region', { name: /Words of your own/ })
  await expect(own.getByText('al', { exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Bring in/ })).toBeDisabled()
  await typeInto(page, own.getByRole('combobox', { name: 'Meaning of al' }), 'alum')
  await page.getByRole('option', { name: 'alum', exact: true }).click()
  await expect(own).toBeHidden()
  await page.getByRole('button', { name: /^Bring in \d+ pots$/ }).click()
  await expect(page.getByText(/^Brought in \d+ pots\.$/)).toBeVisible()
  const pots = async () =>
    ((await (await request.get(`${BASE}/api/pots?limit=200`)).json()) as { items: unknown[] }).items
  expect(await pots()).toHaveLength(3)

  // the same again is known, own words and columns too
  await page.reload()
  await give('dyes.csv', csvOf(LONG))
  await page.getByRole('button', { name: /^Look at \d+ rows$/ }).click()
  await expect(page.getByText('the same, 3', { exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Bring in 0 pots' })).toBeDisabled()
})

test.describe('a workbook', () => {
  test.use({ tolerated: ['Failed to load resource'] })

  test('with merged heads is read; its sheet, heads and columns may be set', async ({ page }) => {
    await page.goto(`${BASE}/table`)
    const input = page.getByLabel('Spreadsheet to bring in')
    const type = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
    const broken = Buffer.from(mergedXlsx()).subarray(0, 700)
    await input.setInputFiles({ name: 'cut.xlsx', mimeType: type, buffer: broken })
    await expect(page.getByRole('alert')).toContainText('cut.xlsx: Line 1: the file is broken')

    await input.setInputFiles({
      name: 'book.xlsx',
      mimeType: type,
      buffer: Buffer.from(mergedXlsx()),
    })
    await expect(page.locator('main').getByText('two rows, one over the other')).toBeVisible()
    await expect(page.getByText('Plant weight')).toBeVisible()
    // a column that tells the plant is the one thing that is needed
    await page.getByRole('combobox', { name: 'Plant name tells' }).click({ force: true })
    await page.getByRole('option', { name: 'not read' }).click()
    await expect(page.getByText('Say which column tells the plant')).toBeVisible()
    await page.getByRole('combobox', { name: 'Plant name tells' }).click({ force: true })
    await page.getByRole('option', { name: 'plant', exact: true }).click()
    await page.getByRole('button', { name: 'Look at 2 rows' }).click()
    await page.getByRole('button', { name: 'Bring in 2 pots' }).click()
    await expect(page.getByText('Brought in 2 pots.')).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByText(/^Undone/)).toBeVisible()
  })
})

test('an empty table and an example can be taken home; the example comes in', async ({ page }) => {
  await page.goto(`${BASE}/table`)
  const waiting = page.waitForEvent('download')
  await page.getByRole('link', { name: 'The demo’s log as an example' }).click()
  const file = await (await waiting).path()
  expect(readFileSync(file, 'utf8')).toContain('tansy')
  await page
    .getByLabel('Spreadsheet to bring in')
    .setInputFiles({ name: 'example.csv', mimeType: 'text/csv', buffer: readFileSync(file) })
  await page.getByRole('button', { name: /^Look at \d+ rows$/ }).click()
  await page.getByRole('button', { name: /^Bring in \d+ pots$/ }).click()
  await expect(page.getByText(/^Brought in \d+ pots\.$/)).toBeVisible()
})
