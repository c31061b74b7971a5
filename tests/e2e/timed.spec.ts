import { newId } from '../../shared/ids'
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

test('a basket of 5,000 pieces scrolls without holding up a frame', async ({ page, request }) => {
  test.setTimeout(180_000)
  for (let stretch = 0; stretch < 25; stretch++) {
    const pieces = Array.from({ length: 200 }, (_, i) => ({
      ...{ id: newId(), name: 'heap', fibre: 'wool', form: 'yarn', dryG: 10 },
      mark: `tag ${stretch * 200 + i}`,
      treatments: i % 2 ? [{ kind: 'wash', doneOn: '2026-01-05' }] : [],
    }))
    const answer = await request.post('/api/moves/pieces', { data: { pieces } })
    expect(answer.status()).toBe(201)
  }
  await visit(page, '/basket')
  const list = page.getByRole('list', { name: 'Pieces' })
  await expect(list.getByRole('listitem').first()).toHaveAttribute('aria-setsize', /^5\d{3}$/)
  // only what is in view is drawn
  expect(await list.getByRole('listitem').count()).toBeLessThan(40)

  const { frames, longTasks } = await page.evaluate(async () => {
    const scroller = document.querySelector('.scroller')!
    const longTasks: number[] = []
    new PerformanceObserver((found) =>
      longTasks.push(...found.getEntries().map(({ duration }) => duration)),
    ).observe({ type: 'longtask', buffered: false })
    const frames: number[] = []
    const frame = () => new Promise<number>((done) => requestAnimationFrame(done))
    let last = await frame()
    for (let i = 0; i < 240; i++) {
      scroller.scrollTop += 400
      const now = await frame()
      frames.push(now - last)
      last = now
    }
    return { frames, longTasks }
  })
  const sorted = [...frames].sort((a, b) => a - b)
  const at = (share: number) => Math.round(sorted[Math.floor(share * (sorted.length - 1))]!)
  test.info().annotations.push({
    type: 'frames',
    description: `median ${at(0.5)} ms, 95 in 100 within ${at(0.95)} ms, longest ${at(1)} ms`,
  })
  expect(longTasks.filter((duration) => duration > 50)).toEqual([])
  expect(at(0.95)).toBeLessThanOrEqual(34)
  // where the scrolling came to rest the lines are there
  await expect(list.getByText(/WOL-/).first()).toBeVisible()
})
