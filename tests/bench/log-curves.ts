import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { createCurvePool } from '../../server/services/strength/curve-pool'
import { seedCatalogue } from '../../server/services/log/catalogue'
import { priorFor } from '../../core/strength/posterior/priors'
import { curvePosterior } from '../../core/strength/posterior/posterior'
import { startBuilt, untilReady } from '../e2e/server-process'
import { fillCurveLog, jobsOf } from './curve-log'

/**
 * All curves of a log of 500 curves with ten measured swatches each: in one worker, and asked of
 * the built server while lists are asked of it too.
 */

const CURVES = 500
const SWATCHES = 10
const PORT = 4876
const BASE = `http://127.0.0.1:${PORT}`

const jobs = jobsOf(CURVES, SWATCHES)
const points = jobs[0]!.swatches.map(({ ratioDry, lot }, i) => ({
  ratio: ratioDry,
  lot,
  strength: 1.5 * (1 - Math.exp(-ratioDry / 0.4)) * (1 + 0.05 * Math.sin(5 * i)),
}))
const prior = priorFor({ kind: 'leaf' })
for (let i = 0; i < 30; i++) curvePosterior(points, prior)
const began = performance.now()
for (let i = 0; i < 200; i++) curvePosterior(points, prior)
console.log(
  `  one posterior of ${SWATCHES} swatches: ${((performance.now() - began) / 200).toFixed(2)} ms`,
)

const pool = createCurvePool(resolve('.output/server/workers/curves.mjs'), { threads: 1 })
await pool.compute(jobsOf(10, SWATCHES, 0.9))
const start = performance.now()
await pool.compute(jobs)
const oneWorkerS = (performance.now() - start) / 1000
console.log(`  ${CURVES} curves on one worker: ${oneWorkerS.toFixed(2)} s`)
await pool.close()

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-bench-'))
const database = await openDatabase(folder)
await migrate(database.write)
await seedCatalogue(database.write, new Date().toISOString())
await fillCurveLog(database.write, CURVES, SWATCHES)
await database.close()

const server = startBuilt(folder, PORT)
const LIST = `${BASE}/api/lots`
async function askList(): Promise<number> {
  const asked = performance.now()
  await (await fetch(LIST)).arrayBuffer()
  return performance.now() - asked
}
const summed = (times: number[]) => {
  times.sort((a, b) => a - b)
  const at = (p: number) => times[Math.min(times.length - 1, Math.floor(p * times.length))]!
  return { p50: at(0.5), p95: at(0.95), most: times.at(-1)! }
}
const told = ({ p50, p95, most }: ReturnType<typeof summed>) =>
  `p50 ${p50.toFixed(1)}, p95 ${p95.toFixed(1)}, most ${most.toFixed(1)} ms`
try {
  await untilReady(BASE)
  for (let i = 0; i < 100; i++) await askList()
  const quiet: number[] = []
  for (let i = 0; i < 200; i++) quiet.push(await askList())
  const busy: number[] = []
  let isDone = false
  const asked = performance.now()
  const all = fetch(`${BASE}/api/curves`)
    .then((answer) => answer.json() as Promise<{ items: unknown[] }>)
    .then(({ items }) => {
      isDone = true
      return items.length
    })
  while (!isDone) {
    busy.push(await askList())
    await new Promise((next) => setTimeout(next, 5))
  }
  const answered = await all
  const seconds = (performance.now() - asked) / 1000
  const [before, during] = [summed(quiet), summed(busy)]
  console.log(
    `  the server: ${answered} curves in ${seconds.toFixed(2)} s; lists of 50 lots\n` +
      `  alone ${told(before)}; meanwhile ${told(during)} (${busy.length} lists):\n` +
      `  delayed by ${(during.p50 - before.p50).toFixed(1)} ms in the middle, ${(during.p95 - before.p95).toFixed(1)} ms at p95, ${(during.most - before.most).toFixed(1)} ms worst against worst`,
  )
} finally {
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}
