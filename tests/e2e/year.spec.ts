import { expect, test } from './watched'
import { useEmptyLog } from './empty-log'
import { typeInto } from './hands'
import { newId, catalogueId } from '../../shared/ids'
import type { ChainView } from '../../shared/views/year/chain'
import type { Wish } from '../../shared/schemas/walk/wish'

/** From a wish to a plan and into a calendar, by the keyboard. */

const { base: BASE } = useEmptyLog(4860)

test('a wish becomes a plan by the keyboard, and goes into a calendar', async ({ page }) => {
  const wish: Partial<Wish> = {
    id: newId(),
    words: 'madder red for the big jumper',
    sourceId: catalogueId('rubia-cordifolia/root'),
    fibreG: 300,
  }
  expect((await page.request.post(`${BASE}/api/wishes`, { data: wish })).ok()).toBe(true)
  await page.goto(`${BASE}/year`)
  const becomes = page.getByRole('button', { name: 'madder red for the big jumper' })
  await becomes.focus()
  await page.keyboard.press('Enter')
  const form = page.getByRole('form', { name: 'A plan' })
  await expect(form.getByLabel('What is wanted')).toHaveValue('madder red for the big jumper')
  // what follows is told before it is kept
  const follows = page.getByRole('region', { name: 'What follows from it' })
  await expect(follows.getByText(/pot 1: /i)).toBeVisible()
  const by = new Date(Date.now() + 120 * 86_400_000).toISOString().slice(0, 10)
  await form.getByLabel('Wanted by').fill(by)
  await form.getByLabel('Wanted by').press('Enter')
  await expect(follows.getByText(/days to spare/)).toBeVisible()
  await form.getByRole('button', { name: 'Keep the plan' }).press('Enter')
  await expect(page.getByText('Planned: madder red for the big jumper.')).toBeVisible()

  // a step is moved by the arrow keys; what depends on it moves along
  const chain = async () =>
    ((await (await page.request.get(`${BASE}/api/year/plans`)).json()) as { items: ChainView[] })
      .items[0]!
  const before = await chain()
  const pot = before.steps.find(({ id }) => id === 'pot1')!
  const days = Math.round((pot.from - Date.now()) / 86_400_000)
  for (let shown = 40; shown < days; shown += 21) {
    await page.getByRole('button', { name: 'Later' }).press('Enter')
  }
  await page.getByRole('button', { name: /pot 1, / }).press('ArrowLeft')
  await expect(page.getByText(/^pot 1 moved to /)).toBeVisible()
  const after = (await chain()).steps.find(({ id }) => id === 'pot1')!
  expect(after.isMoved).toBe(true)
  expect(after.from).toBeLessThan(pot.from)
  await page.getByRole('button', { name: 'moved by hand: move it back' }).press('Enter')
  await expect.poll(async () => (await chain()).steps).toEqual(before.steps)

  const file = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Calendar file' }).press('Enter')
  expect((await file).suggestedFilename()).toBe('juniper-haze.ics')
  const text = await (await page.request.get(`${BASE}/api/calendar`)).text()
  expect(text).toContain(`UID:plan-${before.plan.id}-pot1@juniper-haze`)
})

test('a pot that is dragged onto a day away is refused, with the next good day', async ({
  page,
}) => {
  const id = newId()
  const by = new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10)
  const made = await page.request.post(`${BASE}/api/plans`, {
    data: {
      id,
      words: 'onion gold',
      sourceId: catalogueId('allium-cepa/husk'),
      fibre: 'wool',
      form: 'yarn',
      parts: [{ fibreG: 100 }],
      wantedBy: by,
    },
  })
  expect(await made.text()).toContain(id)
  const [chain] = (
    (await (await page.request.get(`${BASE}/api/year/plans`)).json()) as { items: ChainView[] }
  ).items
  const pot = chain!.steps.find((step) => step.id === 'pot1')!
  const away = new Date(pot.from - 2 * 86_400_000)
  const date = [away.getFullYear(), away.getMonth() + 1, away.getDate()]
    .map((n) => String(n).padStart(2, '0'))
    .join('-')
  await page.request.patch(`${BASE}/api/settings`, { data: { daysAway: [date] } })
  await page.goto(`${BASE}/year`)
  // seasons come above the lanes: what is measured before they are there lies lower afterwards
  await expect(page.getByRole('region', { name: 'Seasons' })).toBeVisible()
  const bar = page.getByRole('button', { name: /pot 1, / })
  const box = (await bar.boundingBox())!
  const lanes = (await page.locator('.lanes').boundingBox())!
  const perDay = (lanes.width - 118) / 42
  await page.mouse.move(box.x + box.width / 2, box.y + 12)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 - 2 * perDay, box.y + 12, { steps: 8 })
  await page.mouse.up()
  const refusal = page.getByRole('alert').filter({ hasText: 'stays on' })
  await expect(refusal).toContainText('no hour was found')
  await refusal.getByRole('button', { name: /^Move it to / }).click()
  await expect(page.getByText(/^pot 1 moved to /)).toBeVisible()
})

test('what is typed of a plan that lacks something is said beside the button', async ({ page }) => {
  await page.goto(`${BASE}/year`)
  await page.getByRole('button', { name: 'A plan', exact: true }).click()
  const form = page.getByRole('form', { name: 'A plan' })
  await form.getByLabel('What is wanted').fill('something red')
  await form.getByRole('button', { name: 'Keep the plan' }).click()
  await expect(form.getByRole('alert').last()).toContainText('Say of which source.')
  await typeInto(page, form.getByRole('combobox', { name: 'Of which source' }), 'madder')
  await page.getByRole('option', { name: /^madder, root/ }).click()
  await form.getByRole('button', { name: 'Keep the plan' }).click()
  await expect(form.getByRole('alert').last()).toContainText(/fibreG|fibre/i)
})

test('two sources make one plan; its parts are ticked off, and back', async ({ page }) => {
  const plan = {
    id: newId(),
    words: 'gold and brown',
    sourceId: catalogueId('allium-cepa/husk'),
    fibre: 'wool',
    form: 'yarn',
    parts: [{ fibreG: 50 }, { fibreG: 50, sourceId: catalogueId('juglans-regia/husk') }],
  }
  const made = await page.request.post(`${BASE}/api/plans`, { data: plan })
  expect(await made.text()).toContain(plan.id)
  await page.goto(`${BASE}/year?plan=${plan.id}`)
  const follows = page.getByRole('region', { name: 'What follows from it' })
  await expect(follows.getByText(/^pot 1: onion, 50 g/i)).toBeVisible()
  await expect(follows.getByText(/^pot 2: .*walnut, 50 g/i)).toBeVisible()
  await follows.getByRole('button', { name: 'Done: pot 1' }).click()
  await expect(page.getByText('pot 1: done.')).toBeVisible()
  await expect(follows.getByText(/^pot 1: onion/i)).toHaveCount(0)
  await follows.getByRole('button', { name: 'Not yet: pot 1' }).click()
  await expect(follows.getByText(/^pot 1: onion, 50 g/i)).toBeVisible()
})

test('a season hangs on a mark of one’s own, and the year is looked back on', async ({ page }) => {
  await page.goto(`${BASE}/year`)
  const marks = page.getByRole('region', { name: 'Marks of the season' })
  await marks.getByRole('button', { name: 'A mark' }).click()
  const form = marks.getByRole('form', { name: 'A mark' })
  await form.getByRole('button', { name: 'Keep the mark' }).click()
  await expect(form.getByRole('alert').last()).not.toBeEmpty()
  await form.getByLabel('What is watched for').fill('the elder flowers')
  await typeInto(page, form.getByRole('combobox', { name: 'Which season hangs on it' }), 'tansy')
  await page.getByRole('option', { name: /^tansy, flower heads/ }).click()
  await form.getByLabel('Begins so many days after').fill('40')
  await form.getByLabel('Ends so many days after').fill('60')
  await form.getByRole('button', { name: 'Keep the mark' }).click()
  await expect(marks.getByText('tansy: from 40 days after to 60 days after')).toBeVisible()
  await marks.getByRole('button', { name: 'Seen today: the elder flowers' }).click()
  await expect(marks.getByText(/^seen .* this year/)).toBeVisible()
  await marks.getByRole('button', { name: 'Change it: the elder flowers' }).click()
  await form.getByRole('button', { name: 'Another year' }).click()
  await typeInto(page, form.getByLabel('In another year'), '2024-05-28')
  await form.getByLabel('Ends so many days after').fill('70')
  await form.getByRole('button', { name: 'Keep the mark' }).click()
  await expect(marks.getByText('tansy: from 40 days after to 70 days after')).toBeVisible()
  await expect(marks.getByText(/^seen .* this year, and in 1 earlier year/)).toBeVisible()
  await page.getByRole('link', { name: 'Looking back' }).click()
  await expect(page.getByRole('heading', { name: 'Looking back' })).toBeVisible()
  await expect(page.getByText(/Nothing of \d{4} is written down/)).toBeVisible()
})
