import type { Page } from '@playwright/test'
import { catalogueId } from '../../shared/ids'
import { PAGES } from './pages'
import { graveViolations } from './soundness'
import { expect, test, visit } from './watched'
import { UNITS, withSettings, wordsInOtherUnits } from './words'

// they only look: shared out among the workers, the long list is no tail of the suite
test.describe.configure({ mode: 'parallel' })

const LOOKS = [
  { units: 'metric', width: 1280, height: 800 },
  { units: 'american', width: 390, height: 844 },
] as const
// the page of Strength again, of a source whose ceiling and light are told
const LOOKED_AT = [...PAGES, `/strength?source=${catalogueId('tanacetum-vulgare/flowerHead')}`]

/** Two frames: what is measured is drawn anew. */
const frames = (page: Page) =>
  page.evaluate(
    () => new Promise((next) => requestAnimationFrame(() => requestAnimationFrame(next))),
  )

for (const path of LOOKED_AT) {
  test(`${path} is sound at a table in grams and on a phone in ounces: nothing axe minds, nothing cut off, no other units`, async ({
    page,
  }) => {
    for (const { units, ...size } of LOOKS) {
      const look = `${size.width} px wide, ${units}`
      await page.setViewportSize(size)
      await withSettings(page, UNITS[units])
      await visit(page, path)
      await expect(page.locator('h1')).toHaveCount(1)
      // colours are the same at every width, and dear to look at
      const rules = { 'color-contrast': { enabled: size.width === LOOKS[0].width } }
      expect(await graveViolations(page, { rules }), look).toEqual([])
      // a chart that was wider is drawn anew first
      await expect(async () => {
        const wider = await page.evaluate(
          () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        )
        expect(wider, look).toBeLessThanOrEqual(0)
      }).toPass()
      // some words stand at one of both widths only
      for (const { width, height } of LOOKS) {
        await page.setViewportSize({ width, height })
        await frames(page)
        const told = `${units}, read ${width} px wide`
        expect.soft(await wordsInOtherUnits(page, units), told).toEqual([])
      }
    }
  })
}

test('every page carries a strict policy and opens no door to other sites', async ({ request }) => {
  const { headers } = await request.get('/').then((answer) => ({ headers: answer.headers() }))
  const policy = headers['content-security-policy']!
  expect(policy).toContain("connect-src 'self'")
  expect(policy).toContain("worker-src 'self'")
  expect(policy).not.toMatch(/https?:|unsafe-eval|\*/)
  expect(headers['access-control-allow-origin']).toBeUndefined()
  expect(headers['strict-transport-security']).toBeUndefined()
  expect(headers['x-content-type-options']).toBe('nosniff')
})

test('dialogs are sound too', async ({ page }) => {
  await visit(page, '/')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
  expect(await graveViolations(page, { within: '.el-dialog' })).toEqual([])
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeHidden()
})

test('the keys go to the stations, and rest while typing', async ({ page }) => {
  await visit(page, '/')
  for (const [key, path] of [
    ['1', '/walk'],
    ['3', '/basket'],
    ['6', '/strength'],
    ['0', '/'],
  ] as const) {
    await page.keyboard.press(key)
    await expect(page).toHaveURL(new RegExp(`${path}$`))
  }
  await page.keyboard.press('1')
  await page.getByRole('textbox', { name: 'Only those named' }).fill('')
  await page.getByRole('textbox', { name: 'Only those named' }).press('6')
  await expect(page).toHaveURL(/walk$/)
  await expect(page.getByRole('textbox', { name: 'Only those named' })).toHaveValue('6')
  await page.getByRole('textbox', { name: 'Only those named' }).fill('')
})

test('find or note finds by tag and name, and turns a note into a draft', async ({ page }) => {
  await visit(page, '/')
  await page.keyboard.press('/')
  const field = page.getByRole('textbox', { name: 'Find or note' })
  await field.fill('dermocybe')
  await expect(page.getByRole('button', { name: /bloodred webcap/ })).toBeVisible()
  await field.fill('340 g tansy heads, full flower, Quarry Lane')
  await page.getByRole('button', { name: /Weigh in 340 g/ }).click()
  await expect(page).toHaveURL(/walk$/)
  await expect(page.locator('#content').getByText('tansy, flower heads')).toBeVisible()
  await expect(page.getByLabel('Net amount, in any unit')).toHaveValue('340')
  await expect(page.getByRole('radio', { name: 'full flower' })).toBeChecked()
  await expect(page.getByText('Quarry Lane: Busy verge')).toBeVisible()
})
