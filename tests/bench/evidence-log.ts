import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { tmpdir } from 'node:os'
import { setFlagsFromString } from 'node:v8'
import { join, resolve } from 'node:path'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { seedCatalogue } from '../../server/services/log/catalogue'
import { createLog } from '../../server/services/log/log'
import { createTaskPool } from '../../server/workers/task-pool'
import { newId } from '../../shared/ids'
import { fillCurveLog } from './curve-log'

/**
 * What a log of 100,000 swatches proves, read out of its database: the first time, from what is kept,
 * and after one reading more; with the memory that takes, and how long others wait meanwhile.
 */

const SOURCES = 1000
const SWATCHES = 100

// so much is enough: without a bound the heap grows for as long as nobody collects it
setFlagsFromString('--max-old-space-size=300')
const [, , fillInto] = process.argv
if (fillInto) await fill(fillInto)
else await measure(mkdtempSync(join(tmpdir(), 'juniper-haze-bench-')))

/** In a process of its own: all the rows at once are more than what is measured may take. */
async function fill(folder: string): Promise<void> {
  setFlagsFromString('--max-old-space-size=2000')
  const database = await openDatabase(folder)
  await migrate(database.write)
  await seedCatalogue(database.write, new Date().toISOString())
  await fillCurveLog(database.write, SOURCES, SWATCHES)
  await database.close()
}

async function measure(folder: string): Promise<void> {
  const node = [...process.execArgv, process.argv[1]!, folder]
  const { status } = spawnSync(process.execPath, node, { stdio: 'inherit' })
  if (status !== 0) throw new Error('The log could not be filled.')
  const database = await openDatabase(folder)
  const pool = createTaskPool(resolve('.output/server/workers/tasks.mjs'))
  const { evidence, swatches } = createLog(database, { tasks: pool.run })

  const before = process.memoryUsage().rss
  let most = before
  const watch = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 100)
  const waits = monitorEventLoopDelay({ resolution: 5 })
  waits.enable()
  const firstMs = await timed(() => evidence.view({}))
  waits.disable()
  clearInterval(watch)
  const { read } = await evidence.view({})
  console.log(
    `  ${read} swatches of ${SOURCES} sources, read and held against each other: ${(firstMs / 1000).toFixed(1)} s, ${Math.round((most - before) / 1e6)} MB more at the most; others waited ${(waits.percentile(99) / 1e6).toFixed(0)} ms (99 %), ${(waits.max / 1e6).toFixed(0)} ms at the longest`,
  )
  console.log(`  from what is kept: ${(await timed(() => evidence.view({}))).toFixed(1)} ms`)
  for (let i = 0; i < 3; i++) {
    const { items } = await swatches.page({ limit: 1, aside: false })
    const swatch = items[0]!
    await swatches.change(swatch.id, swatch.rev, {
      reading: { id: newId(), hex: `#c8a0${30 + i}`, wet: false, washed: true },
    })
    console.log(`  after one reading more: ${(await timed(() => evidence.view({}))).toFixed(0)} ms`)
  }
  await pool.close()
  await database.close()
  rmSync(folder, { recursive: true, force: true })
}

async function timed(run: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await run()
  return performance.now() - began
}
