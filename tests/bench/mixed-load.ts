import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { spawn } from 'node:child_process'
import { quantileSorted } from 'd3-array'
import { randomLcg } from 'd3-random'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { seedCatalogue } from '../../server/services/log/catalogue'
import { catalogueId, newId } from '../../shared/ids'
import { exited, startBuilt, untilReady } from '../e2e/server-process'
import { pick } from '../hostile/values'
import { fillBigLog } from './big-log'

/**
 * Reading and writing mixed, at a steady rate, on a log of a lifetime. Another build can be measured
 * in the same run: OTHER_BUILD names its server's entry, OTHER_DATA a folder with a log of the same
 * size that its own code filled, since an earlier build does not open a newer log.
 */

const RATE = Number(process.env.LOAD_RATE ?? 50)
const SECONDS = Number(process.env.LOAD_SECONDS ?? 60)
const SWATCHES = Number(process.env.LOAD_SWATCHES ?? 100_000)
const SHARE_OF_WRITES = 0.08
const PORT = 4872
const BASE = `http://127.0.0.1:${PORT}`
const DAY = '2026-11-23'
const SOURCES = ['tanacetum-vulgare/flowerHead', 'rumex-obtusifolius/root'].map(catalogueId)

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-load-'))
const database = await openDatabase(folder)
await migrate(database.write)
await seedCatalogue(database.write, new Date().toISOString())
await fillBigLog(database.write, {
  lots: SWATCHES / 10,
  pots: SWATCHES / 5,
  swatches: SWATCHES,
  waiting: SWATCHES / 20,
})
await database.close()

const READS = [
  `today?on=${DAY}`,
  `walk?on=${DAY}`,
  `loft?on=${DAY}`,
  'basket',
  'basket/rows?offset=0&limit=100',
  'lots?limit=50',
  'swatches?limit=50',
  `swatches?limit=50&sourceId=${SOURCES[0]}`,
  'pots?limit=50',
  'hob',
  'names?q=tan',
  'find?q=tan',
  `strength/${SOURCES[1]}`,
  'atlas',
]

async function measure(name: string): Promise<void> {
  await untilReady(BASE)
  for (const path of READS) await (await fetch(`${BASE}/api/${path}`)).arrayBuffer()
  // curves are kept from start to start: those of a log that was made just now are computed once
  const begun = Date.now()
  for (;;) {
    const { pending } = (await (await fetch(`${BASE}/api/atlas`)).json()) as { pending?: number }
    // an earlier build does not say
    if (!pending) break
    await new Promise((rest) => setTimeout(rest, 500))
  }
  console.log(`${name}: all curves computed in ${Math.round((Date.now() - begun) / 1000)} s`)
  const random = randomLcg(0.26)
  const times = new Map<string, number[]>()
  const failures = new Map<string, number>()
  const ask = async (path: string, write: boolean) => {
    const began = performance.now()
    try {
      const body = {
        id: newId(),
        sourceId: pick(random, SOURCES),
        gatheredOn: DAY,
        state: 'fresh',
        netG: 100,
      }
      const answer = await fetch(`${BASE}/api/${path}`, {
        ...(write && {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        }),
      })
      await answer.arrayBuffer()
      if (!answer.ok) failures.set(path, (failures.get(path) ?? 0) + 1)
    } catch {
      failures.set(path, (failures.get(path) ?? 0) + 1)
    }
    const key = write ? 'write' : path.split('?')[0]!
    times.set(key, [...(times.get(key) ?? []), performance.now() - began])
  }
  const waiting: Promise<void>[] = []
  const began = performance.now()
  for (let i = 0; i < RATE * SECONDS; i++) {
    // by the clock, whether earlier ones are answered or not: people do not wait for each other
    const due = began + (i * 1000) / RATE
    const early = due - performance.now()
    if (early > 0) await new Promise((done) => setTimeout(done, early))
    const write = random() < SHARE_OF_WRITES
    waiting.push(ask(write ? 'lots' : pick(random, READS), write))
  }
  await Promise.all(waiting)
  const all = [...times.values()].flat().sort((a, b) => a - b)
  const at = (list: number[], p: number) => quantileSorted(list, p)!.toFixed(0)
  console.log(
    `${name}: p50 ${at(all, 0.5)} ms, p95 ${at(all, 0.95)} ms, p99 ${at(all, 0.99)} ms, longest ${at(all, 1)} ms of ${all.length}; failures ${JSON.stringify(Object.fromEntries(failures))}`,
  )
  for (const [path, list] of times) {
    list.sort((a, b) => a - b)
    console.log(`  ${path.padEnd(24)} p50 ${at(list, 0.5)} p99 ${at(list, 0.99)} (${list.length})`)
  }
}

try {
  console.log(`${RATE} requests a second for ${SECONDS} s, ${SWATCHES} swatches, 8 % writes`)
  const builds: [string, () => ReturnType<typeof startBuilt>][] = [
    ['this build', () => startBuilt(folder, PORT)],
  ]
  const other = process.env.OTHER_BUILD
  if (other) {
    builds.unshift([
      'other build',
      () =>
        spawn(process.execPath, [other], {
          stdio: ['ignore', 'ignore', 'inherit'],
          env: {
            ...process.env,
            NODE_ENV: 'production',
            NITRO_HOST: '127.0.0.1',
            NITRO_PORT: String(PORT),
            JUNIPER_HAZE_DATA: process.env.OTHER_DATA ?? folder,
            JUNIPER_HAZE_LOG: 'error',
          },
        }),
    ])
  }
  for (const [name, start] of builds) {
    const server = start()
    try {
      await measure(name)
    } finally {
      server.kill('SIGKILL')
      await exited(server)
    }
  }
} finally {
  rmSync(folder, { recursive: true, force: true })
}
