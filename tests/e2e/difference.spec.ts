import type { EvidenceView } from '../../shared/views/evidence/evidence'
import { expect, test, visit } from './watched'

/** From the question to the pots of a pair, by the keyboard. */

test('what was changed is asked, answered with its pairs, and leads to their pots', async ({
  page,
}) => {
  await visit(page, '/difference')
  const answer = page.getByRole('status').filter({ hasText: 'times as strong' })
  await expect(answer).toContainText('More than luck.')
  await expect(page.getByRole('heading', { name: /^Pairs/ })).toBeVisible()
  // another question, by the keyboard: a claim that is none
  const boiling = page.getByRole('button', { name: /^boiling/ })
  await boiling.focus()
  await page.keyboard.press('Enter')
  await expect(boiling).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByRole('status').filter({ hasText: 'cannot be told yet' })).toBeVisible()
  await expect(page.getByRole('heading', { name: /^Spoilt/ })).toBeVisible()
  // any two are held against each other, and what nobody wrote down is named
  const any = page.getByRole('region', { name: 'Any two, side by side' })
  const one = any.getByRole('combobox', { name: 'One swatch' })
  const open = page.getByRole('option').filter({ visible: true })
  await one.click({ force: true })
  await open.first().click()
  // a list that was chosen from fades away before another opens
  await expect(open).toHaveCount(0)
  await any.getByRole('combobox', { name: 'Another swatch' }).click({ force: true })
  await open.nth(3).click()
  await expect(any.getByRole('status')).toContainText(/The second came out [\d.]+ times as strong/)
  const pot = page
    .getByRole('region', { name: /^Pairs/ })
    .getByRole('link', { name: /^POT-/ })
    .first()
  const code = await pot.textContent()
  await pot.focus()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/hob\?pot=/)
  await expect(page.getByText(code!).first()).toBeVisible()
})

test('no sentence of the demo says more than its interval', async ({ page }) => {
  await visit(page, '/difference')
  const { effects } = (await (await page.request.get('/api/evidence')).json()) as EvidenceView
  const rows = page.getByRole('region', { name: 'Everything that was ever changed' })
  const buttons = rows.getByRole('button')
  expect(effects.length).toBeGreaterThan(4)
  await expect(buttons).toHaveCount(effects.length)
  const answer = page.getByRole('status').filter({ hasText: /^\s*(It |Once )/ })
  for (const [i, { times, q, pairs, pots }] of effects.entries()) {
    await buttons.nth(i).click()
    await expect(answer).toContainText(
      `From ${pairs} ${pairs === 1 ? 'pair' : 'pairs'} in ${pots} ${pots === 1 ? 'pot' : 'pots'}`,
    )
    const words = (await answer.textContent())!
    const isSure = q !== null && q <= 0.05
    expect([i, words.includes('More than luck')]).toEqual([i, isSure])
    // what is called more than luck leaves "alike" out of its interval; else no middle is told
    if (isSure) expect(times.low! > 1 || times.high! < 1).toBe(true)
    else expect(words).toMatch(/cannot be told yet|Once it came out/)
  }
})

test('what one piece more would tell is laid out with its control', async ({ page }) => {
  await visit(page, '/difference')
  const almost = page.getByRole('region', { name: /^Almost/ })
  await almost.getByRole('link', { name: 'Plan it with its control' }).first().click()
  await expect(page).toHaveURL(/\/trial\?bath=.*of=/)
  const laid = page.getByRole('region', { name: 'Laid out', exact: true })
  await expect(laid.getByRole('listitem')).toHaveCount(2)
  await page.getByRole('button', { name: 'Keep the trial' }).click()
  const kept = page.getByRole('article').first()
  await kept.getByRole('link', { name: /^POT-.* is next$/ }).click()
  await expect(page.getByText('Have ready')).toBeVisible()
  await page.goBack()
  await page.getByRole('button', { name: 'Undo' }).click()
})
