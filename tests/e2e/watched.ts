import type { Page } from '@playwright/test'
import { test as base, expect } from './log-server'

/**
 * Every page of every test is watched: an error or a warning in its console, an error thrown in
 * it, or a request that leaves this machine fails the test.
 */
export const test = base.extend<{ tolerated: string[]; watched: undefined }>({
  /** Console texts a test brings about on purpose, such as a refused save. */
  tolerated: [[], { option: true }],
  watched: [
    async ({ page, tolerated }, use) => {
      const found: string[] = []
      page.on('console', (message) => {
        if (['error', 'warning'].includes(message.type())) found.push(message.text())
      })
      page.on('pageerror', (error) => found.push(error.message))
      page.on('request', (request) => {
        const { protocol, hostname } = new URL(request.url())
        if (protocol.startsWith('http') && hostname !== '127.0.0.1') found.push(request.url())
      })
      await use(undefined)
      expect(found.filter((text) => !tolerated.some((words) => text.includes(words)))).toEqual([])
    },
    { auto: true },
  ],
})

/** Opens a page and waits until it has drawn itself and loaded what it shows. */
export async function visit(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await expect(page.locator('main')).toBeVisible()
  // instruments send their readings for as long as a page is open: the network is never at rest
  if (/^\/(?:hob|kit)/.test(path)) await page.waitForLoadState('load')
  else await page.waitForLoadState('networkidle')
}

export { expect }
