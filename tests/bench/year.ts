import { chromium, type Locator } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { seedCatalogue } from '../../server/services/log/catalogue'
import { catalogueId, newId } from '../../shared/ids'
import { CHROMIUM } from '../../playwright.config'
import { startBuilt, untilReady } from '../e2e/server-process'
import { fillBigLog } from './big-log'

/** Year with 500 plans and three years of pots: its view worked out and kept, and frames of a drag, beside a plain box dragged over an empty page. */

const PORT = 4876
const BASE = `http://127.0.0.1:${PORT}`
const PLANS = 500
const MOVES = 120
/** In the page, as text: a named function would ask for a helper of the compiler's that is not there. */
const COUNT_FRAMES = `{
  const told = { frames: [], isOver: false }
  window.told = told
  let last = performance.now()
  requestAnimationFrame(function next(now) {
    told.frames.push(now - last)
    last = now
    if (!told.isOver) requestAnimationFrame(next)
  })
}`
const SOURCES = ['allium-cepa/husk', 'rumex-obtusifolius/root', 'tanacetum-vulgare/flowerHead']

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-year-'))
const database = await openDatabase(folder)
await migrate(database.write)
await seedCatalogue(database.write, new Date().toISOString())
await fillBigLog(database.write, { lots: 100, pots: 450, swatches: 900, waiting: 0 })
await database.close()

const server = startBuilt(folder, PORT)
const browser = await chromium.launch(CHROMIUM)
const timed = async (run: () => Promise<unknown>) => {
  const began = performance.now()
  await run()
  return performance.now() - began
}
try {
  await untilReady(BASE)
  for (let i = 0; i < PLANS; i++) {
    const wantedBy = new Date(Date.now() + (20 + i) * 86_400_000).toISOString().slice(0, 10)
    const answer = await fetch(`${BASE}/api/plans`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        id: newId(),
        words: `plan ${i + 1}`,
        sourceId: catalogueId(SOURCES[i % SOURCES.length]!),
        fibre: 'wool',
        form: 'yarn',
        mordant: 'alum',
        mordantPercent: 10,
        parts: [{ fibreG: 200, pieces: 2 }],
        wantedBy,
      }),
    })
    if (!answer.ok) throw new Error(await answer.text())
  }
  const view = () => fetch(`${BASE}/api/year/plans`).then((answer) => answer.text())
  const anewMs = await timed(view)
  const kept: number[] = []
  for (let i = 0; i < 20; i++) kept.push(await timed(view))
  kept.sort((a, b) => a - b)
  console.log(
    `  ${PLANS} plans worked out anew: ${anewMs.toFixed(0)} ms; from the kept view: median ${kept[10]!.toFixed(1)} ms, longest ${kept.at(-1)!.toFixed(1)} ms`,
  )

  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const openMs = await timed(async () => {
    await page.goto(`${BASE}/year`)
    await page.locator('.bar.movable').first().waitFor()
  })
  console.log(`  the page, from the address to its first bar: ${openMs.toFixed(0)} ms`)
  await page.goto(`${BASE}/exchange`)
  await page.waitForLoadState('networkidle')
  const insideMs = await timed(async () => {
    await page.locator('a[href*="/year"]').first().click()
    await page.locator('.bar.movable').first().waitFor()
  })
  console.log(`  from another page of the app to its first bar: ${insideMs.toFixed(0)} ms`)
  // seasons come above the lanes: what is measured before they are there lies lower afterwards
  await page.getByRole('region', { name: 'Seasons' }).waitFor()
  await page.waitForLoadState('networkidle')
  const bar = page.locator('.bar.movable').first()
  await bar.scrollIntoViewIfNeeded()
  // a bar beside it may lie over it
  await drag('a bar among those of 500 plans', bar, page.locator('.bar.dragged'))
  // of its own: the app's policy lets no script of a page run that the server did not send
  const plain = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await plain.setContent(
    `<div id="box" style="position:absolute;left:200px;top:200px;width:80px;height:26px;background:#888"></div>
     <script>const b=document.getElementById('box');let x=null;
     b.onpointerdown=e=>{x=e.clientX;b.setPointerCapture(e.pointerId)};
     b.onpointermove=e=>{if(x!==null)b.style.transform='translateX('+(e.clientX-x)+'px)'};
     b.onpointerup=()=>{x=null}</script>`,
  )
  await drag('a plain box on an empty page', plain.locator('#box'), plain.locator('#box'))

  async function drag(what: string, target: Locator, dragged: Locator) {
    const at = target.page()
    const { x, y, width, height } = (await target.boundingBox())!
    const from = { x: x + Math.min(12, width / 2), y: y + height / 2 }
    await at.mouse.move(from.x, from.y)
    await at.mouse.down()
    await at.evaluate(COUNT_FRAMES)
    for (let i = 0; i < MOVES; i++) await at.mouse.move(from.x + 3 * i, from.y)
    const frames = await at.evaluate(() => {
      const { told } = window as unknown as { told: { frames: number[]; isOver: boolean } }
      told.isOver = true
      return told.frames.slice(1)
    })
    const movedPx = ((await dragged.boundingBox())?.x ?? x) - x
    if (Math.abs(movedPx) < MOVES)
      throw new Error(`${what} was not dragged: it moved ${movedPx} px`)
    await at.mouse.move(from.x, from.y)
    await at.mouse.up()
    const sorted = frames.sort((a, b) => a - b)
    const ms = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(1)
    console.log(
      `  ${what.padEnd(32)} ${MOVES} moves, ${sorted.length} frames: median ${ms(0.5)} ms, 95 % ${ms(0.95)} ms, longest ${ms(1)} ms`,
    )
  }
} finally {
  await browser.close()
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}
