import { fillDate } from './dates'
import { catalogueId, newId } from '../../shared/ids'
import type { Piece } from '../../shared/schemas/basket/piece'
import type { Pot } from '../../shared/schemas/pot/pot'
import type { Swatch } from '../../shared/schemas/swatch/swatch'
import { saidOn } from './keyboard'
import { expect, test, visit } from './watched'

/** Alike skeins: chosen as one line, read at one look, and their pot put right afterwards. */

const WELD = catalogueId('reseda-luteola/wholeHerb')

test('three alike skeins are one line, one reading, and one correction', async ({
  page,
  request,
}) => {
  const lotId = newId()
  const day = '2026-05-14'
  const lot = { id: lotId, sourceId: WELD, gatheredOn: day, state: 'dried', netG: 200 }
  await request.post('/api/lots', { data: lot })
  const name = `alike ${lotId.slice(-4)}`
  const treatments = [{ kind: 'mordant', agent: 'alum', percentWof: 12, doneOn: '2026-05-01' }]
  const bare = { lab: { l: 88, a: 0, b: 10 }, washed: true }
  const skeins: Piece[] = []
  for (let i = 0; i < 3; i++) {
    const body = { id: newId(), name, fibre: 'wool', form: 'yarn', dryG: 50, treatments, bare }
    skeins.push((await (await request.post('/api/pieces', { data: body })).json()) as Piece)
  }

  await visit(page, `/pot?lot=${lotId}`)
  await page.getByText('Dyed already').click()
  await fillDate(page.getByRole('combobox', { name: 'Day' }), day)
  const line = page.getByRole('button', { name: new RegExp(`^${skeins[0]!.code} to `) })
  await expect(line).toContainText('3 × 50 g')
  await line.click()
  await expect(line).toHaveAttribute('aria-pressed', 'true')
  const how = page.getByLabel(new RegExp(`^How many of ${skeins[0]!.code}`))
  await how.fill('2')
  await expect(line).toHaveAttribute('aria-pressed', 'false')
  await page.getByLabel('Plant, dried').fill('40')
  await page.getByRole('button', { name: 'Save as done' }).click()
  await expect(page).toHaveURL(/swatch\?pot=/)
  const potId = new URL(page.url()).searchParams.get('pot')!
  const kept = async () => (await (await request.get(`/api/pots/${potId}`)).json()) as Pot
  expect((await kept()).pieces).toHaveLength(2)

  // one look for both
  const colour = page.getByRole('textbox', { name: 'Swatch, in daylight', exact: true })
  await colour.fill('#c9a93c')
  await colour.press('Tab')
  await page.getByText(/alike, and counted\s+once/).click()
  await page.getByRole('button', { name: 'Keep the reading' }).click()
  await expect(saidOn(page)).toContainText(/Read SWA-\d\d-\d+, SWA-/)
  const swatches = (await (await request.get(`/api/swatches?potId=${potId}`)).json()) as {
    items: Swatch[]
  }
  expect(swatches.items.map(({ readings }) => readings.length)).toEqual([1, 1])

  // the tag said another day, and another weight
  await visit(page, `/hob?pot=${potId}`)
  const sheet = page.getByRole('region', { name: /^Pot POT-/ })
  await sheet.getByRole('button', { name: 'Correct', exact: true }).click()
  await fillDate(sheet.getByRole('combobox', { name: 'Dyed on' }), '2026-05-16')
  await sheet.getByLabel('How much of lot 1').fill('2 oz')
  await sheet.getByRole('button', { name: 'Keep it so' }).click()
  await expect(saidOn(page)).toContainText('Corrected POT-')
  expect(await kept()).toMatchObject({ dyedOn: '2026-05-16', lots: [{ massG: 56.699 }] })
  const left = (await (await request.get(`/api/lots/${lotId}`)).json()) as { leftG: number }
  expect(left.leftG).toBeCloseTo(143.301, 3)
  await saidOn(page).getByRole('button', { name: 'Undo' }).click()
  await expect(saidOn(page)).toContainText('Undone')
  expect(await kept()).toMatchObject({ dyedOn: day, lots: [{ massG: 40 }] })
})
