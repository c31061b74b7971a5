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
  // what one piece more would tell leads to a pot with its lot and ratio
  const almost = page.getByRole('region', { name: /^Almost/ })
  await expect(almost.getByRole('link', { name: 'Plan it' }).first()).toHaveAttribute(
    'href',
    /\/pot\?lot=.*ratio=/,
  )
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
