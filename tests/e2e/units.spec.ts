import type { Page } from '@playwright/test'
import { PAGES } from './pages'
import { expect, test, visit } from './watched'

/** Every page in the units that are set: what is left of the others would be misread. */

const US = { massUnits: 'avoirdupois', volumeUnits: 'us', temperatureScale: 'F' }
const METRIC = /\d ?(?:g|kg|mL|L|°C)(?![\p{L}\d²])/gu
const AMERICAN = /\d ?(?:oz|lb|tsp|tbsp|cups?|qt|gal|°F)(?![\p{L}\d])/gu

/** Words of the page as they are read, and what stands in its fields. */
const said = (page: Page) =>
  page.evaluate(() => {
    const fields = [...document.querySelectorAll('input')].map(({ value, placeholder }) =>
      `${value} ${placeholder}`.trim(),
    )
    return [document.body.innerText, ...fields].join('\n')
  })

const CHUNK = 6
const chunks = Array.from({ length: Math.ceil(PAGES.length / CHUNK) }, (_, i) =>
  PAGES.slice(i * CHUNK, (i + 1) * CHUNK),
)
test.describe.configure({ mode: 'parallel' })

for (const paths of chunks) {
  test(`in ounces, spoons and Fahrenheit nothing metric is left on ${paths.join(' ')}`, async ({
    page,
  }) => {
    // the log's own settings stay as they are: other tests share it
    await page.route('**/api/settings', async (route) => {
      const answer = await route.fetch()
      const settings = (await answer.json()) as object
      await route.fulfill({ response: answer, json: { ...settings, ...US } })
    })
    for (const path of paths) {
      await visit(page, path)
      expect.soft((await said(page)).match(METRIC) ?? [], path).toEqual([])
    }
  })

  test(`in grams, litres and Celsius nothing is in ounces on ${paths.join(' ')}`, async ({
    page,
  }) => {
    for (const path of paths) {
      await visit(page, path)
      expect.soft((await said(page)).match(AMERICAN) ?? [], path).toEqual([])
    }
  })
}
