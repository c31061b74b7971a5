import { chromium } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { CHROMIUM } from '../../playwright.config'
import { startBuilt, untilReady } from '../e2e/server-process'

/** What a browser loads to show a page, each file gzipped as a web server would send it. */

const PORT = 4874
const BASE = `http://127.0.0.1:${PORT}`

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-page-'))
const server = startBuilt(folder, PORT)
const browser = await chromium.launch(CHROMIUM)
try {
  await untilReady(BASE)
  for (const path of ['/', '/walk', '/pot', '/strength']) {
    const page = await browser.newPage()
    const files = new Map<string, Promise<Buffer>>()
    page.on('response', (response) => {
      if (/\.(js|css)(\?|$)/.test(response.url())) files.set(response.url(), response.body())
    })
    await page.goto(BASE + path)
    await page.waitForLoadState('networkidle')
    // the other stations' files are fetched ahead when nothing else is to do
    const ahead = new Set(
      await page.evaluate(() =>
        [...document.querySelectorAll<HTMLLinkElement>('link[rel="prefetch"]')].map((l) => l.href),
      ),
    )
    const bytes = { js: 0, css: 0, ahead: 0 }
    for (const [url, body] of files) {
      const kind = ahead.has(url) ? 'ahead' : url.includes('.css') ? 'css' : 'js'
      bytes[kind] += gzipSync(await body).length
    }
    const kB = (n: number) => `${(n / 1000).toFixed(0)} kB`
    console.log(
      `  ${path.padEnd(10)} JavaScript ${kB(bytes.js)}, CSS ${kB(bytes.css)}, gzipped (and ${kB(bytes.ahead)} fetched ahead for the other stations)`,
    )
    await page.close()
  }
} finally {
  await browser.close()
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}
