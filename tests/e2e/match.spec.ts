import type { Page } from '@playwright/test'
import { estimateReflectance } from '../../core/colour/estimate-reflectance'
import { labOfHex } from '../../core/colour/screen-colour'
import type { Pot } from '../../shared/schemas/pot/pot'
import type { Wish } from '../../shared/schemas/walk/wish'
import { PLACES } from '../fixtures/booth-photo'
import { photoFile, photoHands } from './booth'
import { saidOn } from './keyboard'
import { BUSY_MS, expect, test, visit } from './watched'

/** A red with a little yellow in it: of the demo's dyes two come nearest in turn. */
const WANTED = '#a55654'

const waysOn = (page: Page) => page.getByRole('article')
const answered = async (page: Page) => {
  await expect(waysOn(page).first()).toBeVisible({ timeout: BUSY_MS })
  await expect(page.getByRole('button', { name: 'Stop' })).toHaveCount(0, { timeout: BUSY_MS })
}

test('a photo of a wanted colour becomes two planned pots, with pieces and mordanting', async ({
  page,
  request,
}) => {
  await visit(page, '/match')
  await page.getByText('photo', { exact: true }).click()
  await page.getByLabel('Photo of the swatch', { exact: true }).setInputFiles({
    name: 'stone.jpg',
    mimeType: 'image/jpeg',
    buffer: await photoFile(3, 0.8, estimateReflectance(labOfHex(WANTED))),
  })
  const hands = await photoHands(page)
  await hands.mark(PLACES.swatch)
  await hands.mark(PLACES.paper)
  await expect(page.getByText(/known within .* ΔE/)).toBeVisible()
  await page.getByLabel('How much dry fibre').fill('40 g')
  await answered(page)
  const two = waysOn(page).filter({ has: page.getByRole('button', { name: 'Plan both pots' }) })
  await expect(two.first()).toContainText(', then ')
  await expect(two.first()).toContainText(/\d+ %\s*to come within 3 ΔE/)
  await two.first().getByRole('button', { name: 'Plan both pots' }).click()
  await expect(saidOn(page)).toContainText(/Planned POT-\S+ and POT-\S+\./)
  const codes = (await saidOn(page).textContent())!.match(/POT-\d+-\d+/g)!
  const pots = await Promise.all(
    codes.map(async (code) => {
      const found = await request.get('/api/pots', { params: { code } })
      return ((await found.json()) as { items: Pot[] }).items[0]!
    }),
  )
  expect(pots.map(({ stage }) => stage)).toEqual(['planned', 'planned'])
  expect(pots[0]!.lots[0]!.sourceId).not.toBe(pots[1]!.lots[0]!.sourceId)
  const pieces = pots.map((pot) => pot.pieces.map(({ pieceId }) => pieceId))
  expect(pieces[0]!.length).toBeGreaterThan(0)
  expect(pieces[1]).toEqual(pieces[0])
  expect(pots[1]!.plan!.expected[0]!.hex).toMatch(/^#/)
})

test('a palette of five colours becomes a gathering list on the walk', async ({
  page,
  request,
}) => {
  const before = (await (await request.get('/api/wishes')).json()) as { items: Wish[] }
  await visit(page, '/match')
  await page.getByText('palette', { exact: true }).click()
  await page.getByLabel('Palette file').setInputFiles({
    name: 'moor.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('gorse,#d0c060\nrust,#a5683a\nheath,#a55654\nbark,#8a6a48\nhay,#d8cc90\n'),
  })
  const palette = page.getByRole('region', { name: 'The palette' })
  await expect(palette.getByRole('button', { name: /heath/ })).toBeVisible()
  await answered(page)
  await expect(palette.getByRole('button', { name: /hay (\d+|under|over)/ })).toBeVisible()
  await palette.getByRole('button', { name: /rust/ }).click()
  await expect(page.getByText('exactly this colour')).toBeVisible()
  // so much fibre that no lot holds enough
  await page.getByLabel('How much dry fibre').fill('2 kg')
  await expect(palette.getByRole('button', { name: 'Put what lacks on the walk' })).toBeVisible()
  await answered(page)
  const plants = palette.getByRole('list', { name: 'Plants they take together' })
  await expect(plants.getByText(/to gather/).first()).toBeVisible()
  await palette.getByRole('button', { name: 'Put what lacks on the walk' }).click()
  await expect(page).toHaveURL(/\/walk/)
  const { items } = (await (await request.get('/api/wishes')).json()) as { items: Wish[] }
  const made = items.filter(({ id }) => !before.items.some((each) => each.id === id))
  expect(made.length).toBeGreaterThan(0)
  // two kilos for each of the colours that it is in
  expect(made[0]!.fibreG! % 2000).toBe(0)
  expect(made[0]!.doneOn).toBeNull()
  expect(made[0]!.words).toContain('5 colours')
})

test('what cannot be reached is said, with the nearest that can', async ({ page }) => {
  await visit(page, '/match?want=2040c0')
  await answered(page)
  await expect(page.getByText('Not reached from what you have dyed.')).toBeVisible()
  await expect(waysOn(page).first()).toContainText('under 1 %')
})

test('a search can be narrowed to what is in stock, one pot and one mordant', async ({ page }) => {
  await visit(page, '/match?want=c3a962')
  await page.getByLabel('From what').selectOption('what I have')
  await page.getByLabel('How many pots').selectOption('one pot')
  await page.getByLabel('Mordant', { exact: true }).selectOption('Al')
  await answered(page)
  await expect(page.getByText(/left out .*with another mordant/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Plan both pots' })).toHaveCount(0)
  const plan = waysOn(page).filter({ has: page.getByRole('button', { name: 'Plan the pot' }) })
  // nobody said for how much fibre: nothing is planned for a guess, and it is said beside the button
  await plan.first().getByRole('button', { name: 'Plan the pot' }).click()
  await expect(plan.first().getByRole('alert')).toHaveText(/Say first.* how much dry fibre/)
})

test('one of one’s own swatches is wanted, from the wall', async ({ page }) => {
  await visit(page, '/wall')
  const wall = page.getByRole('listbox', { name: 'Swatches on the wall' })
  await wall.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  const aside = page.getByRole('region', { name: 'The swatch in hand' })
  await expect(aside).toContainText(/SWA-/)
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Shift+Enter')
  const strip = page.getByRole('region', { name: 'Side by side under three lights' })
  await expect(strip.getByRole('row', { name: /fluorescent/ })).toContainText('ΔE')
  await aside.getByRole('link', { name: 'A colour near it' }).click()
  await expect(page.getByText(/, SWA-/).first()).toBeVisible()
  await answered(page)
})

test('the wall is narrowed, hung by source, and picked from with a line', async ({ page }) => {
  await visit(page, '/wall')
  await expect(page.getByText(/swatches, in daylight/)).toBeVisible()
  await page.getByLabel('mordant', { exact: true }).selectOption('Al Fe')
  await expect(page.getByText(/swatches, in daylight of \d+/)).toBeVisible()
  await page.getByRole('button', { name: 'Show all' }).click()
  await page.getByText('source and ratio').click()
  await page.getByText('hue and depth').click()
  await page.getByRole('button', { name: 'Draw around some' }).click()
  const box = (await page.locator('canvas').boundingBox())!
  const at = (x: number, y: number) =>
    page.mouse.move(box.x + x * box.width, box.y + y * box.height, { steps: 4 })
  await at(0.05, 0.1)
  await page.mouse.down()
  for (const [x, y] of [
    [0.95, 0.1],
    [0.95, 0.8],
    [0.05, 0.8],
    [0.05, 0.1],
  ] as const)
    await at(x, y)
  await page.mouse.up()
  const strip = page.getByRole('region', { name: 'Side by side under three lights' })
  await expect(strip.getByRole('columnheader')).toHaveCount(9)
})

test('shades of one pot stand apart alike, however they are dyed', async ({ page }) => {
  await visit(page, '/shades')
  await expect(page.getByText(/5 pieces, foretold ~.* ΔE apart/)).toBeVisible()
  const table = page.getByRole('region', { name: 'What each piece takes' })
  await expect(table.getByRole('row')).toHaveCount(6)
  await page.getByText('pulled from one bath').click()
  await expect(table.getByRole('columnheader', { name: 'Pull after' })).toBeVisible()
  await page.getByText('one liquor, bath after bath').click()
  await expect(table.getByText(/pour off \d+ %|as it is/).first()).toBeVisible()
})
