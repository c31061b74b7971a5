import { newId } from '../../shared/ids'
import { expect, test, visit } from './watched'

/*
 * Run alone, after all others: what else the machine does would be counted too. It still does other
 * things now and then, which can only make a time longer: so the best of a few is what is judged.
 */
const TRIES = 5

test('typing a name never holds the page up for more than 50 ms', async ({ page }) => {
  await visit(page, '/walk')
  const longTasks = () =>
    page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks.splice(0))
  await page.evaluate(() => {
    const list: number[] = []
    ;(window as unknown as { longTasks: number[] }).longTasks = list
    new PerformanceObserver((found) =>
      list.push(...found.getEntries().map(({ duration }) => duration)),
    ).observe({ type: 'longtask', buffered: false })
  })
  const field = page.getByLabel('What did you gather?')
  await field.click()
  const held: number[][] = []
  do {
    await field.fill('')
    await page.waitForTimeout(800)
    await longTasks()
    await field.pressSequentially('polygonum tinctorium', { delay: 90 })
    await expect(page.getByRole('option', { name: /dyer's knotweed/ })).toBeVisible()
    await page.waitForTimeout(400)
    held.push((await longTasks()).filter((duration) => duration > 50))
  } while (held.at(-1)!.length > 0 && held.length < TRIES)
  expect(held.at(-1), `long tasks of each try: ${JSON.stringify(held)}`).toEqual([])
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
  const look = async () => {
    const began = Date.now()
    const answer = await request.post('/api/import/gatherings', { data: file })
    const lines = (await answer.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { done?: number; plan?: { counts: object } })
    return { lines, took: Date.now() - began }
  }
  let { lines, took } = await look()
  for (let tries = 1; took >= 3000 && tries < TRIES; tries++) ({ lines, took } = await look())
  expect(lines.filter(({ done }) => done).length).toBeGreaterThanOrEqual(20)
  expect(lines.at(-1)!.plan!.counts).toEqual({ new: 5000, same: 0, changed: 0, refused: 0 })
  test.info().annotations.push({ type: 'took', description: `${took} ms` })
  expect(took).toBeLessThan(3000)
})

test('of hundreds of pieces only those in view are fetched and drawn', async ({
  page,
  request,
}) => {
  const pieces = Array.from({ length: 200 }, (_, i) => ({
    ...{ id: newId(), name: 'heap', fibre: 'wool', form: 'yarn', dryG: 10, mark: `tag ${i}` },
    treatments: [{ kind: 'wash', doneOn: '2026-01-05' }],
  }))
  for (const mark of ['a', 'b']) {
    const data = { pieces: pieces.map((piece) => ({ ...piece, id: newId(), note: mark })) }
    expect((await request.post('/api/moves/pieces', { data })).status()).toBe(201)
  }
  const asked: string[] = []
  page.on('request', (sent) => {
    const { pathname, searchParams } = new URL(sent.url())
    if (pathname === '/api/basket/rows') asked.push(searchParams.get('offset') ?? '0')
  })
  await visit(page, '/basket')
  await page.getByLabel('Find a piece').fill('heap')
  const list = page.getByRole('list', { name: 'Pieces' })
  await expect(list.getByRole('listitem').first()).toHaveAttribute('aria-setsize', '400')
  expect(await list.getByRole('listitem').count()).toBeLessThan(40)
  await page.locator('.scroller').evaluate((scroller) => (scroller.scrollTop = 1e6))
  await expect(list.locator('[aria-posinset="400"]').getByText(/WOL-/)).toBeVisible()
  expect(await list.getByRole('listitem').count()).toBeLessThan(40)
  // what was flown over was not asked for
  expect(new Set(asked)).toEqual(new Set(['0', '300']))
})
