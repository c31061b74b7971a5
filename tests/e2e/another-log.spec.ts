import { expect, test } from './watched'
import { useEmptyLog } from './empty-log'

/** Another dyer's swatches: the demo's, brought into a log of one's own. */

const { base: BASE } = useEmptyLog(4861)

test('another dyer’s swatches come in apart, and count once they are wanted', async ({ page }) => {
  const json = await (await page.request.get('/api/export/swatches.json')).body()
  await page.goto(`${BASE}/exchange`)
  await page.getByLabel('File to bring in').setInputFiles({
    name: 'fen-lodge.json',
    mimeType: 'application/json',
    buffer: json,
  })
  await expect(page.getByText('Pots of another log.')).toBeVisible()
  const whose = page.getByRole('textbox', { name: 'Whose they are' })
  await expect(whose).toHaveValue('fen-lodge')
  await whose.fill('Fen Lodge')
  await page.getByRole('button', { name: /^Bring in \d+ pots$/ }).click()
  await expect(page.getByText(/^Brought in \d+ pots\.$/)).toBeVisible()

  // no stock and no season of one's own
  await page.goto(`${BASE}/loft`)
  await expect(page.getByText('Fen Lodge')).toHaveCount(0)

  await page.goto(`${BASE}/strength`)
  const apart = page.getByText(/swatches of Fen Lodge kept apart: on no curve\./)
  await expect(apart).toBeVisible()
  await page.getByRole('button', { name: 'Count them in' }).click()
  await expect(page.getByRole('button', { name: 'Keep them apart' })).toBeVisible()
  await expect(page.getByText(/From \d+ swatch(es)? in \d+ lots?/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(apart).toBeVisible()
})
