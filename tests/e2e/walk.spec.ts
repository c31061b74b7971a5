import type { Locator, Page } from '@playwright/test'
import { expect, test, visit } from './watched'

const PHONE = { width: 390, height: 844 }

/** Counts every tap, and fails where a target lies out of a thumb's reach or is too small. */
function thumb(page: Page) {
  const counted = { taps: 0 }
  return {
    counted,
    async tap(target: Locator) {
      await target.scrollIntoViewIfNeeded()
      const box = (await target.boundingBox())!
      expect(Math.max(box.width, box.height)).toBeGreaterThanOrEqual(32)
      expect(box.x + box.width / 2).toBeLessThanOrEqual(PHONE.width)
      await target.click()
      counted.taps++
    },
    /** Digits on the phone's own number pad: each is a tap. */
    async digits(text: string) {
      await page.keyboard.type(text)
      counted.taps += text.length
    },
  }
}

const said = (page: Page) => page.getByRole('status', { name: 'Latest change' })

test.describe('on a phone', () => {
  test.use({ viewport: PHONE })

  test('a first gathering is logged with one hand', async ({ page }) => {
    await visit(page, '/walk')
    const { tap } = thumb(page)
    await tap(page.getByLabel('What did you gather?'))
    await page.keyboard.type('yarow')
    await tap(page.getByRole('option', { name: /yarrow, flowering tops/ }))
    await expect(page.getByText(/Hemlock and other deadly umbellifers/)).toBeVisible()
    await tap(page.getByText('net', { exact: true }))
    await tap(page.getByLabel('Net amount, in any unit'))
    await page.keyboard.type('8 oz')
    await expect(page.getByRole('status', { name: 'What it comes to' })).toContainText(/Dyes ~\d+/)
    await tap(page.getByText('full flower', { exact: true }))
    await tap(page.getByRole('combobox', { name: 'Where' }))
    await page.keyboard.type('Quarry')
    await tap(page.getByRole('option', { name: 'Quarry Lane' }))
    await expect(page.getByText(/Roadside: traffic/)).toBeVisible()
    await tap(page.getByRole('button', { name: /Keep it, 227 g/ }))
    await expect(said(page)).toContainText(/Weighed in YAR-\d\d-\d\d, 227 g fresh/)
  })

  test('a gathering known already takes 12 taps at most', async ({ page }) => {
    await visit(page, '/walk')
    const { tap, digits, counted } = thumb(page)
    const again = page.getByRole('group', { name: 'Gathered last: again' })
    await tap(again.getByRole('button').first())
    // place, stage and bag are those of the last time, and the scale is waiting for its number
    await expect(page.getByLabel('On the scale')).toBeFocused()
    await expect(page.getByRole('combobox', { name: 'Where' })).toBeVisible()
    await digits('352')
    await tap(page.getByRole('button', { name: /Keep it, \d+ g/ }))
    await expect(said(page)).toContainText('Weighed in')
    expect(counted.taps).toBeLessThanOrEqual(12)
  })
})

test('counts serve where the scale fails, and teach what one weighs', async ({ page }) => {
  await visit(page, '/walk')
  await page.getByLabel('What did you gather?').fill('scots pine')
  await page.getByRole('option', { name: /Scots pine, cones/ }).click()
  await page.getByText('counted', { exact: true }).click()
  await page.getByLabel('How many').fill('40')
  await page.getByRole('combobox', { name: 'Of what' }).press('Enter')
  await page.getByRole('option', { name: 'cones', exact: true }).click()
  await expect(page.getByText('typical, from memory, not yours').first()).toBeVisible()
  await expect(page.locator('.net output')).toHaveText('~40 g')
  await page.getByText('net', { exact: true }).click()
  await page.getByLabel('Net amount, in any unit').fill('280')
  await page.getByText('More about it').click()
  await page.getByRole('button', { name: /Keep it/ }).click()
  await expect(said(page)).toContainText('Weighed in PIC-')
  await page.getByLabel('What did you gather?').fill('pinus')
  await page.getByRole('option', { name: /Scots pine, cones/ }).click()
  await page.getByText('counted', { exact: true }).click()
  await page.getByLabel('How many').fill('10')
  await page.getByRole('combobox', { name: 'Of what' }).press('Enter')
  await page.getByRole('option', { name: 'cones', exact: true }).click()
  await expect(page.getByText('from 1 of your weighings')).toBeVisible()
  await expect(page.locator('.net output')).toHaveText('~70 g')
})

test('an unsure fungus stops, is held, and is dyed with once its name is sure', async ({
  page,
}) => {
  await visit(page, '/walk')
  await page.getByLabel('What did you gather?').fill('saffron webcap')
  await page.getByRole('option', { name: /saffron webcap/ }).click()
  await expect(page.getByText(/An unsure fungus is not gathered/)).toHaveCount(0)
  await page.getByText('likely', { exact: true }).click()
  await expect(page.getByText(/Stop\. An unsure fungus is not gathered: ask/)).toBeVisible()
  await expect(page.getByText(/Some of its kin are deadly/)).toBeVisible()
  await expect(page.getByText(/Taken for it: The deadly webcap/)).toBeVisible()
  await page.getByText('net', { exact: true }).click()
  await page.getByLabel('Net amount, in any unit').fill('30')
  await page.getByRole('button', { name: /Keep it/ }).click()
  await expect(said(page)).toContainText('Weighed in CRC-')
  const code = /CRC-\d\d-\d\d/.exec(await said(page).innerText())![0]
  await visit(page, `/t/${code}`)
  await expect(page).toHaveURL(/loft\?lot=/)
  await expect(page.getByText(/The name is not sure: it is kept/)).toBeVisible()
  await expect(page.getByRole('link', { name: 'Plan a pot' })).toHaveCount(0)
  await page.getByLabel('What was seen').fill('spores rusty, gills saffron')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page
    .getByRole('radiogroup', { name: 'How sure is the name?' })
    .getByText('sure', { exact: true })
    .click()
  await page.getByRole('button', { name: 'Keep the name' }).click()
  await expect(page.getByRole('link', { name: 'Plan a pot' })).toBeVisible()
})

test('a place is pasted, lies on the map, and bears what its rule says', async ({ page }) => {
  await visit(page, '/patches?patch=new')
  await page.getByLabel('Name').fill('Heron Spinney')
  await page.getByLabel('Place, typed or pasted').fill(`47°1'12"N 20°0'36"W`)
  await page.getByLabel('Place, typed or pasted').press('Tab')
  await page.getByText('spray', { exact: true }).click()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(said(page)).toContainText('Kept Heron Spinney')
  await expect(page.getByRole('button', { name: 'Heron Spinney' })).toBeVisible()
  await expect(page.getByText(/^\d+(\.\d+)? k?m$/)).toBeVisible()
  await page.getByRole('button', { name: 'A rule of yours' }).click()
  await page.getByLabel('Of which source').fill('nettle')
  await page.getByRole('option', { name: /nettle, whole herb/ }).click()
  await page.getByRole('combobox', { name: 'Take', exact: true }).press('Enter')
  await page.getByRole('option', { name: 'so many grams a year' }).click()
  await page.getByLabel('A year').fill('500')
  await page.getByRole('button', { name: 'Keep the rule' }).click()
  await expect(page.getByText('500 g left')).toBeVisible()

  await visit(page, '/walk')
  await page.getByLabel('What did you gather?').fill('urtica')
  await page.getByRole('option', { name: /nettle, whole herb/ }).click()
  await page.getByText('net', { exact: true }).click()
  await page.getByLabel('Net amount, in any unit').fill('620')
  await page.getByRole('combobox', { name: 'Where' }).click()
  await page.getByRole('option', { name: 'Heron Spinney' }).click()
  await expect(page.getByText(/This passes what the place bears by 120 g/)).toBeVisible()
  await expect(page.getByText(/Sprayed verge or field/)).toBeVisible()
  await page.getByRole('button', { name: /Keep it/ }).click()
  await expect(said(page)).toContainText('Weighed in NET-')
  // the place goes on to the next weighing, and says that nobody has told it yet
  await expect(page.getByText('as last time: still here?')).toBeVisible()
})
