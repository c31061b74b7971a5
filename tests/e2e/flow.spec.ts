import type { Locator, Page } from '@playwright/test'
import { keyboardOf } from './keyboard'
import { expect, test, visit } from './watched'

/** Picks a source by typing part of any of its names. */
async function pickSource(page: Page, typed: string, option: RegExp) {
  const field = page.getByLabel('What did you gather?')
  await field.fill(typed)
  await page.getByRole('option', { name: option }).click()
}

/** The tag code in what was just said; waits for these words, since earlier ones may still stand. */
async function savedCode(page: Page, words: string): Promise<string> {
  const strip = page.getByRole('status', { name: 'Latest change' })
  await expect(strip).toContainText(words)
  return /[A-Z]{3}-\d\d-\d{2,}/.exec(await strip.innerText())![0]
}

test('a plant is weighed in, dyes a piece, is read and takes its place on the curve', async ({
  page,
}) => {
  await visit(page, '/walk')
  await pickSource(page, 'chrysanthemum', /tansy, flower heads/)
  await page.getByText('full flower', { exact: true }).click()
  await expect(page.getByText('Can irritate skin: gloves.')).toBeVisible()
  await page.getByLabel('On the scale').fill('12.4 oz')
  await expect(page.getByText('= 352 g')).toBeVisible()
  await page.getByLabel('Empty bag').fill('11.5')
  await expect(page.locator('output')).toHaveText('340 g')
  await page.getByRole('button', { name: 'Keep it' }).click()
  const lot = await savedCode(page, 'Weighed in')
  expect(lot).toMatch(/^TAN-/)
  await visit(page, '/loft')
  await expect(page.getByRole('link', { name: new RegExp(lot) })).toContainText('340 g')

  await visit(page, '/basket')
  await page.getByLabel('Dry weight, before wetting').fill('100')
  await page.getByLabel('Mordant', { exact: true }).press('Enter')
  await page.getByRole('option', { name: 'alum', exact: true }).click()
  await expect(page.getByText('10 g alum')).toBeVisible()
  await page.getByLabel('Bare colour', { exact: true }).fill('#e4dac6')
  await page.getByRole('button', { name: 'Put it in the basket' }).click()
  const piece = await savedCode(page, 'Put')

  await visit(page, '/pot')
  await page.getByRole('combobox', { name: 'Lot' }).click()
  await page.getByRole('option', { name: new RegExp(lot) }).click()
  await page.getByRole('button', { name: new RegExp(piece) }).click()
  await page.getByLabel('Ratio, fresh').fill('2.2')
  await page.getByLabel('Ratio, fresh').press('Enter')
  await expect(page.getByText('weigh out')).toBeVisible()
  await expect(page.locator('.answer output').first()).toHaveText('220 g')
  await expect(page.getByText('120 g fresh left after it.')).toBeVisible()
  await page.getByText('Dyed already').click()
  await page.getByRole('button', { name: 'Save as done' }).click()

  await expect(page).toHaveURL(/swatch\?pot=/)
  await expect(page.getByText(/Tansy flower heads on wool, Al/i)).toBeVisible()
  await page.getByLabel('Swatch, in daylight', { exact: true }).fill('62 4 48')
  await page.getByLabel('Swatch, in daylight', { exact: true }).press('Tab')
  await expect(page.getByText('strength over bare')).toBeVisible()
  await page.getByRole('button', { name: 'Keep the reading' }).click()
  const swatch = await savedCode(page, 'Read')
  await page.getByRole('link', { name: 'See it on its curve' }).click()

  await expect(page.getByRole('heading', { name: /tansy, flower heads/i })).toBeVisible()
  await page.getByText('Swatches', { exact: true }).click()
  await expect(page.getByRole('row', { name: new RegExp(`${swatch}.*~`) })).toBeAttached()
  await expect(page.getByRole('group', { name: /1\d swatches/ })).toBeVisible()
  await page.getByText('Depth', { exact: true }).click()
  await page.getByText('middling', { exact: true }).first().click()
  const asked = page.getByText(/For middling:/)
  await expect(asked).toContainText(/ g fresh for 100 g of fibre/)
  // to be surer takes more plant: computed in the page's worker
  const likely = await dryRatioIn(asked)
  await page.getByText('19 in 20', { exact: true }).click()
  await expect(async () => expect(await dryRatioIn(asked)).toBeGreaterThan(likely)).toPass()
})

/** The dry ratio that a sentence names: `0.18 : 1 dry`. */
async function dryRatioIn(sentence: Locator): Promise<number> {
  return Number(/([\d.]+)\s*:\s*1 dry/.exec((await sentence.textContent()) ?? '')?.[1])
}

test('with the keyboard only', async ({ page }) => {
  const { type, tabTo } = keyboardOf(page)
  await visit(page, '/')
  await page.keyboard.press('1')
  await expect(page.getByLabel('What did you gather?')).toBeVisible()
  await page.keyboard.press('n')
  await type('alnus glutinosa bark')
  await expect(page.getByRole('option', { name: /alder, bark/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await tabTo('fresh')
  await page.keyboard.press('ArrowRight')
  await tabTo('On the scale')
  await type('140')
  await tabTo('Empty bag')
  await type('20')
  await tabTo('Keep it')
  await page.keyboard.press('Enter')
  const lot = await savedCode(page, 'Weighed in')
  await page.keyboard.press('Escape')

  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await page.keyboard.press('3')
  await expect(page.getByLabel('Dry weight, before wetting')).toBeVisible()
  await page.keyboard.press('n')
  await tabTo('Dry weight, before wetting')
  await type('40')
  await tabTo('Bare colour')
  await page.keyboard.press('Tab')
  await type('#e4dac6')
  await tabTo('Put it in the basket')
  await page.keyboard.press('Enter')
  const piece = await savedCode(page, 'Put')

  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await page.keyboard.press('4')
  await expect(page.getByRole('combobox', { name: 'Lot' })).toBeVisible()
  await tabTo('Ratio of plant to fibre')
  const marker = page.getByRole('slider', { name: 'Ratio of plant to fibre' })
  const before = Number(await marker.getAttribute('aria-valuenow'))
  await page.keyboard.press('ArrowRight')
  expect(Number(await marker.getAttribute('aria-valuenow'))).toBeGreaterThan(before)
  await tabTo('Lot')
  await type(lot)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await tabTo(piece)
  await page.keyboard.press('Enter')
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await tabTo('To dye')
  await page.keyboard.press('ArrowRight')
  await tabTo('Save as done')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/swatch\?pot=/)
  await tabTo('Swatch, in daylight')
  await page.keyboard.press('Tab')
  await type('52 12 24')
  await tabTo('Keep the reading')
  await page.keyboard.press('Enter')
  const swatch = await savedCode(page, 'Read')
  await tabTo('See it on its curve')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/strength\?/)
  await tabTo('Depth')
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('row', { name: new RegExp(swatch) })).toBeAttached()
})

test('an unmordanted piece is caught before it is dyed for nothing', async ({ page }) => {
  await visit(page, '/pot')
  await page.getByRole('combobox', { name: 'Lot' }).click()
  await page
    .getByRole('option', { name: /meadowsweet/ })
    .first()
    .click()
  await page.getByRole('button', { name: /LIN-.*no mordant/ }).click()
  await expect(page.getByText(/LIN-\S+ has no mordant, and this source needs one/)).toBeVisible()
  await expect(page.getByText(/2\.5 g alum/)).toBeVisible()
})

test('what was done is undone with u, and stays undone', async ({ page }) => {
  await visit(page, '/walk')
  await pickSource(page, 'nettle', /nettle, whole herb/)
  await page.getByText('net', { exact: true }).click()
  await page.getByLabel('Net amount, in any unit').fill('1 lb')
  await page.getByRole('button', { name: 'Keep it' }).click()
  const lot = await savedCode(page, 'Weighed in')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('status', { name: 'Latest change' })).toContainText(
    'Undone: Weighed in',
  )
  await visit(page, '/loft')
  await expect(page.getByRole('link', { name: /DOC-/ }).first()).toBeVisible()
  await expect(page.getByRole('link', { name: new RegExp(lot) })).toHaveCount(0)
})

test('a ratio moves the grams by dragging the marker, and by its buttons', async ({ page }) => {
  await visit(page, '/pot')
  await page.getByRole('combobox', { name: 'Lot' }).click()
  await page
    .getByRole('option', { name: /dock root.*fresh/ })
    .first()
    .click()
  await page.getByRole('button', { name: /SUW-.*50 g/ }).click()
  const grams = async () => parseFloat(await page.locator('.answer output').first().innerText())
  const start = await grams()
  await page.getByRole('button', { name: 'More plant' }).click()
  expect(await grams()).toBeGreaterThan(start)
  const marker = page.getByRole('slider', { name: 'Ratio of plant to fibre' })
  const box = (await marker.boundingBox())!
  await page.mouse.move(box.x + box.width * 0.5, box.y + 50)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.2, box.y + 50, { steps: 5 })
  await page.mouse.up()
  expect(await grams()).toBeLessThan(start)
  await expect(marker).toHaveAttribute('aria-valuetext', /fresh, .* dry/)
})

test.describe('when something is wrong', () => {
  test.use({ tolerated: ['Failed to load resource', 'ERR_'] })

  test('the form keeps what was typed and says by the field what to do', async ({ page }) => {
    await visit(page, '/walk')
    await pickSource(page, 'heather', /heather, flowering tops/)
    await page.getByLabel('On the scale').fill('20')
    await page.getByLabel('Empty bag').fill('25')
    await page.getByText('More about it').click()
    await page.getByRole('textbox', { name: 'Note', exact: true }).fill('windy ridge')
    await page.getByRole('button', { name: 'Keep it' }).click()
    await expect(
      page.getByText('The empty bag must not be more than what is on the scale (20 g)'),
    ).toBeVisible()
    await expect(page.getByRole('textbox', { name: 'Note', exact: true })).toHaveValue(
      'windy ridge',
    )
    await page.reload()
    await page.getByText('More about it').click()
    await expect(page.getByRole('textbox', { name: 'Note', exact: true })).toHaveValue(
      'windy ridge',
    )
    await expect(page.getByLabel('On the scale')).toHaveValue('20')
    await page.getByLabel('On the scale').fill('nine cups')
    await page.getByLabel('On the scale').blur()
    await expect(page.getByText(/Cannot read "nine cups" as a mass/)).toBeVisible()
  })

  test('a log that does not answer loses nothing', async ({ page }) => {
    await visit(page, '/walk')
    await pickSource(page, 'heather', /heather, flowering tops/)
    await page.getByLabel('On the scale').fill('120')
    await page.route('**/api/lots', (route) =>
      route.request().method() === 'POST' ? route.abort() : route.continue(),
    )
    await page.getByRole('button', { name: 'Keep it' }).click()
    await expect(page.getByText('The log does not answer. What you typed stays here')).toBeVisible()
    await expect(page.getByLabel('On the scale')).toHaveValue('120')
    await page.unroute('**/api/lots')
    await page.getByRole('button', { name: 'Keep it' }).click()
    expect(await savedCode(page, 'Weighed in')).toMatch(/^HEA-/)
  })

  test('a pot wants a lot and a piece, and no more than there is', async ({ page }) => {
    await visit(page, '/pot')
    await page.getByText('Dyed already').click()
    await page.getByRole('button', { name: 'Save as done' }).click()
    const refusal = page.getByRole('alert')
    await expect(refusal).toHaveText('Choose a lot to dye with. Choose at least one piece.')
    await page.getByRole('combobox', { name: 'Lot' }).click()
    await page.getByRole('option', { name: /alder cones/ }).click()
    await page.getByRole('button', { name: /LIN-/ }).click()
    await page.getByLabel('Ratio, dried').fill('3')
    await page.getByLabel('Ratio, dried').press('Enter')
    await expect(page.getByText(/35 g short/)).toBeVisible()
    await page.getByRole('button', { name: 'Save as done' }).click()
    await expect(
      page
        .getByRole('alert')
        .filter({ hasText: /holds too little/ })
        .first(),
    ).toBeVisible()
    await page.getByRole('button', { name: 'use what there is' }).click()
    await expect(page.getByLabel('Plant, dried')).toHaveValue('40')
  })
})
