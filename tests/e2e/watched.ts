import type { Page, Request } from '@playwright/test'
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

/** A page's first answers are computed: on a busy machine, with another log beside, that takes its time. */
export const BUSY_MS = 120_000

/** Requests of a page that are still on their way; streams, which never end, are not counted. */
const inFlight = new WeakMap<Page, Set<Request>>()

function requestsOf(page: Page): Set<Request> {
  const known = inFlight.get(page)
  if (known) return known
  const open = new Set<Request>()
  inFlight.set(page, open)
  page.on('request', (request) => {
    if (request.resourceType() !== 'eventsource') open.add(request)
  })
  page.on('requestfinished', (request) => open.delete(request))
  page.on('requestfailed', (request) => open.delete(request))
  return open
}

/** Until the page has nothing to do: an idle moment comes late on a busy machine, not too early. */
const idle = (page: Page) =>
  page.evaluate(
    () => new Promise<void>((done) => requestIdleCallback(() => requestIdleCallback(() => done()))),
  )

/**
 * Waits until a page asks for nothing and has nothing to do, twice running. Half a second without
 * any request, as the driver's own wait has it, is most of what a test of a page takes.
 */
async function settled(page: Page): Promise<void> {
  const open = requestsOf(page)
  await expect
    .poll(
      async () => {
        for (const pauseMs of [0, 50]) {
          await page.waitForTimeout(pauseMs)
          await idle(page)
          if (open.size > 0) return [...open].map((request) => request.url())
        }
        return []
      },
      { intervals: [20], timeout: BUSY_MS },
    )
    .toEqual([])
}

/** Opens a page and waits until it has drawn itself and loaded what it shows. */
export async function visit(page: Page, path: string): Promise<void> {
  requestsOf(page)
  await page.goto(path)
  await expect(page.locator('main')).toBeVisible({ timeout: BUSY_MS })
  await settled(page)
}

export { expect }
