import { expect, test, visit } from './watched'

/* Run alone, after all others: what else the machine does would be counted too. */

test('typing a name never holds the page up for more than 50 ms', async ({ page }) => {
  await visit(page, '/walk')
  await page.evaluate(() => {
    const list: number[] = []
    ;(window as unknown as { longest: number[] }).longest = list
    new PerformanceObserver((found) =>
      list.push(...found.getEntries().map(({ duration }) => duration)),
    ).observe({ type: 'longtask', buffered: false })
  })
  const field = page.getByLabel('What did you gather?')
  await field.click()
  await page.waitForTimeout(600)
  await page.evaluate(() => void ((window as unknown as { longest: number[] }).longest.length = 0))
  await field.pressSequentially('polygonum tinctorium', { delay: 90 })
  await expect(page.getByRole('option', { name: /dyer's knotweed/ })).toBeVisible()
  await page.waitForTimeout(400)
  const longest = await page.evaluate(() => (window as unknown as { longest: number[] }).longest)
  expect(longest.filter((duration) => duration > 50)).toEqual([])
})

test('a file of 5,000 rows is looked at in under 3 s, and says how far it is', async ({
  request,
}) => {
  const rows = Array.from(
    { length: 5000 },
    (_, i) => `Tanacetum vulgare,2025-08-${String((i % 28) + 1).padStart(2, '0')},${i + 1},g fresh`,
  )
  const file = Buffer.from(
    ['scientificName,eventDate,organismQuantity,organismQuantityType', ...rows].join('\n'),
  )
  const began = Date.now()
  const answer = await request.post('/api/import/gatherings', { data: file })
  const lines = (await answer.text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { done?: number; plan?: { counts: object } })
  const took = Date.now() - began
  expect(lines.filter(({ done }) => done).length).toBeGreaterThanOrEqual(20)
  expect(lines.at(-1)!.plan!.counts).toEqual({ new: 5000, same: 0, changed: 0, refused: 0 })
  test.info().annotations.push({ type: 'took', description: `${took} ms` })
  expect(took).toBeLessThan(3000)
})
