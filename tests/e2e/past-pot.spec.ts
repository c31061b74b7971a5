import type { APIRequestContext } from '@playwright/test'
import { fillDate } from './dates'
import { catalogueId, newId } from '../../shared/ids'
import type { Piece } from '../../shared/schemas/basket/piece'
import type { Pot } from '../../shared/schemas/pot/pot'
import { saidOn } from './keyboard'
import { dayOf, finish, isoAgo, litPot, sheet } from './lit-pot'
import { expect, test, visit } from './watched'

/** Three kinds of dye day, written down or lived through on the page, and what is kept of each. */

const WELD = catalogueId('reseda-luteola/wholeHerb')
const DAY = '2026-05-14'

async function lotOf(request: APIRequestContext, fields: object) {
  const id = newId()
  const body = { id, sourceId: WELD, gatheredOn: DAY, state: 'dried', netG: 200, ...fields }
  await request.post('/api/lots', { data: body })
  return id
}
async function pieceOf(request: APIRequestContext, fields: object) {
  const id = newId()
  const body = { id, fibre: 'wool', form: 'yarn', dryG: 20, treatments: [], ...fields }
  return (await (await request.post('/api/pieces', { data: body })).json()) as Piece
}
const kept = async (request: APIRequestContext, url: string) =>
  (await (await request.get(`/api/pots/${new URL(url).searchParams.get('pot')}`)).json()) as Pot

test('a herb of May, three hanks pulled early: every fact that is typed is kept', async ({
  page,
  request,
}) => {
  const lot = await lotOf(request, {})
  const hanks: Piece[] = []
  for (const mark of ['red thread', 'blue thread']) {
    // written down today, mordanted before the pot
    const doneOn = dayOf(isoAgo(0))
    const treatments = [{ kind: 'mordant', agent: 'alum', percentWof: 12, doneOn }]
    hanks.push(await pieceOf(request, { mark, treatments }))
  }
  await visit(page, `/pot?lot=${lot}`)
  await page.getByText('Dyed already').click()
  await fillDate(page.getByRole('combobox', { name: 'Day' }), DAY)
  for (const { code } of hanks) await page.getByRole('button', { name: new RegExp(code) }).click()
  await page.getByLabel('Plant, dried').fill('1.4 oz')

  // alum noted today, the pot in May: asked, not silently no mordant
  const asked = page.getByRole('group', { name: 'Mordants after this pot' })
  for (let left = hanks.length; left > 0; left--) {
    await expect(asked.getByRole('button', { name: 'It was before this pot' })).toHaveCount(left)
    await asked.getByRole('button', { name: 'It was before this pot' }).first().click()
  }
  await expect(asked).toBeHidden()

  await page.getByLabel(`Time in, ${hanks[0]!.code}`).fill('5')
  await page.getByLabel(`Time in, ${hanks[1]!.code}`).fill('30')
  await page.getByLabel(`How ${hanks[0]!.code} came out`).fill('brighter than hoped')
  await page.getByLabel('Hottest with the pieces in').fill('71')
  await page.getByText('Add something to the bath').click()
  await page.getByRole('combobox', { name: 'Addition 1' }).click()
  await page.getByRole('option', { name: 'baking soda' }).click()
  await page.getByText('Add a look or a reading').click()
  await page.getByLabel('Minutes after the pieces went in, look 1').fill('5')
  await page.getByLabel('In a word, look 1').fill('lemon')
  await page.getByRole('combobox', { name: 'The liquor was' }).press('Enter')
  await page.getByRole('option', { name: 'kept', exact: true }).click()
  await page.getByRole('button', { name: 'Save as done' }).click()
  await expect(page).toHaveURL(/swatch\?pot=/)
  await expect(page.getByText(/wool yarn, (red|blue) thread, alum 12 %/).first()).toBeVisible()

  const pot = await kept(request, page.url())
  expect(pot).toMatchObject({
    dyedOn: DAY,
    tempC: 71,
    minutes: null,
    waterL: null,
    finalPh: null,
    end: { liquor: 'kept', liquorL: null, spent: null, rinse: null, boiled: false },
  })
  expect(pot.lots[0]!.massG).toBeCloseTo(39.69, 2)
  expect(pot.pieces.map(({ minutes }) => minutes).sort()).toEqual([30, 5])
  const notes = pot.events.map(({ kind, note, data }) => [
    kind,
    note || ('agent' in data ? `${data.agent} ${data.massG}` : ''),
  ])
  expect(notes).toContainEqual(['add', 'bakingSoda null'])
  expect(notes).toContainEqual(['look', 'lemon'])
  const spoken = pot.pieces.find(({ pieceId }) => pieceId === hanks[0]!.id)!
  expect(spoken.outcome!.note).toBe('brighter than hoped')

  // a second bath of it takes no plant, and nothing that lay in the planner
  await visit(page, `/pot?from=${pot.id}`)
  await expect(page.getByText(/no new plant is needed/)).toBeVisible()
  await expect(page.getByText(/0 of /)).toBeVisible()
})

test('field cloth that nobody weighed: the ratio stays unknown, and so it says', async ({
  page,
  request,
}) => {
  const lot = await lotOf(request, {
    state: 'fresh',
    netG: undefined,
    count: 2,
    measure: 'handful',
  })
  const cloth = await pieceOf(request, { fibre: 'cotton', form: 'cloth', dryBasis: 'unknown' })
  await visit(page, `/pot?lot=${lot}&piece=${cloth.id}`)
  await page.getByText('Dyed already').click()
  await expect(page.getByText('it stays unknown')).toBeVisible()
  await page.getByRole('button', { name: 'Save as done' }).click()
  await expect(page).toHaveURL(/swatch\?pot=/)
  await expect(page.getByText('ratio not known')).toBeVisible()
  const pot = await kept(request, page.url())
  expect(pot).toMatchObject({ ratioDry: null, isRatioKnown: false, ratioErrorSd: null })
})

test('what was planned to go in is asked for on the hob, and is not claimed before', async ({
  page,
  request,
}) => {
  const pot = await litPot(request, {
    plan: {
      steps: [
        STEP('enter', 'enter', []),
        STEP('dye', 'dye', ['enter']),
        {
          ...STEP('add1', 'add', ['enter']),
          words: 'Stir in 13.5 g alum',
          adds: { agent: 'alum', form: 'dodecahydrate', massG: 13.5 },
        },
      ],
    },
  })
  await visit(page, `/hob?pot=${pot.id}`)
  const here = sheet(page, pot)
  await here.getByRole('button', { name: 'Enter all' }).click()
  await expect(here.getByText('Stir in 13.5 g alum', { exact: true })).toBeVisible()
  await here.getByRole('button', { name: 'Out, and finish' }).click()
  await here.getByRole('button', { name: /^Finish POT-/ }).click()
  await expect(here.getByRole('alert')).toContainText('neither confirmed nor left out')
  // a little less than planned really went in
  await here.getByLabel('How much really went in').fill('12')
  await here.getByRole('button', { name: 'Stirred in' }).click()
  await expect(saidOn(page)).toContainText('added 12 g alum')
  await expect(here.getByText('Stir in 13.5 g alum', { exact: true })).toBeHidden()
  const { events } = (await (await request.get(`/api/pots/${pot.id}`)).json()) as Pot
  const [added] = events.filter(({ kind }) => kind === 'add')
  expect(added).toMatchObject({ stepId: 'add1', data: { agent: 'alum', massG: 12 } })
  await finish(request, pot)
  const done = (await (await request.get(`/api/pots/${pot.id}`)).json()) as Pot
  const piece = (await (
    await request.get(`/api/pieces/${done.pieces[0]!.pieceId}`)
  ).json()) as Piece
  expect(piece.treatments.at(-1)).toMatchObject({ agent: 'alum', note: `in ${pot.code}` })
})

const STEP = (id: string, kind: string, after: string[]) => ({
  id,
  kind,
  words: id,
  minutes: 10,
  mostMinutes: null,
  tempC: null,
  after: after.map((each) => ({ id: each })),
})
