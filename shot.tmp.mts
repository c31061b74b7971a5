import { chromium } from '@playwright/test'
import { CHROMIUM } from './playwright.config'
const [, , out, path, w = '1280', h = '800', ...acts] = process.argv
const browser = await chromium.launch(CHROMIUM)
const page = await browser.newPage({ viewport: { width: +w, height: +h } })
page.on('console', (m) => ['error', 'warning'].includes(m.type()) && console.log(m.type(), m.text()))
page.on('pageerror', (e) => console.log('pageerror', e.message))
await page.goto(`http://127.0.0.1:4888${path}`)
await page.waitForLoadState('networkidle')
for (const act of acts) {
  const [kind, ...rest] = act.split('=')
  const arg = rest.join('=')
  if (kind === 'click') await page.getByRole('button', { name: new RegExp(arg) }).first().click()
  if (kind === 'check') await page.getByRole('listitem').filter({ hasText: new RegExp(arg) }).first().locator('.el-checkbox').click()
  if (kind === 'link') await page.getByRole('link', { name: new RegExp(arg) }).first().click()
  if (kind === 'fill') { const [label, value] = arg.split('>'); await page.getByLabel(label!).first().fill(value!) }
  if (kind === 'goto') await page.goto(`http://127.0.0.1:4888${arg}`)
  if (kind === 'pause') await page.waitForTimeout(+arg)
  if (kind === 'scroll') await page.evaluate((y) => window.scrollTo(0, y), +arg)
  await page.waitForLoadState('networkidle')
  await page.waitForTimeout(150)
}
await page.screenshot({ path: out, fullPage: false })
console.log(await page.evaluate(() => [document.documentElement.scrollHeight, document.documentElement.scrollWidth]))
await browser.close()
