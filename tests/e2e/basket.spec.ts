import type { Page } from '@playwright/test'
import { keyboardOf, saidOn } from './keyboard'
import { expect, test, visit } from './watched'
import { newId } from '../../shared/ids'

const SCHEMES = ['alum', 'alum with tartar', 'iron', 'tannin'] as const

/** Chooses an option of the select that has the focus, by its own words. */
async function choose(page: Page, name: string) {
  await page.keyboard.press('Enter')
  const list = page.getByRole('listbox').filter({ visible: true })
  await expect(list.getByRole('option', { name, exact: true })).toBeVisible()
  for (let i = 0; i < 20; i++) {
    await page.keyboard.press('ArrowDown')
    const hovered = list.locator('.is-hovering')
    if ((await hovered.innerText()).trim() === name) break
  }
  await page.keyboard.press('Enter')
}

test('twelve hanks through four mordants, by the keyboard alone', async ({ page }) => {
  const { type, press, tabTo } = keyboardOf(page)
  await visit(page, '/')
  await press('3')
  await expect(page.getByRole('heading', { name: 'Weigh pieces in' })).toBeVisible()
  await press('n')
  await tabTo('How many alike')
  await type('12')
  await tabTo('Each dry, before wetting')
  await type('10')
  await tabTo('Name')
  await type('keyboard hank')
  await tabTo(/^Set/)
  await type('Keyboard dozen')
  await tabTo(/^washed/)
  await press('Space')
  await tabTo('Put all 12 in the basket')
  await press('Enter')
  await expect(saidOn(page)).toContainText('Put 12 pieces in the basket')

  // the set is shown and taken in hand
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await tabTo(/^Set$/)
  await choose(page, 'Keyboard dozen, 12')
  await tabTo('Take all of it')
  await press('Enter')
  await expect(page.getByText('12 pieces, 120 g dry')).toBeVisible()
  await tabTo('Mordant them', 200)
  await press('Enter')

  // four baths, three hanks each
  await expect(page.getByRole('region', { name: 'Bath 1' })).toContainText('12 pieces')
  for (let i = 1; i < SCHEMES.length; i++) {
    await page.evaluate(() => (document.activeElement as HTMLElement).blur())
    await tabTo('Another mordant for some of them', 120)
    await press('Enter')
    await expect(page.getByRole('region', { name: `Bath ${i + 1}` })).toBeVisible()
  }
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  for (const [i, scheme] of SCHEMES.entries()) {
    await tabTo(`Bath ${i + 1}: mordant`, 120)
    if (i > 0) await choose(page, scheme)
    await expect(page.getByRole('region', { name: `Bath ${i + 1}` })).toContainText('3 pieces')
  }
  // common practice, no source: 10 % on 30 g is 3 g, 6.5 % 1.95 g, 2 % 0.6 g, 8 % 2.4 g
  for (const [i, grams] of ['3 g', '1.95 g', '0.6 g', '2.4 g'].entries()) {
    await expect(
      page
        .getByRole('region', { name: `Bath ${i + 1}` })
        .locator('output')
        .first(),
    ).toHaveText(grams)
  }
  await tabTo('Begin them now', 120)
  await press('Enter')
  await expect(saidOn(page)).toContainText('Began BTH-')
  const codes = (await saidOn(page).innerText()).match(/BTH-\d\d-\d+/g)!
  expect(codes).toHaveLength(4)

  // the clock runs, and the strip below shows it on every page
  const hob = page.getByRole('complementary', { name: 'On the hob' })
  for (const code of codes) await expect(hob).toContainText(code)
  const sheet = page.getByRole('region', { name: `Bath ${codes[0]}` })
  await expect(sheet.locator('.clock')).toHaveText(/in (30|29) min/)
  await tabTo('Wet through', 120)
  await press('Enter')
  await expect(sheet.locator('.what')).toHaveText('Dissolve 3 g alum')
  await page.reload()
  await expect(sheet.locator('.what')).toHaveText('Dissolve 3 g alum')
  await expect(sheet.locator('.clock')).toHaveText(/in (10|9) min/)

  // out they come, ready
  for (const code of codes) {
    await page.evaluate(() => (document.activeElement as HTMLElement).blur())
    await tabTo(new RegExp(`^\\s*${code}`), 120)
    await press('Enter')
    await expect(page.getByRole('region', { name: `Bath ${code}` })).toBeVisible()
    await tabTo('Out, dried and tagged', 120)
    await press('Enter')
    await expect(saidOn(page)).toContainText(`Took 3 pieces out of ${code}`)
  }
  await press('3')
  await tabTo(/Find a piece/)
  await type('keyboard hank')
  const list = page.getByRole('list', { name: 'Pieces' })
  await expect(list.getByRole('listitem')).toHaveCount(12)
  await expect(list.getByText('washed, iron 2 %, dried today: ready')).toHaveCount(3)
  await expect(list.getByText('washed, alum 10 %, dried today: ready')).toHaveCount(3)
})

test('a forgotten piece is caught when it is planned into a pot, and may be the control', async ({
  page,
}) => {
  await visit(page, '/pot')
  await page.getByRole('combobox', { name: 'Lot' }).click()
  await page.getByRole('option', { name: /TAN-/ }).first().click()
  // of several alike, one
  const alike = page.getByRole('listitem').filter({ hasText: /WOL-.*test hank.*no mordant/ })
  await alike.first().getByRole('button').first().click()
  await alike
    .first()
    .getByLabel(/^How many of/)
    .fill('1')
  const said = page.getByText(/has no mordant, and this source needs one/)
  await expect(said).toBeVisible()
  await page.getByRole('button', { name: 'Light it' }).click()
  await expect(page.getByText(/Something is to be cleared up/)).toBeVisible()
  await page.getByLabel(/^Why, in spite of: .*no mordant/).fill('it is the control')
  await page.getByRole('button', { name: 'Light it' }).click()
  await expect(page).toHaveURL(/hob\?pot=/)
})

test('for skins only cold ways are offered, and heat in a bath wants a word of why', async ({
  page,
}) => {
  await visit(page, '/pot')
  await page.getByRole('button', { name: /FSK-/ }).first().click()
  const way = page.getByRole('combobox', { name: 'Way' })
  await way.press('Enter')
  const ways = page.getByRole('listbox').filter({ visible: true }).getByRole('option')
  await expect(ways).toHaveText(['cold steep', 'hot extract for cold use', 'leaf rub', 'paint on'])
  await page.keyboard.press('Escape')

  await visit(page, '/basket')
  await page.getByLabel('Find a piece').fill('fish skin')
  await expect(page.getByRole('list', { name: 'Pieces' }).getByRole('listitem')).toHaveCount(2)
  await page
    .getByRole('checkbox', { name: /Choose FSK/ })
    .first()
    .press(' ')
  await page.getByRole('link', { name: 'Mordant them' }).click()
  const bath = page.getByRole('region', { name: 'Bath 1' })
  await expect(bath.getByLabel('Held at')).toHaveValue('20')
  await bath.getByLabel('Held at').fill('60')
  await expect(bath.getByText(/skins and gut shrink and harden in heat/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Begin it now' })).toBeDisabled()
})

test('a trial set is made in two clicks, with its control and its plant', async ({ page }) => {
  await visit(page, '/basket')
  await page.getByRole('link', { name: 'Trial set' }).click()
  await expect(page.getByText('One pot of it at 3 : 1 takes 90 g of plant')).toBeVisible()
  await page.getByRole('button', { name: 'Make the set of 3' }).click()
  await expect(saidOn(page)).toContainText('Weighed in 3 pieces as a set; 2 baths are planned')
  await expect(page.getByText('3 pieces, 30 g dry')).toBeVisible()
  const list = page.getByRole('list', { name: 'Pieces' })
  await expect(list.getByText(/planned into BTH-/)).toHaveCount(2)
  await expect(list.getByRole('listitem')).toHaveCount(3)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(saidOn(page)).toContainText('Undone')
})

test('a weight that looks wet is asked about, and kept with the word of why', async ({ page }) => {
  await visit(page, '/basket')
  await page.getByLabel('Name', { exact: true }).fill('test hank')
  await page.getByLabel('Dry weight, before wetting').fill('27')
  await expect(page.getByText(/times what \d+ pieces like it weigh \(10 g\)/)).toBeVisible()
  await page.getByRole('button', { name: 'Put it in the basket' }).click()
  await expect(page.getByText('Weigh it dry, or say below')).toBeVisible()
  await page.getByLabel('It was dry, because').fill('a double hank')
  await page.getByRole('button', { name: 'Put it in the basket' }).click()
  await expect(saidOn(page)).toContainText('in the basket, 27 g dry.')
  await page.getByLabel('Find a piece').fill('test hank')
  await page.getByRole('link', { name: /27 g/ }).click()
  await expect(page.getByText('a double hank')).toBeVisible()
})

test.describe('a skein', () => {
  // parts that weigh more than the whole are refused
  test.use({ tolerated: ['422'] })

  test('is split, bleached and held back until it is rinsed', async ({ page }) => {
    await visit(page, '/basket')
    await page.getByLabel('Name', { exact: true }).fill('to be split')
    await page.getByLabel('Dry weight, before wetting').fill('80')
    await page.getByRole('button', { name: 'Put it in the basket' }).click()
    await expect(saidOn(page)).toContainText('80 g dry')
    await page.getByLabel('Find a piece').fill('to be split')
    await page.getByRole('link', { name: /to be split/ }).click()
    await page.getByRole('button', { name: 'Split', exact: true }).click()
    await page.getByLabel('Part 1').fill('60')
    await page.getByRole('button', { name: 'Split it' }).click()
    await expect(page.getByText(/they come to 100 g/)).toBeVisible()
    await page.getByLabel('Part 2').fill('20')
    await page.getByRole('button', { name: 'Split it' }).click()
    await expect(saidOn(page)).toContainText(/Split WOL-\S+ into WOL-\S+, WOL-/)
    const list = page.getByRole('list', { name: 'Pieces' })
    await expect(list.getByRole('listitem')).toHaveCount(2)
    await page.getByRole('link', { name: /to be split.*60 g/ }).click()
    await page.getByRole('button', { name: 'Bleached' }).click()
    await expect(page.getByText(/rinse it until clear before any ammonia/)).toBeVisible()
    await page.getByRole('button', { name: 'Rinsed clear' }).click()
    await expect(page.getByText(/rinse it until clear before any ammonia/)).toBeHidden()
  })
})

test('what a bath takes leaves the shelf, and what a plan lacks is said there', async ({
  page,
}) => {
  await visit(page, '/shelf')
  const copper = page.getByRole('article', { name: 'copper' })
  await expect(copper).toHaveCount(0)
  const bought = page.getByRole('form', { name: 'Weigh in what you bought' })
  await bought.getByRole('combobox', { name: 'What' }).fill('copper')
  await page.getByRole('option', { name: 'copper' }).click()
  await bought.getByLabel('So much').fill('50')
  await expect(bought.getByText(/Copper harms water life/)).toBeVisible()
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  await expect(copper.getByText('50 g', { exact: true })).toBeVisible()
  await copper.getByRole('button', { name: 'Weigh what is left' }).click()
  await copper.getByLabel('Left on the scale').fill('41.5')
  await copper.getByRole('button', { name: 'Keep it' }).click()
  await expect(copper.getByText('41.5 g', { exact: true })).toBeVisible()
  await expect(page.getByText('Poisons slowly, children above all')).toBeVisible()
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })

  test('pieces are chosen and a bath is looked after with one thumb', async ({ page }) => {
    await visit(page, '/basket')
    await page.getByRole('list', { name: 'Pieces' }).getByRole('checkbox').first().click()
    await expect(page.getByRole('link', { name: 'Mordant them' })).toBeInViewport()
    const hob = page.getByRole('complementary', { name: 'On the hob' })
    await hob.getByRole('link').first().click()
    const done = page.locator('.now').getByRole('button').first()
    await expect(done).toBeInViewport()
    const box = (await done.boundingBox())!
    expect(box.height).toBeGreaterThanOrEqual(44)
  })
})

test('of hundreds of pieces only those in view are fetched and drawn', async ({
  page,
  request,
}) => {
  const pieces = Array.from({ length: 200 }, (_, i) => ({
    id: newId(),
    name: 'heap',
    fibre: 'wool',
    form: 'yarn',
    dryG: 10,
    mark: `tag ${i}`,
    treatments: [{ kind: 'wash', doneOn: '2026-01-05' }],
  }))
  for (const mark of ['a', 'b']) {
    const data = { pieces: pieces.map((piece) => ({ ...piece, id: newId(), note: mark })) }
    expect((await request.post('/api/moves/pieces', { data })).status()).toBe(201)
  }
  const asked: string[] = []
  page.on('request', (sent) => {
    const { pathname, searchParams } = new URL(sent.url())
    if (pathname === '/api/basket/rows') asked.push(searchParams.get('offset') ?? '0')
  })
  await visit(page, '/basket')
  await page.getByLabel('Find a piece').fill('heap')
  const list = page.getByRole('list', { name: 'Pieces' })
  await expect(list.getByRole('listitem').first()).toHaveAttribute('aria-setsize', '400')
  expect(await list.getByRole('listitem').count()).toBeLessThan(40)
  await page.locator('.scroller').evaluate((scroller) => (scroller.scrollTop = 1e6))
  await expect(list.locator('[aria-posinset="400"]').getByText(/WOL-/)).toBeVisible()
  expect(await list.getByRole('listitem').count()).toBeLessThan(40)
  // what was flown over was not asked for
  expect(new Set(asked)).toEqual(new Set(['0', '300']))
})
