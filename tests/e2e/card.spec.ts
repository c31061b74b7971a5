import type { Locator, Page } from '@playwright/test'
import type { Pot } from '../../shared/schemas/pot/pot'
import { useEmptyLog } from './empty-log'
import { choose, typeInto } from './hands'
import { expect, test } from './watched'
import { photoFile, photoHands } from './booth'
import { DYED, PLACES } from '../fixtures/booth-photo'
import { deltaE2000 } from '../../core/colour/screen-colour'
import { labOfReflectance } from '../../core/colour/tristimulus'
import type { Swatch } from '../../shared/schemas/swatch/swatch'

/** Somebody's first evening: an empty log and a shoebox of paper tags. */

const { base: BASE } = useEmptyLog(4863)

/** Counts what hands do: a field filled, a thing clicked, a key pressed. */
function counted(page: Page) {
  let inputs = 0
  return {
    count: () => inputs,
    more: () => void inputs++,
    fill: async (label: string, text: string) => {
      inputs++
      await page.getByLabel(label, { exact: true }).fill(text)
    },
    click: async (what: Locator) => {
      inputs++
      await what.click()
    },
    press: async (what: Locator, key: string) => {
      inputs++
      await what.press(key)
    },
  }
}

/** From Today, which has a field of that name too: typed before the card is there, it goes to that. */
async function openCard(page: Page, hands: ReturnType<typeof counted>) {
  await page.goto(`${BASE}/`)
  await hands.click(page.getByRole('link', { name: 'A swatch you have' }))
  await expect(page.getByRole('heading', { level: 1, name: 'A swatch you have' })).toBeVisible()
}

const chip = (page: Page, nth: number) =>
  page
    .getByRole('group', { name: /^Colours to choose from/ })
    .getByRole('button')
    .nth(nth)
const pots = async (page: Page) =>
  ((await (await page.request.get(`${BASE}/api/pots?limit=50`)).json()) as { items: Pot[] }).items

test('the first dot takes twelve inputs at the most, ten tags sixty', async ({ page }) => {
  const hands = counted(page)
  await openCard(page, hands)
  const plant = page.getByRole('combobox', { name: 'Plant' })
  await typeInto(page, plant, 'tansy')
  await expect(page.getByRole('option', { name: /^tansy, flower heads/ })).toBeVisible()
  await hands.press(plant, 'Enter')
  // the name that was typed
  hands.more()
  await hands.fill('How much plant, or its ratio', '340 g')
  await hands.fill('How much fibre', '50 g')
  await hands.fill('Mordant', 'alum 12 %')
  await hands.fill('Dyed when', 'mid August 2024')
  await hands.click(chip(page, 14))
  await expect(page.getByText('6.8 : 1 fresh')).toBeVisible()
  await hands.click(page.getByRole('button', { name: 'Keep, another like it' }))
  await expect(page.getByRole('heading', { name: 'Kept 1 tag' })).toBeVisible()
  expect(hands.count()).toBeLessThanOrEqual(12)

  const [first] = await pots(page)
  expect(first).toMatchObject({
    dyedOn: '2024-08-15',
    dyedWithinDays: 5,
    waterL: null,
    minutes: null,
    lots: [{ massG: 340, massBasis: 'weighed' }],
  })

  // what the next tag takes over is shown as taken over, until it is touched
  const carried = page.getByText('carried over: look whether the tag says so, too.')
  await expect(carried).toBeVisible()
  const amount = page.getByLabel('How much plant, or its ratio', { exact: true })
  const mordant = page.getByLabel('Mordant', { exact: true })
  await expect(amount).toHaveAccessibleDescription('carried over from the card before')

  for (let tag = 2; tag <= 10; tag++) {
    if (tag === 3) await expect(mordant).toHaveAccessibleDescription(/carried over/)
    await hands.fill('How much plant, or its ratio', `${tag * 40} g`)
    if (tag === 2) await expect(amount).not.toHaveAccessibleDescription(/carried/)
    await hands.click(chip(page, 13 * (tag % 4) + tag))
    await hands.click(page.getByRole('button', { name: 'Keep, another like it' }))
    await expect(page.getByRole('heading', { name: `Kept ${tag} tags` })).toBeVisible()
  }
  expect(hands.count()).toBeLessThanOrEqual(60)
  expect(await pots(page)).toHaveLength(10)

  await page.goto(`${BASE}/strength`)
  await expect(page.getByRole('heading', { name: 'Tansy, flower heads' })).toBeVisible()
  await expect(page.getByText(/From 10 swatches in 10 lots/)).toBeVisible()
})

test('with a photo, too, the first dot takes twelve inputs', async ({ page }) => {
  const hands = counted(page)
  await openCard(page, hands)
  const plant = page.getByRole('combobox', { name: 'Plant' })
  await typeInto(page, plant, 'broad-leaved dock')
  await expect(page.getByRole('option', { name: /^broad-leaved dock, root/ })).toBeVisible()
  await hands.press(plant, 'Enter')
  // the name that was typed, and the file that is chosen once its list is open
  hands.more()
  hands.more()
  await hands.fill('How much plant, or its ratio', '23 g')
  await hands.fill('How much fibre', '50 g')
  await hands.fill('Mordant', 'alum 12 %')
  const choosing = page.waitForEvent('filechooser')
  await hands.click(page.getByRole('button', { name: 'Choose a photo' }))
  await (
    await choosing
  ).setFiles({ name: 'dock.jpg', mimeType: 'image/jpeg', buffer: await photoFile() })
  const photo = await photoHands(page)
  hands.more()
  await photo.mark(PLACES.swatch)
  await expect(page.getByText(/nothing set it right: about 14 ΔE is usual/)).toBeVisible()
  // what is to be marked next is said, and needs no click
  await expect(page.getByText('Now drag over the white paper.')).toBeVisible()
  hands.more()
  await photo.mark(PLACES.paper)
  await expect(page.getByText(/one patch cannot tell its own error: about 8 ΔE/)).toBeVisible()
  // whether the photo goes with it may be thought over
  const keepsPhoto = page.getByText('keep the photo with it')
  await keepsPhoto.click()
  await keepsPhoto.click()
  await hands.click(page.getByRole('button', { name: 'Keep it', exact: true }))
  await expect(page.getByRole('heading', { name: 'Kept 1 tag' })).toBeVisible()
  expect(hands.count()).toBeLessThanOrEqual(12)

  const [pot] = await pots(page)
  const swatches = (await (
    await page.request.get(`${BASE}/api/swatches?potId=${pot!.id}`)
  ).json()) as { items: Swatch[] }
  const reading = swatches.items[0]!.readings[0]!
  expect(reading).toMatchObject({ by: 'photo', errorDe: 8, about: { correction: 'onePatch' } })
  expect(deltaE2000(reading.lab, labOfReflectance([...DYED]))).toBeLessThan(13)
  // the photo is kept with it
  const picture = await page.request.get(`${BASE}/api/pictures/${reading.about.photoId}`)
  expect(picture.headers()['content-type']).toBe('image/jpeg')
})

test('pasted notes are read one by one, what is not understood stays, and each is kept', async ({
  page,
}) => {
  await page.goto(`${BASE}/card`)
  await page
    .getByLabel('Notes, one a line')
    .fill(
      [
        '15 Aug 24: 420 g fresh tansy heads on 60 g wool yarn, alum 12%, clear yellow',
        '4 oz dried goldenrod on 2 oz merino, two glugs of vinegar',
      ].join('\n'),
    )
  await page.getByRole('button', { name: 'Read into the card' }).click()
  await expect(page.getByLabel('How much plant, or its ratio')).toHaveValue('420 g')
  await expect(page.getByLabel('How much fibre')).toHaveValue('60 g')
  await expect(page.getByLabel('Mordant', { exact: true })).toHaveValue('alum 12%')
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('clear yellow')
  await page.getByRole('button', { name: 'Keep it', exact: true }).click()

  // the next one: its plant is one of several, so it is asked for, beside the button
  await expect(page.getByLabel('How much plant, or its ratio')).toHaveValue('4 oz')
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue(/two glugs of vinegar/)
  await expect(page.getByText(/which plant\? perhaps .*goldenrod/)).toBeVisible()
  await page.getByRole('button', { name: 'Keep it', exact: true }).click()
  await expect(
    page.getByRole('alert').filter({ hasText: 'Which plant it was' }).first(),
  ).toBeVisible()
  const plant = page.getByRole('combobox', { name: 'Plant' })
  await typeInto(page, plant, 'canada goldenrod')
  await expect(page.getByRole('option', { name: /^Canada goldenrod/ })).toBeVisible()
  await plant.press('Enter')
  await page.getByRole('button', { name: 'Keep it', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Kept 2 tags' })).toBeVisible()
  const [second, first] = await pots(page)
  expect(first).toMatchObject({ dyedOn: '2024-08-15' })
  expect(first!.note).toMatch(/^clear yellow\. Not told, taken as usual: way/)
  expect(second!.lots[0]!.massG).toBeCloseTo(113.398, 3)
  expect(second!.note).toContain('two glugs of vinegar')

  // one undo each: the last one goes alone
  await page.locator('h1').click()
  await page.keyboard.press('u')
  await expect(page.getByText(/^Undone:/)).toBeVisible()
  expect(await pots(page)).toHaveLength(1)
})

test('a plant that nobody knows is added where it was typed', async ({ page }) => {
  await page.goto(`${BASE}/card`)
  await typeInto(page, page.getByRole('combobox', { name: 'Plant' }), 'moonwort fern')
  await page.getByRole('button', { name: /“moonwort fern” as a source of your own$/ }).click()
  const own = page.getByRole('dialog', { name: 'A source of your own' })
  await expect(own.getByLabel('Common name')).toHaveValue('moonwort fern')
  await own.getByRole('button', { name: 'Add it' }).click()
  await expect(own.getByRole('alert')).toContainText(/scientific ?name/i)
  await own.getByLabel('Scientific name').fill('Botrychium')
  await own.getByLabel('Usual ratio, where you know one').fill('4')
  await own.getByRole('button', { name: 'Add it' }).click()
  await expect(own).toBeHidden()
  await page.getByLabel('How much plant, or its ratio').fill('200 g')
  await page.getByRole('button', { name: 'Keep it', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Kept 1 tag' })).toBeVisible()
})

test('what any plant usually gives is asked before the first swatch', async ({ page }) => {
  await page.goto(`${BASE}/`)
  await page.getByRole('link', { name: 'A colour in mind' }).click()
  await expect(page.getByRole('heading', { name: 'Any plant, as usual' })).toBeVisible()
  await choose(page, 'Hue', 'yellows')
  await choose(page, 'Month', 'August')
  await page.getByRole('textbox', { name: 'Fibre', exact: true }).fill('200')
  const tansy = page.getByRole('listitem').filter({ hasText: 'Tanacetum vulgare' })
  await expect(tansy).toContainText('strong yellow')
  await expect(tansy).toContainText('July to September')
  await expect(tansy).toContainText('~600 g fresh')
  await expect(tansy).toContainText(/middling, by its kind: [\d.]+ g to [\d.]+ k?g/)
  await expect(page.getByText('Amounts are for 200 g of dry fibre')).toBeVisible()
  await choose(page, 'Mordant', 'iron')
  await expect(tansy).toHaveCount(0)
})

test('an empty log has somewhere to begin, and an answer for any plant', async ({ page }) => {
  await page.goto(`${BASE}/`)
  const begin = page.getByRole('region', { name: 'Begin anywhere' })
  for (const words of ['Tags in a shoebox', 'Something from the hedge', 'Fibre at home']) {
    await expect(begin.getByRole('link', { name: words })).toBeVisible()
  }
  const plant = begin.getByRole('combobox', { name: 'Ask what is usual of any plant' })
  await typeInto(page, plant, 'weld')
  await expect(page.getByRole('option', { name: /^weld/ })).toBeVisible()
  await plant.press('Enter')
  await expect(page.getByRole('heading', { name: /^weld/i })).toBeVisible()
  await expect(
    page.getByText('Typical, not yours: no swatch here can be counted yet.'),
  ).toBeVisible()
  await expect(page.getByText(/Of its kind alone, .* for 100 g: too wide to plan by/)).toBeVisible()
})
