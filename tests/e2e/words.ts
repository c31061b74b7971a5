import type { Page } from '@playwright/test'

/** What is read on a page in the units that are set: what is left of the others would be misread. */

const US = { massUnits: 'avoirdupois', volumeUnits: 'us', temperatureScale: 'F' }
const AMERICAN_CALENDAR = { dateOrder: 'mdy', clock: '12h', weekStart: 'sunday' }

/** Grams, litres, Celsius and a decimal comma; or ounces, spoons, Fahrenheit and American days. */
export const UNITS = {
  metric: { decimalMark: 'comma' },
  american: { ...US, ...AMERICAN_CALENDAR },
} as const
export type Units = keyof typeof UNITS

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
export const withSettings = (page: Page, more: object) =>
  page.route('**/api/settings', async (route) => {
    const answer = await route.fetch()
    const settings = (await answer.json()) as object
    await route.fulfill({ response: answer, json: { ...settings, ...more } })
  })

const OF_OTHERS: Record<Units, RegExp[]> = {
  metric: [AMERICAN, POINT],
  american: [METRIC, DAY_FIRST, AFTERNOON],
}

/** What a page says in other units, dates or decimals than those that are set. */
export async function wordsInOtherUnits(page: Page, units: Units): Promise<string[]> {
  const words = await said(page)
  return OF_OTHERS[units].flatMap((pattern) => words.match(pattern) ?? [])
}
