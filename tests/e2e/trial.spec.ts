import { catalogueId, newId } from '../../shared/ids'
import type { Piece } from '../../shared/schemas/basket/piece'
import type { Pot } from '../../shared/schemas/pot/pot'
import { useEmptyLog } from './empty-log'
import { expect, test } from './watched'

/** A fair trial, from the question to its answer, in a log that holds nothing but a bag of plant. */

const { base: BASE } = useEmptyLog(4874)

test('a trial is designed, lit and read, and gives its answer', async ({ page }) => {
  const api = page.request
  const post = (to: string, data: object) => api.post(`${BASE}/api/${to}`, { data })
  await page.goto(`${BASE}/trial`)
  await expect(page.getByText('There is no plant in the loft')).toBeVisible()
  await post('lots', {
    id: newId(),
    sourceId: catalogueId('tanacetum-vulgare/flowerHead'),
    gatheredOn: '2026-08-01',
    state: 'dried',
    netG: 60,
  })
  await page.reload()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('for tansy flower heads')
  const laid = page.getByRole('region', { name: 'Laid out', exact: true })
  await expect(laid.getByRole('status')).toContainText('8 times in 10')
  await expect(laid).toContainText('No recipe was made again often enough')
  // what the fibre does, with three of each, in one pot; then with one: that tells nothing
  const what = page.getByRole('combobox', { name: 'What is to be learnt' })
  await what.press('Enter')
  await page.getByRole('option', { name: 'the fibre' }).click()
  await page.getByText('each in a jar of its own', { exact: false }).click()
  await page.getByText('they are mordanted already').click()
  await page.getByLabel('Pieces of each').fill('1')
  await expect(laid.getByRole('status')).toContainText('could tell nothing')
  await page.getByLabel('Pieces of each').fill('3')
  await expect(laid.getByRole('status')).toContainText('8 times in 10')
  await expect(laid.getByRole('listitem')).toHaveCount(6)
  await expect(laid).toContainText('30 g of plant of 60 g')
  await page.getByRole('button', { name: 'Keep the trial' }).click()
  const kept = page.getByRole('article', { name: /^silk against wool/ })
  await expect(kept).toContainText('6 pieces of 6 still to be dyed and read')

  // lit on the hob, and out of it
  await kept.getByRole('link', { name: /^POT-.* is next$/ }).click()
  await page.getByRole('button', { name: 'Light it' }).click()
  await expect(page.getByText('what it takes has left the loft')).toBeVisible()
  const [pot] = ((await (await api.get(`${BASE}/api/pots`)).json()) as { items: Pot[] }).items
  const done = (await (
    await post(`moves/finish-pot/${pot!.id}`, {
      at: new Date().toISOString(),
      liquor: 'poured',
      spent: 'none',
      rinse: 'now',
    })
  ).json()) as Pot
  const silk = new Set<string>()
  for (const { pieceId } of done.pieces) {
    const piece = (await (await api.get(`${BASE}/api/pieces/${pieceId}`)).json()) as Piece
    if (piece.fibre === 'silk') silk.add(pieceId)
    await api.patch(`${BASE}/api/pieces/${pieceId}`, {
      headers: { 'if-match': `"${piece.rev}"` },
      data: { bare: { id: newId(), hex: '#efe9da', wet: false, washed: true } },
    })
  }
  expect(silk.size).toBe(3)

  // read one after the other: silk came out deeper
  const hexes = { wool: ['#dccb86', '#dac981', '#ddcc89'], silk: ['#b89a32', '#b6982f', '#ba9c36'] }
  for (const { pieceId, swatchId } of done.pieces) {
    await page.goto(`${BASE}/swatch?swatch=${swatchId}`)
    const colour = page.getByLabel('Swatch, in daylight', { exact: true })
    await colour.fill(hexes[silk.has(pieceId) ? 'silk' : 'wool'].pop()!)
    await colour.press('Enter')
    await page.getByRole('button', { name: 'Keep the reading' }).click()
    await expect(page.getByRole('heading', { name: /Readings/ })).toContainText('1')
  }
  await page.goto(`${BASE}/trial`)
  await expect(kept).toContainText(
    /silk against wool: [\d.]+ times as strong \([\d.]+ to [\d.]+\), more than luck\./,
  )
  await expect(kept).not.toContainText('still to be')
})
