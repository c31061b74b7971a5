import { writeFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { newId } from '../../shared/ids'
import { PLACES } from '../fixtures/booth-photo'
import { photoFile, photoHands, unreadSwatch } from './booth'
import { expect, test, visit } from './watched'

/*
 * Run alone, after all others: what else the machine does would be counted too. It still does other
 * things now and then, which can only make a time longer: so the best of a few is what is judged.
 */
const TRIES = 5

/** @returns tells, and forgets, how long each long task of the page lasted since, ms */
async function watchLongTasks(page: Page): Promise<() => Promise<number[]>> {
  await page.evaluate(() => {
    const list: number[] = []
    ;(window as unknown as { longTasks: number[] }).longTasks = list
    new PerformanceObserver((found) =>
      list.push(...found.getEntries().map(({ duration }) => duration)),
    ).observe({ type: 'longtask', buffered: false })
  })
  return () =>
    page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks.splice(0))
}

test('typing a name never holds the page up for more than 50 ms', async ({ page }) => {
  await visit(page, '/walk')
  const longTasks = await watchLongTasks(page)
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
    id: newId(),
    name: 'heap',
    fibre: 'wool',
    form: 'yarn',
    dryG: 10,
    mark: `tag ${i}`,
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

test('a photo of 12 million pixels is read in under 1 s in the worker, and the page never held', async ({
  page,
  request,
}) => {
  const pot = await unreadSwatch(request)
  // 600 x 400 by seven: 4,200 x 2,800, 11.8 million
  const photo = test.info().outputPath('hank.jpg')
  await writeFile(photo, await photoFile(7))
  await visit(page, `/swatch?pot=${pot.id}`)
  await page.getByText('photo', { exact: true }).click()
  const longTasks = await watchLongTasks(page)
  const told: { open: number; read: number; held: number[] }[] = []
  do {
    await page.waitForTimeout(600)
    await longTasks()
    await page.getByLabel('Photo of the swatch', { exact: true }).setInputFiles(photo)
    const desk = page.locator('[data-photo]')
    await expect(page.getByText('unpacking')).toBeHidden()
    await expect(desk).toBeVisible()
    const hands = await photoHands(page, 7)
    await hands.mark(PLACES.swatch)
    await expect(page.getByText('nothing set it right')).toBeVisible()
    const ms = async (name: string) => Number(await desk.getAttribute(name))
    told.push({
      open: await ms('data-open-ms'),
      read: await ms('data-read-ms'),
      held: (await longTasks()).filter((duration) => duration > 50),
    })
  } while (
    told.length < TRIES &&
    (told.at(-1)!.open + told.at(-1)!.read >= 1000 || told.at(-1)!.held.length > 0)
  )
  const last = told.at(-1)!
  test.info().annotations.push({ type: 'took', description: JSON.stringify(told) })
  expect(last.open + last.read, JSON.stringify(told)).toBeLessThan(1000)
  expect(last.held, JSON.stringify(told)).toEqual([])
})
