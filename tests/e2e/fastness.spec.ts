import type { APIRequestContext, Page } from '@playwright/test'
import { deltaE2000 } from '../../core/colour/screen-colour'
import { labOfReflectance } from '../../core/colour/tristimulus'
import { catalogueId, newId } from '../../shared/ids'
import type { Pot } from '../../shared/schemas/pot/pot'
import type { Swatch } from '../../shared/schemas/swatch/swatch'
import type { FastnessView } from '../../shared/views/fastness/fastness'
import { ALL_STRIPS, BENCH_CHART, benchPhoto, STRIPS } from '../fixtures/bench-photo'
import { chartFile } from '../fixtures/booth-photo'
import { asJpeg, photoHands } from './booth'
import { fillDate } from './dates'
import { useEmptyLog } from './empty-log'
import { choose } from './hands'
import { saidOn } from './keyboard'
import { expect, test } from './watched'

/** Whether colours last: strips set out, looked at, ended and compared, in a log of their own. */

const { base: BASE } = useEmptyLog(4856)

const SOURCES = [
  'tanacetum-vulgare/flowerHead',
  'rumex-obtusifolius/root',
  'alnus-glutinosa/bark',
] as const
/** Colours before, and at two looks: two that fade, two slowly, two hardly. */
const HEXES = [
  ['#c8a83c', '#d6c070', '#dfd0a0'],
  ['#c2a034', '#d2b868', '#ddcb98'],
  ['#a4714c', '#ab7b58', '#b28665'],
  ['#a87850', '#ae815b', '#b58b68'],
  ['#9c7a62', '#9d7b63', '#9d7c64'],
  ['#a0806a', '#a0816b', '#a1816b'],
] as const

/** Six dyed and read swatches, two of each source. */
async function sixSwatches(request: APIRequestContext): Promise<Swatch[]> {
  const made: Swatch[] = []
  for (const [i, [hex]] of HEXES.entries()) {
    const [lotId, pieceId] = [newId(), newId()]
    const sourceId = catalogueId(SOURCES[Math.floor(i / 2)]!)
    const post = async (path: string, data: object) => {
      const answer = await request.post(`${BASE}/api/${path}`, { data })
      expect(answer.status(), await answer.text()).toBe(201)
      return (await answer.json()) as unknown
    }
    await post('lots', { id: lotId, sourceId, gatheredOn: '2026-08-01', state: 'dried', netG: 60 })
    const bare = { hex: '#e4dcc4' }
    await post('pieces', {
      id: pieceId,
      name: 'hank',
      fibre: 'wool',
      form: 'yarn',
      dryG: 10,
      bare,
      treatments: [],
    })
    const pot = (await post('pots', {
      id: newId(),
      dyedOn: '2026-08-05',
      way: 'simmer',
      lots: [{ lotId, massG: 5 }],
      pieces: [{ pieceId }],
    })) as Pot
    const { swatchId } = pot.pieces[0]!
    const path = `${BASE}/api/swatches/${swatchId}`
    const { rev } = (await (await request.get(path)).json()) as Swatch
    const reading = { hex, washed: true, errorDe: 1 }
    const read = await request.patch(path, {
      headers: { 'If-Match': `"${rev}"` },
      data: { reading },
    })
    expect(read.status(), await read.text()).toBe(200)
    made.push((await read.json()) as Swatch)
  }
  return made
}

async function setOutAll(page: Page, swatches: readonly Swatch[]) {
  await page.goto(`${BASE}/fastness`)
  await expect(page.getByText('Nothing hangs yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Set out a test' }).click()
  // nothing chosen: said beside the button
  await page.getByRole('button', { name: 'Set it out' }).click()
  await expect(page.getByRole('alert')).toContainText('Choose the swatches that are tested')
  const field = page.getByRole('combobox', { name: 'Swatches' })
  for (const { code } of swatches) {
    await field.fill(code)
    await page.getByRole('option', { name: new RegExp(`^${code}`) }).click()
  }
  await page.keyboard.press('Escape')
  await choose(page, 'They hang in', 'a south window')
  await choose(page, 'Sky over those days', 'sun and cloud')
  await page.getByLabel('Where, in your words').fill('kitchen window')
  await fillDate(page.getByRole('combobox', { name: 'Begun on' }), '2026-09-01')
  await page.getByRole('button', { name: 'Set it out' }).click()
  await expect(saidOn(page)).toContainText(`Set out ${swatches.length} tests`)
}

/** Types the colours of both halves of each, by eye from the cloth. */
async function lookAtAll(page: Page, swatches: readonly Swatch[], stage: 1 | 2, on: string) {
  await page.getByRole('button', { name: 'Look at all of them' }).click()
  await fillDate(page.getByRole('combobox', { name: 'Looked at on' }), on)
  await page.getByText('colours', { exact: true }).click()
  for (const [i, { code }] of swatches.entries()) {
    await page.getByLabel(`${code}, covered half`, { exact: true }).fill(HEXES[i]![0])
    await page.getByLabel(`${code}, open half`, { exact: true }).fill(HEXES[i]![stage])
  }
  await page.getByLabel(`${swatches[0]!.code}, covered half`, { exact: true }).focus()
}

const viewOf = async (page: Page) =>
  (await (await page.request.get(`${BASE}/api/fastness?on=2026-12-01`)).json()) as FastnessView

test('six strips are set, looked at twice, ended and compared', async ({ page }) => {
  const swatches = await sixSwatches(page.request)
  await setOutAll(page, swatches)

  await lookAtAll(page, swatches, 1, '2026-10-01')
  await page.getByRole('button', { name: 'Keep the look' }).click()
  await expect(saidOn(page)).toContainText('Looked at 6 pieces')
  await lookAtAll(page, swatches, 2, '2026-11-10')
  await page.getByText('they end with this look').click()
  await page.getByRole('button', { name: 'Keep the look' }).click()
  await expect(page.getByText(/ended/).first()).toBeVisible()

  const set = page.getByRole('region', { name: '6 strips, kitchen window' })
  await expect(set.getByText(/h of sun/).first()).toBeVisible()
  await expect(
    set.getByRole('listitem').filter({ hasText: swatches[0]!.code }).first(),
  ).toContainText(/half (gone|still there)/)
  // what they say of each plant stands beside them, the fugitive apart from the fast
  const says = page.getByRole('region', { name: 'What tests say of the next piece' })
  await expect(says).toContainText('tansy flower heads')
  await expect(says).toContainText('2 strips, 4 looks')

  const { sets } = await viewOf(page)
  expect(sets[0]!.tests.map(({ looks }) => looks.length)).toEqual([2, 2, 2, 2, 2, 2])
  const left = sets[0]!.tests.map(({ looks }) => looks[1]!.left!.share)
  const meanOf = (at: number) => (left[at]! + left[at + 1]!) / 2
  expect(meanOf(0)).toBeLessThan(meanOf(2))
  expect(meanOf(2)).toBeLessThan(meanOf(4))

  // and on its own page its stages are cut side by side
  await page.goto(`${BASE}/swatch?swatch=${swatches[0]!.id}`)
  const lasting = page.getByRole('region', { name: 'Will it last' })
  await expect(lasting.getByText('before')).toBeVisible()
  await expect(lasting.getByText(/ΔE, step/)).toHaveCount(2)
  await lasting.getByRole('link', { name: 'Card for it' }).click()
  const card = page.getByRole('article')
  await expect(card).toContainText('Tested by 2 strips, 4 looks')
  await expect(card).not.toContainText('kitchen window')
})

test('one photo of six strips with a chart is read in one go', async ({ page }) => {
  const swatches = await sixSwatches(page.request)
  await setOutAll(page, swatches)
  await page.getByRole('button', { name: 'Look at all of them' }).click()
  await page.getByText('one photo', { exact: true }).click()
  const buffer = await asJpeg(benchPhoto())
  await page
    .getByLabel('Photo of the swatch', { exact: true })
    .setInputFiles({ name: 'bench.jpg', mimeType: 'image/jpeg', buffer })
  await page.getByText('a chart', { exact: true }).click()
  await page.getByLabel('CGATS file of the chart').setInputFiles({
    name: 'chart.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from(chartFile()),
  })
  await expect(page.getByText('24 patches, known from spectra')).toBeVisible()
  const hands = await photoHands(page)
  const { x, y, width, height } = BENCH_CHART
  await hands.corner(1, x, y)
  await hands.corner(2, x + width, y)
  await hands.corner(3, x + width, y + height)
  await hands.corner(4, x, y + height)
  // one box around them all
  await hands.mark(ALL_STRIPS, 0)
  await expect(page.getByText(/not read yet/)).toHaveCount(0)
  await page.getByRole('button', { name: 'Keep the look' }).click()
  await expect(saidOn(page)).toContainText('Looked at 6 pieces')

  const { sets } = await viewOf(page)
  const errors = sets[0]!.tests.flatMap(({ test: { looks } }, i) => {
    const [look] = looks
    return (['covered', 'open'] as const).map((half) =>
      deltaE2000(look![half]!.lab, labOfReflectance([...STRIPS[i]![half]])),
    )
  })
  const median = errors.toSorted((a, b) => a - b)[Math.floor(errors.length / 2)]!
  // 1.6 when it was last seen
  expect(median).toBeLessThan(3)
  expect(sets[0]!.tests[0]!.test.looks[0]!.open).toMatchObject({
    by: 'photo',
    about: { patches: 24, file: 'bench.jpg' },
  })
})

test('somebody with words and a week tells it so, and no number comes of it that is none', async ({
  page,
}) => {
  const [swatch] = await sixSwatches(page.request)
  await page.request.patch(`${BASE}/api/settings`, {
    data: { massUnits: 'avoirdupois', volumeUnits: 'us', temperatureScale: 'F' },
  })
  // from the swatch itself: it is chosen already
  await page.goto(`${BASE}/swatch?swatch=${swatch!.id}`)
  await page.getByRole('link', { name: 'Test it' }).click()
  await expect(page.getByRole('button', { name: 'Set it out' })).toBeVisible()
  await page.getByRole('button', { name: 'Set it out' }).click()
  await page.getByRole('button', { name: 'Look at it' }).click()
  await choose(page, 'Light until then', 'weeks there')
  await page.getByLabel('How much', { exact: true }).fill('6')
  await choose(page, `${swatch!.code} looks`, 'plainly changed')
  await page.getByRole('button', { name: 'Keep the look' }).click()
  await expect(saidOn(page)).toContainText('Looked at 1 piece')
  const { sets } = await viewOf(page)
  const [{ test: kept, halfLife }] = sets[0]!.tests as [FastnessView['sets'][0]['tests'][0]]
  expect(kept.looks[0]).toMatchObject({
    dose: { value: 6, unit: 'weeks' },
    seen: 'plain',
    open: null,
  })
  expect(kept.light).toEqual({ facing: null, sky: null })
  // one look in a word, in a window of which nothing is known: no half-life with both its ends
  expect(halfLife?.kind).not.toBe('between')

  // a wash in the heat of a thermometer that shows Fahrenheit, comes back as it was
  await page.goto(`${BASE}/fastness?swatch=${swatch!.id}`)
  await page.getByText('washing', { exact: true }).click()
  await page.getByLabel('How hot', { exact: true }).fill('104')
  await page.getByRole('button', { name: 'Set it out' }).click()
  await expect(page.getByText(/104 °F, soap not known/).first()).toBeVisible()
})
