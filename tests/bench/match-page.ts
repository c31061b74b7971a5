import { median } from 'd3-array'
import { fillCurveLog } from './curve-log'
import { withServedLog } from './served-log'

/** A wanted colour searched in a log of 500 curves, as the page does it: how long, and whether it is held up. */

const PORT = 4879
const CURVES = 500
const TIMES = 6

await withServedLog(
  PORT,
  (db) => fillCurveLog(db, CURVES, 6),
  async (browser, base) => {
    const began = performance.now()
    for (;;) {
      const view = (await (await fetch(`${base}/api/match`)).json()) as {
        pending: number
        curves: unknown[]
      }
      if (view.pending === 0) {
        console.log(
          `  ${view.curves.length} curves ready to match from, after a start: ${((performance.now() - began) / 1000).toFixed(1)} s`,
        )
        break
      }
      await new Promise((resolve) => setTimeout(resolve, 200))
    }
    // how well it foretells itself is looked at afterwards, and would share the cores
    while (
      ((await (await fetch(`${base}/api/match`)).json()) as { foretelling: unknown })
        .foretelling === null
    ) {
      await new Promise((resolve) => setTimeout(resolve, 500))
    }
    console.log(`  foretold itself after ${((performance.now() - began) / 1000).toFixed(1)} s`)
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${base}/match?want=8a6a30`)
    await page.getByRole('article').first().waitFor({ timeout: 60_000 })
    await page.evaluate(() => {
      const long: number[] = []
      Object.assign(window, { long })
      new PerformanceObserver((found) =>
        long.push(...found.getEntries().map(({ duration }) => duration)),
      ).observe({ type: 'longtask', buffered: false })
    })
    const took: number[] = []
    for (let i = 0; i < TIMES; i++) {
      await page.waitForTimeout(500)
      const from = performance.now()
      await page
        .getByLabel('How near, CIEDE2000')
        .selectOption(i % 2 ? '3 ΔE' : '5 ΔE', { timeout: 30_000 })
      await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'visible', timeout: 5000 })
      await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'hidden', timeout: 60_000 })
      took.push(performance.now() - from)
    }
    const long = await page.evaluate(() => (window as unknown as { long: number[] }).long)
    console.log(
      `  asked anew, until it is answered: median ${median(took)!.toFixed(0)} ms, most ${Math.max(...took).toFixed(0)} ms; ` +
        `tasks of the page over 50 ms: ${long.length}, longest ${Math.max(0, ...long).toFixed(0)} ms`,
    )
  },
)
