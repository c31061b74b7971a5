import { chromium } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CHROMIUM } from '../../playwright.config'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { seedCatalogue } from '../../server/services/log/catalogue'
import type { AtlasView } from '../../shared/views/strength/atlas'
import { newId } from '../../shared/ids'
import { exited, startBuilt, untilReady } from '../e2e/server-process'
import { fillCurveLog } from './curve-log'
import { plainFitTimes, timesRow } from './figures'

/**
 * The atlas of 500 curves with 100,000 swatches behind them: opened from what is kept, and a new
 * swatch's way to its curve, while lists are asked of the server all along.
 */

const CURVES = 500
const SWATCHES = 200
const TRIES = 15
const PORT = 4877
const BASE = `http://127.0.0.1:${PORT}`

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-atlas-'))
const database = await openDatabase(folder)
await migrate(database.write)
await seedCatalogue(database.write, new Date().toISOString())
await fillCurveLog(database.write, CURVES, SWATCHES)
const lots = (await database
  .read('lot')
  .join('source', 'source.id', 'lot.source_id')
  .where('lot.code', 'like', 'C%-24-0')
  .limit(TRIES)
  .select('lot.id as id', 'source.id as sourceId')) as { id: string; sourceId: string }[]
await database.close()

const wait = (ms: number) => new Promise((next) => setTimeout(next, ms))
const ask = async <T>(path: string) => (await (await fetch(`${BASE}/api/${path}`)).json()) as T
async function timed(act: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await act()
  return performance.now() - began
}
async function send(method: string, path: string, body: object, rev?: number): Promise<void> {
  const answer = await fetch(`${BASE}/api/${path}`, {
    method,
    headers: { 'content-type': 'application/json', ...(rev && { 'if-match': `"${rev}"` }) },
    body: JSON.stringify(body),
  })
  if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`)
}

/** A pot of one piece in the browser's own steps, its swatch not read. */
async function dyed(lotId: string): Promise<string> {
  const [potId, pieceId, swatchId] = [newId(), newId(), newId()]
  const bare = { reflectance: new Array<number>(31).fill(0.75), wet: false, washed: true }
  await send('POST', 'pieces', {
    id: pieceId,
    name: 'bench',
    fibre: 'wool',
    form: 'yarn',
    dryG: 10,
    bare,
    treatments: [],
  })
  await send('POST', 'pots', {
    id: potId,
    dyedOn: '2026-11-01',
    way: 'simmer',
    lots: [{ lotId, massG: 4 }],
    pieces: [{ pieceId, swatchId }],
  })
  return swatchId
}

/** Asks for lists until told to stop: how long each took, ms. */
function listsMeanwhile() {
  const times: number[] = []
  let isOn = true
  const done = (async () => {
    while (isOn) {
      times.push(await timed(() => ask('lots')))
      await wait(5)
    }
  })()
  return async () => {
    isOn = false
    await done
    return times
  }
}

let server = startBuilt(folder, PORT)
const browser = await chromium.launch(CHROMIUM)
try {
  await untilReady(BASE)
  for (let i = 0; i < 50; i++) await ask('lots')
  const alone: number[] = []
  for (let i = 0; i < 200; i++) alone.push(await timed(() => ask('lots')))

  // the first time ever: nothing is kept yet
  const first = await timed(() => ask('atlas'))
  const stop = listsMeanwhile()
  const built = await timed(async () => {
    while ((await ask<AtlasView>('atlas')).pending > 0) await wait(250)
  })
  const whileBuilt = await stop()
  console.log(
    `  first answer ${first.toFixed(0)} ms; ${CURVES} curves of ${SWATCHES} swatches reckoned in ${(built / 1000).toFixed(1)} s while lists are asked for`,
  )

  // again from nothing, with nobody asking for anything else
  server.kill()
  await exited(server)
  const emptied = await openDatabase(folder)
  await emptied.write('curve_cache').delete()
  await emptied.close()
  server = startBuilt(folder, PORT)
  await untilReady(BASE)
  const builtAlone = await timed(async () => {
    while ((await ask<AtlasView>('atlas')).pending > 0) await wait(1000)
  })
  console.log(`  the same alone: ${(builtAlone / 1000).toFixed(1)} s`)

  // from what is kept, by a server that has just begun
  const fromCache: number[] = []
  let bytes = 0
  for (let i = 0; i < 5; i++) {
    server.kill()
    await exited(server)
    server = startBuilt(folder, PORT)
    await untilReady(BASE)
    fromCache.push(
      await timed(async () => {
        const text = await (await fetch(`${BASE}/api/atlas`)).text()
        bytes = text.length
        const { rows, pending } = JSON.parse(text) as AtlasView
        if (rows.length !== CURVES || pending) throw new Error(`${rows.length} rows, ${pending}`)
      }),
    )
  }
  const again: number[] = []
  for (let i = 0; i < 30; i++) again.push(await timed(() => ask('atlas')))

  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${BASE}/year`)
  await page.locator('nav').first().waitFor()
  await page.waitForTimeout(1500)
  const opened: number[] = []
  for (let i = 0; i < 8; i++) {
    await page.goto(`${BASE}/potency`)
    const link = page.getByRole('link', { name: 'All sources' })
    await link.waitFor()
    await page.waitForTimeout(1500)
    opened.push(
      await page.evaluate(async () => {
        const began = performance.now()
        const links = [...document.querySelectorAll<HTMLAnchorElement>('a[href="/atlas"]')]
        links[0]!.click()
        while (!document.querySelector('.atlas-line')) {
          await new Promise((next) => setTimeout(next, 0))
          if (performance.now() - began > 10_000) throw new Error('no atlas')
        }
        await new Promise((next) => requestAnimationFrame(next))
        return performance.now() - began
      }),
    )
  }

  // a new swatch: from the answer that it was kept to the curve that holds it
  const kept: number[] = []
  const inAtlas: number[] = []
  const inSource: number[] = []
  const stopAgain = listsMeanwhile()
  for (const { id, sourceId } of lots) {
    const swatchId = await dyed(id)
    const rowOf = ({ rows }: AtlasView) => rows.find((each) => each.sourceId === sourceId)!.n
    const before = rowOf(await ask<AtlasView>('atlas'))
    const factor = 0.3 + 0.001 * kept.length
    const reflectance = new Array<number>(31).fill(factor).map((r, i) => (i < 12 ? r * 0.4 : r))
    kept.push(
      await timed(() =>
        send(
          'PATCH',
          `swatches/${swatchId}`,
          { reading: { reflectance, wet: false, washed: true } },
          1,
        ),
      ),
    )
    const began = performance.now()
    while (rowOf(await ask<AtlasView>('atlas')) === before) await wait(20)
    inAtlas.push(performance.now() - began)
    inSource.push(await timed(() => ask(`strength/${sourceId}`)))
  }
  const whileNew = await stopAgain()

  console.log(`  ${CURVES * SWATCHES} swatches; the atlas is ${(bytes / 1e6).toFixed(2)} MB`)
  console.table({
    'atlas, just started': timesRow(fromCache),
    'atlas, asked again': timesRow(again),
    'page of the atlas, click to rows': timesRow(opened),
    'reading kept': timesRow(kept),
    'kept to its curve in the atlas': timesRow(inAtlas),
    'page data of its source after that': timesRow(inSource),
    'list of lots alone': timesRow(alone),
    'list of lots while all is reckoned': timesRow(whileBuilt),
    'list of lots while swatches come': timesRow(whileNew),
    'ml-levenberg-marquardt, one plain fit': timesRow(plainFitTimes(SWATCHES)),
  })
} finally {
  await browser.close()
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}
