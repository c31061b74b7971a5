import { quantile } from 'd3-array'
import { fillBigLog } from './big-log'
import { withServedLog } from './served-log'

/** A wall of 10,000 swatches: how soon it hangs, and the frames while it is moved, beside a plain canvas. */

const PORT = 4879
const FRAMES = 240
const SWATCHES = 10_000

await withServedLog(
  PORT,
  (db) => fillBigLog(db, { lots: 1000, pots: 2000, swatches: SWATCHES, waiting: 100 }),
  async (browser, base) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${base}/swatch`)
    const opened: number[] = []
    for (let i = 0; i < 6; i++) {
      await page.getByRole('link', { name: 'Read one' }).click()
      await page
        .getByRole('heading', { name: 'Every colour you have' })
        .waitFor({ state: 'detached' })
      const ms = await page.evaluate(async () => {
        const link = [...document.querySelectorAll('a')].find(({ textContent }) =>
          textContent?.includes('All of them'),
        )!
        const began = performance.now()
        link.click()
        while (!document.querySelector('canvas')) await new Promise(requestAnimationFrame)
        // drawn in the frame after it is there
        await new Promise(requestAnimationFrame)
        await new Promise(requestAnimationFrame)
        return performance.now() - began
      })
      opened.push(ms)
    }
    console.log(
      `  ${SWATCHES} swatches: opens in ${quantile(opened.slice(1), 0.5)!.toFixed(0)} ms, the first time ${opened[0]!.toFixed(0)} ms`,
    )
    await measure('the wall, moved', 'canvas')
    await page.setContent(
      '<canvas width="1280" height="600" style="width:1280px;height:600px"></canvas>',
    )
    await measure('a plain canvas, nothing drawn', 'canvas')

    async function measure(what: string, selector: string) {
      const box = (await page.locator(selector).boundingBox())!
      await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
      for (let i = 0; i < 3; i++) await page.mouse.wheel(0, -200)
      await page.waitForTimeout(300)
      const told = page.evaluate(async (n) => {
        const long: number[] = []
        new PerformanceObserver((found) =>
          long.push(...found.getEntries().map(({ duration }) => duration)),
        ).observe({ type: 'longtask', buffered: false })
        const frames: number[] = []
        let last = await new Promise<number>(requestAnimationFrame)
        for (let i = 0; i < n; i++) {
          const now = await new Promise<number>(requestAnimationFrame)
          frames.push(now - last)
          last = now
        }
        return { frames, long: long.length }
      }, FRAMES)
      await page.mouse.down()
      for (let i = 0; i < 60; i++) {
        await page.mouse.move(
          box.x + box.width / 2 + 200 * Math.sin(i / 6),
          box.y + box.height / 2 + 120 * Math.cos(i / 5),
        )
      }
      await page.mouse.up()
      const { frames, long } = await told
      const at = (share: number) => quantile(frames, share)!.toFixed(0)
      console.log(
        `  ${what}: ${FRAMES} frames, median ${at(0.5)} ms, 95 % ${at(0.95)}, longest ${at(1)}; ${long} tasks over 50 ms`,
      )
    }
  },
)
