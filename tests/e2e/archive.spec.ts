import { join } from 'node:path'
import { useEmptyLog } from './empty-log'
import { expect, test } from './watched'

/** The whole log out by the page, and into an empty one by the page of another server. */

const { base: BASE, folder } = useEmptyLog(4867)

test('a log goes out whole, and is the same log in an empty one', async ({ page, request }) => {
  await page.goto('/exchange')
  const waiting = page.waitForEvent('download')
  await page.getByRole('link', { name: 'The whole log with its photos, ZIP' }).click()
  const file = join(folder(), 'log.zip')
  await (await waiting).saveAs(file)

  await page.goto(`${BASE}/exchange`)
  await page.getByLabel('File to bring in').setInputFiles(file)
  await expect(page.getByText('whole, as it was written')).toBeVisible()
  await page.getByRole('button', { name: 'Bring the whole log in' }).click()
  await expect(page.getByText(/Brought in [\d,]+ rows/)).toBeVisible()

  for (const list of ['sources', 'lots', 'pieces', 'pots', 'swatches', 'patches']) {
    const of = async (base: string) => (await request.get(`${base}/api/${list}?limit=200`)).json()
    expect(await of(BASE), list).toEqual(await of(''))
  }
  // whatever has entries is not written over
  await page.reload()
  await page.getByLabel('File to bring in').setInputFiles(file)
  await expect(page.getByRole('alert')).toContainText('an archive goes into an empty one')
})
