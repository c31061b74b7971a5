import type { Page } from '@playwright/test'
import { newId } from '../../shared/ids'
import type { Pot } from '../../shared/schemas/pot/pot'
import { finish, isoAgo, litPot, MIN, sheet } from './lit-pot'
import { expect, test, visit } from './watched'

/** Seconds that the first clock of the sheet shows. */
async function secondsLeft(page: Page, pot: Pot): Promise<number> {
  const text = (await sheet(page, pot).getByRole('timer').first().innerText()).trim()
  const [, sign, minutes, seconds] = /^(-?)(\d+):(\d+)$/.exec(text)!
  return (sign ? -1 : 1) * (Number(minutes) * 60 + Number(seconds))
}

test('a clock is right to a second after a reload, and after ten minutes unseen', async ({
  page,
  request,
}) => {
  const litAt = Date.now() - 15 * MIN
  const pot = await litPot(request, { litAt: new Date(litAt).toISOString() })
  // the first step takes twenty minutes
  const due = litAt + 20 * MIN
  await page.clock.install({ time: new Date() })
  await visit(page, `/hob?pot=${pot.id}`)
  const isRight = async () => {
    const now = await page.evaluate(() => Date.now())
    expect(Math.abs((await secondsLeft(page, pot)) - (due - now) / 1000)).toBeLessThanOrEqual(1.5)
  }
  await expect(isRight).toPass()
  await page.reload()
  await expect(isRight).toPass()
  // as a hidden page: no timer runs meanwhile, then it is looked at again
  const before = await page.evaluate(() => Date.now())
  await page.clock.pauseAt(new Date(before + 10 * MIN))
  await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
  await expect(isRight).toPass()
  expect(await secondsLeft(page, pot)).toBeLessThan(0)
  await finish(request, pot)
})

test.describe('where the clocks go back', () => {
  test.use({ timezoneId: 'Europe/Berlin' })

  test('an hour is an hour, and the time of day is told anew', async ({ page, request }) => {
    // 02:40 in summer time, twenty minutes before the clocks go back to 02:00
    const litAt = '2026-10-25T02:40:00+02:00'
    const pot = await litPot(request, { litAt })
    await request.post(`/api/moves/pot-note/${pot.id}`, {
      data: { id: newId(), kind: 'step', at: litAt, stepId: 'wetOut', data: {} },
    })
    await page.clock.install({ time: new Date('2026-10-25T02:50:00+02:00') })
    await visit(page, `/hob?pot=${pot.id}`)
    await expect(async () =>
      expect(Math.abs((await secondsLeft(page, pot)) - 600)).toBeLessThan(15),
    ).toPass()
    // ten minutes later the wall says 02:00 again; the step is due now
    await page.clock.pauseAt(new Date('2026-10-25T02:00:00+01:00'))
    await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
    await expect(async () =>
      expect(Math.abs(await secondsLeft(page, pot))).toBeLessThan(2),
    ).toPass()
    await expect(
      sheet(page, pot).getByText(/all done at 1\d:\d\d|all done at 0?\d:\d\d/),
    ).toBeVisible()
    await request.post(`/api/pots/${pot.id}/set-aside`, {
      headers: { 'if-match': `"${pot.rev + 1}"` },
      data: {},
    })
  })
})

test('two tabs stay in step', async ({ page, request, context }) => {
  const pot = await litPot(request)
  await visit(page, `/hob?pot=${pot.id}`)
  const other = await context.newPage()
  await visit(other, `/hob?pot=${pot.id}`)
  await expect(sheet(other, pot).getByText('Chop, and cover with water').first()).toBeVisible()
  await sheet(page, pot).getByRole('button', { name: 'Ready', exact: true }).click()
  await expect(sheet(other, pot).getByRole('button', { name: 'At heat' })).toBeVisible()
  // looked at together: on a busy machine one look may come a second after the other
  await expect(async () => {
    const [here, there] = await Promise.all([secondsLeft(page, pot), secondsLeft(other, pot)])
    expect(Math.abs(here - there)).toBeLessThanOrEqual(1)
  }).toPass()
  await other.close()
  await finish(request, pot)
})

test('what falls due is in the title bar, and no permission is asked before the switch', async ({
  page,
  request,
}) => {
  const pot = await litPot(request, { litAt: isoAgo(60 * MIN) })
  await visit(page, '/')
  await expect(page).toHaveTitle(/^\(\d+\) Today/)
  expect(await page.evaluate(() => Notification.permission)).not.toBe('granted')
  await visit(page, '/hob')
  await expect(
    page.getByRole('checkbox', { name: 'Sound and notices on this device' }),
  ).not.toBeChecked()
  await finish(request, pot)
})
