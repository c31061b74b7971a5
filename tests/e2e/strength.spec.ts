import type { AtlasView } from '../../shared/views/strength/atlas'
import { catalogueId, newId } from '../../shared/ids'
import { saidOn } from './keyboard'
import { expect, test, visit } from './watched'

const TANSY = catalogueId('tanacetum-vulgare/flowerHead')

test('a swatch shows its tag, is left out to see, and opens', async ({ page }) => {
  await visit(page, `/strength?source=${TANSY}`)
  const says = page.getByRole('region', { name: 'What it says' })
  await expect(says).toContainText(/^What it saysOn wool, Al, [\d.]+ : 1 fresh/)
  const before = await says.innerText()
  const dot = page.getByRole('link', { name: /^SWA-.* at [\d.]+ : 1 dry/ }).nth(3)
  await dot.focus()
  await expect(page.locator('.tag-at')).toContainText(/SWA-\d\d-\d+/)
  await page.getByText('Swatches', { exact: true }).click()
  await page
    .getByRole('button', { name: /^Leave SWA-.* out$/ })
    .first()
    .click()
  await expect(says).toContainText(/Without SWA-/)
  await expect(async () => expect(await says.innerText()).not.toBe(before)).toPass()
  await page
    .getByRole('button', { name: /^Leave SWA-.* out$/ })
    .first()
    .click()
  await expect(async () => expect(await says.innerText()).toBe(before)).toPass()
  await page.getByText('side by side', { exact: true }).click()
  await expect(page.getByRole('list', { name: 'Curves side by side' })).toContainText('wool, Al Fe')
  await page.getByText('Baths', { exact: true }).click()
  await expect(page.getByText(/Each bath takes about/)).toBeVisible()
})

test('a source never dyed with shows what is typical, marked so', async ({ page }) => {
  await visit(page, `/source/${catalogueId('reseda-luteola/wholeHerb')}`)
  await page.getByRole('link', { name: 'Its strength' }).click()
  await expect(page.getByRole('heading', { name: 'weld, whole herb' })).toBeVisible()
  const says = page.getByRole('region', { name: 'What it says' })
  await expect(says).toContainText('Typical, not yours')
  await expect(says).toContainText(/is likely .*: strength/)
  await expect(says).not.toContainText('of what this plant can do')
  await page.getByText('Next trial', { exact: true }).click()
  await expect(page.getByText(/Try [\d.]+ : 1 dry/)).toBeVisible()
  // with nothing tried there is no control: one far from it stands beside
  await page.getByRole('button', { name: 'Plan it, with a second one' }).click()
  await expect(page.getByText(/No lot in stock holds enough of weld/)).toBeVisible()
})

test('the next trial is two planned jars in one click, the second its control', async ({
  page,
  request,
}) => {
  // few swatches on alum and iron: a trial is advised whatever is borrowed
  const key = 'wool|Al Fe|asItCame|simmer'
  for (const mark of ['bench 1', 'bench 2']) {
    const made = await request.post('/api/pieces', {
      data: {
        id: newId(),
        name: 'trial',
        fibre: 'wool',
        form: 'yarn',
        dryG: 5,
        mark,
        treatments: (['alum', 'ironSulfate'] as const).map((agent) => ({
          kind: 'mordant',
          agent,
          percentWof: agent === 'alum' ? 10 : 2,
          doneOn: '2026-10-02',
        })),
      },
    })
    expect(made.status(), await made.text()).toBe(201)
  }
  await visit(page, `/strength?source=${TANSY}&on=${encodeURIComponent(key)}`)
  await page.getByText('Next trial', { exact: true }).click()
  await page.getByText('within a factor of 1.5', { exact: true }).click()
  await expect(page.getByText(/Try [\d.]+ : 1 dry/)).toBeVisible()
  await page.getByRole('button', { name: 'Plan it, with a control' }).click()
  await expect(saidOn(page)).toContainText(/Planned POT-.* and POT-/)
  await expect(page).toHaveURL(/hob\?pot=/)
  await expect(page.getByText('Trial at a new ratio.')).toBeVisible()
})

test('the atlas is asked, sorted, and leads to a curve', async ({ page, request }) => {
  await visit(page, '/atlas')
  await expect(async () =>
    expect(((await (await request.get('/api/atlas')).json()) as AtlasView).pending).toBe(0),
  ).toPass()
  await page.reload()
  const lines = page.locator('.atlas-line')
  await expect(lines.first()).toBeVisible()
  const perGram = async () =>
    Number(
      (await lines.first().getByRole('cell').nth(2).locator('strong').innerText()).replace('~', ''),
    )
  const strongest = await perGram()
  await page.getByRole('columnheader', { name: 'strength per g' }).getByRole('button').click()
  await expect(page.getByRole('columnheader', { name: 'strength per g' })).toHaveAttribute(
    'aria-sort',
    'ascending',
  )
  await expect(async () => {
    const first = lines.first()
    const weakest = /took next to no dye/.test(await first.innerText()) ? 0 : await perGram()
    expect(weakest).toBeLessThan(strongest)
  }).toPass()
  await page.locator('.ask .el-select').first().click()
  await page.getByRole('option', { name: 'yellows' }).click()
  await page.getByLabel('Most plant for it, as weighed').fill('2')
  await page.getByLabel('Most plant for it, as weighed').press('Tab')
  await expect(lines.first()).toContainText(/yellow/)
  const ratios = await lines
    .getByRole('cell')
    .filter({ hasText: / : 1 (fresh|dried)[^]*for 100 g/ })
    .allInnerTexts()
  expect(ratios.length).toBeGreaterThan(0)
  for (const text of ratios) expect(Number(/([\d.]+) : 1/.exec(text)![1])).toBeLessThanOrEqual(2)
  await lines.first().getByRole('link').click()
  await expect(page).toHaveURL(/strength\?source=.*&on=/)
})

test('a lot’s potency goes to the planner as a ratio', async ({ page }) => {
  await visit(page, `/potency?source=${TANSY}`)
  const lots = page.getByRole('list', { name: 'Lots' }).getByRole('button')
  await expect(lots.first()).toBeVisible()
  await expect(page.getByText(/A trend from \d lots|No trend|Not enough lots yet/)).toBeVisible()
  for (const lot of await lots.all()) {
    await lot.click()
    if (await page.getByRole('link', { name: 'Plan a pot with it' }).isVisible()) break
  }
  const advice = await page
    .getByText(/Use .* where you used|to follow its own swatches/)
    .innerText()
  const lot = Number(
    /ratio=([\d.]+)/.exec(
      (await page.getByRole('link', { name: 'Plan a pot with it' }).getAttribute('href'))!,
    )![1],
  )
  await page.getByRole('link', { name: 'Plan a pot with it' }).click()
  await expect(page).toHaveURL(/pot\?lot=.*&ratio=/)
  // the planner starts at that ratio, and it is one of those the words named
  const field = page.getByLabel(/^Ratio, (fresh|dried)$/)
  await expect(field).not.toHaveValue('')
  const asWeighed = Number(await field.inputValue())
  const named = [...advice.matchAll(/([\d.]+) : 1/g)].map(([, ratio]) => Number(ratio))
  expect(Math.min(...named.map((ratio) => Math.abs(ratio / asWeighed - 1)))).toBeLessThan(0.06)
  expect(asWeighed).toBeGreaterThanOrEqual(lot * 0.99)
})

test('a sample page is one page of paper', async ({ page }) => {
  await visit(page, `/sample?source=${TANSY}`)
  await expect(page.getByRole('heading', { name: 'Tansy flower heads' })).toBeVisible()
  await expect(page.getByRole('row')).not.toHaveCount(1)
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('banner')).toBeHidden()
  const pdf = (await page.pdf({ format: 'A4', margin: { top: '12mm', left: '12mm' } })).toString(
    'latin1',
  )
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1)
})
