import { useEmptyLog } from './empty-log'
import { typeInto } from './hands'
import { BUSY_MS, expect, test } from './watched'

/** Somebody's first evening, in ounces: nothing yet, then one tag, and what colours it foretells. */

const { base: BASE } = useEmptyLog(4857)

test('an empty log says what comes first; one tag in ounces hangs, is matched, and promises little', async ({
  page,
}) => {
  await page.request.patch(`${BASE}/api/settings`, {
    data: { massUnits: 'avoirdupois', volumeUnits: 'us', temperatureScale: 'F' },
  })
  await page.goto(`${BASE}/wall`)
  await expect(page.getByText('No swatch was read yet.')).toBeVisible()
  await page.goto(`${BASE}/shades`)
  await expect(page.getByText('No dye is known by a swatch yet.')).toBeVisible()
  await page.goto(`${BASE}/match?want=c0a040`)
  await expect(
    page.getByText('None of your curves may be used so: there are none yet.'),
  ).toBeVisible()

  await page.goto(`${BASE}/card`)
  const plant = page.getByRole('combobox', { name: 'Plant' })
  await typeInto(page, plant, 'tansy')
  await expect(page.getByRole('option', { name: /^tansy, flower heads/ })).toBeVisible()
  await plant.press('Enter')
  await page.getByLabel('How much plant, or its ratio', { exact: true }).fill('12 oz')
  await page.getByLabel('How much fibre', { exact: true }).fill('2 oz')
  await page.getByLabel('Mordant', { exact: true }).fill('alum')
  await page.getByLabel('Dyed when', { exact: true }).fill('August 2025')
  await page
    .getByRole('group', { name: /^Colours to choose from/ })
    .getByRole('button')
    .nth(14)
    .click()
  await page.getByRole('button', { name: 'Keep, another like it' }).click()
  await expect(page.getByRole('heading', { name: 'Kept 1 tag' })).toBeVisible()

  // three inputs from the wall to what comes near it
  await page.goto(`${BASE}/wall`)
  await expect(page.getByText('1 swatch, in daylight')).toBeVisible()
  await page.getByRole('listbox', { name: 'Swatches on the wall' }).press('Enter')
  await page.getByRole('link', { name: 'A colour near it' }).click()
  const way = page.getByRole('article').first()
  await expect(way).toBeVisible({ timeout: BUSY_MS })
  await expect(way).toContainText('by 1 estimated swatch')
  await expect(way).toContainText(/oz tansy flower heads .* to gather/)
  // one swatch read by eye is no promise
  const chance = Number(/(\d+) %/.exec((await way.textContent())!)?.[1] ?? 0)
  expect(chance).toBeLessThan(60)
  await expect(
    page.getByText('None of your swatches could be foretold from others yet.'),
  ).toBeVisible()
  await page.goto(`${BASE}/shades`)
  await expect(page.getByText(/5 pieces, foretold/)).toBeVisible()
  await expect(page.getByText(/In all .* oz fresh for/)).toBeVisible()
})
