import { fillBigLog } from './big-log'
import { withServedLog } from './served-log'

/** Frames while the basket of 5,000 pieces is scrolled through, beside a plain page of text. */

const PORT = 4877
const FRAMES = 240

await withServedLog(
  PORT,
  (db) => fillBigLog(db, { lots: 100, pots: 200, swatches: 1000, waiting: 5000 }),
  async (browser, base) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${base}/basket`)
    await page.getByText('WAI-24-').first().waitFor()
    await measure('the basket, 5,000 pieces', '.scroller')
    await page.setContent(
      `<div class="scroller" style="height: 500px; overflow-y: auto">${'<p>a line of text</p>'.repeat(5000)}</div>`,
    )
    await measure('5,000 plain lines of text', '.scroller')

    async function measure(what: string, selector: string) {
      const told = await page.evaluate(
        async ([selector, n]) => {
          const scroller = document.querySelector(selector)!
          const long: number[] = []
          new PerformanceObserver((found) =>
            long.push(...found.getEntries().map(({ duration }) => duration)),
          ).observe({ type: 'longtask', buffered: false })
          const frames: number[] = []
          let last = await new Promise<number>(requestAnimationFrame)
          for (let i = 0; i < n; i++) {
            scroller.scrollTop += 400
            const now = await new Promise<number>(requestAnimationFrame)
            frames.push(now - last)
            last = now
          }
          return { frames, long: long.length }
        },
        [selector, FRAMES] as const,
      )
      const sorted = told.frames.sort((a, b) => a - b)
      const at = (share: number) => Math.round(sorted[Math.floor(share * (FRAMES - 1))]!)
      console.log(
        `  ${what.padEnd(30)} ${FRAMES} frames of 400 px: median ${at(0.5)} ms, 95 % ${at(0.95)} ms, longest ${at(1)} ms; tasks over 50 ms: ${told.long}`,
      )
    }
  },
)
