import type { Page } from '@playwright/test'
import { catalogueId } from '../../shared/ids'
import { PAGES } from './pages'
import { expect, test, visit } from './watched'

/** Every page in the units that are set: what is left of the others would be misread. */

const US = { massUnits: 'avoirdupois', volumeUnits: 'us', temperatureScale: 'F' }
const AMERICAN_CALENDAR = { dateOrder: 'mdy', clock: '12h', weekStart: 'sunday' }
const COMMA = { decimalMark: 'comma' }
const DAY_FIRST = /\b\d{1,2} (?:Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec)\b/g
/** A clock of 24 hours: what is left of a countdown in minutes and seconds looks the same. */
const AFTERNOON = /\b(?:at|in|from|to|begin|out) (?:1[3-9]|2[0-3]):[0-5]\d\b/g
/** But for coordinates, and a colour by its three numbers, which are written as they are read in. */
const POINT = /\d\.\d(?!\d*,? -?\d+\.\d)(?<!\d+\.\d+,? -?\d+\.\d)/g
const METRIC = /\d ?(?:g|kg|mL|L|°C)(?![\p{L}\d²])/gu
const AMERICAN = /\d ?(?:oz|lb|tsp|tbsp|cups?|qt|gal|°F)(?![\p{L}\d])/gu

/** Words of the page as they are read, and what stands in its fields. */
const said = (page: Page) =>
  page.evaluate(() => {
    const typed = 'input:not([type=radio]):not([type=checkbox])'
    const fields = [...document.querySelectorAll<HTMLInputElement>(typed)].map(
      ({ value, placeholder }) => `${value} ${placeholder}`.trim(),
    )
    const words = [document.body.innerText, ...fields].join('\n')
    // an address is no number
    return words.replaceAll(/https?:\S+/g, '')
  })

/** The log's own settings stay as they are: other tests share it. */
const withSettings = (page: Page, more: object) =>
  page.route('**/api/settings', async (route) => {
    const answer = await route.fetch()
    const settings = (await answer.json()) as object
    await route.fulfill({ response: answer, json: { ...settings, ...more } })
  })

const CHUNK = 3
// the page of Strength again, of a source whose ceiling and light are told
const READ = [...PAGES, `/strength?source=${catalogueId('tanacetum-vulgare/flowerHead')}`]
const chunks = Array.from({ length: Math.ceil(READ.length / CHUNK) }, (_, i) =>
  READ.slice(i * CHUNK, (i + 1) * CHUNK),
)
test.describe.configure({ mode: 'parallel' })

for (const paths of chunks) {
  test(`in ounces, spoons and Fahrenheit nothing metric is left on ${paths.join(' ')}`, async ({
    page,
  }) => {
    await withSettings(page, { ...US, ...AMERICAN_CALENDAR })
    for (const path of paths) {
      await visit(page, path)
      const words = await said(page)
      expect.soft(words.match(METRIC) ?? [], path).toEqual([])
      expect.soft(words.match(DAY_FIRST) ?? [], path).toEqual([])
      expect.soft(words.match(AFTERNOON) ?? [], path).toEqual([])
    }
  })

  test(`in grams, litres and Celsius nothing is in ounces on ${paths.join(' ')}`, async ({
    page,
  }) => {
    await withSettings(page, COMMA)
    for (const path of paths) {
      await visit(page, path)
      const words = await said(page)
      expect.soft(words.match(AMERICAN) ?? [], path).toEqual([])
      expect.soft(words.match(POINT) ?? [], path).toEqual([])
    }
  })
}
