import autocannon from 'autocannon'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { seedCatalogue } from '../../server/services/log/catalogue'
import { catalogueId, newId } from '../../shared/ids'
import { startBuilt, untilReady } from '../e2e/server-process'
import { fillBigLog } from './big-log'

/** Latency of the list routes at a steady 50 requests a second, on a log of a lifetime. */

const PORT = 4875
const BASE = `http://127.0.0.1:${PORT}`
const RATE = 50
const SECONDS = 8

const tansy = catalogueId('tanacetum-vulgare/flowerHead')
const PATHS = [
  '/api/lots',
  '/api/lots?inStock=true&state=fresh',
  `/api/lots?sourceId=${tansy}`,
  '/api/swatches',
  '/api/swatches?unread=true',
  `/api/swatches?sourceId=${tansy}`,
  '/api/pieces?undyed=false',
  '/api/pots',
  '/api/sources?q=dermocybe',
  '/api/walk?on=2026-11-23',
  '/api/loft?on=2026-11-23',
  '/api/names?q=tanzy',
  '/api/find?q=tan',
  '/api/basket',
  '/api/basket/rows?offset=0&limit=100',
  '/api/basket/rows?offset=4500&limit=100',
  '/api/basket/rows?level=dyed&offset=0&limit=100',
]
/** Asked also while somebody weighs in once a second, so that no answer can be kept for long. */
const BESIDE_WRITES = PATHS.slice(-8, -1)

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-bench-'))
const database = await openDatabase(folder)
await migrate(database.write)
await seedCatalogue(database.write, new Date().toISOString())
await fillBigLog(database.write, { lots: 10_000, pots: 20_000, swatches: 100_000, waiting: 5_000 })
await database.close()

const server = startBuilt(folder, PORT)
try {
  await untilReady(BASE)
  // a server that has answered for a while, as it has when somebody works with it
  for (const path of PATHS) await autocannon({ url: BASE + path, amount: 60, connections: 2 })
  console.log(`${RATE} requests a second for ${SECONDS} s each, pages of 50 rows`)
  for (const path of PATHS) await measure(path)
  console.log('the same with a gathering weighed in every second')
  const writing = setInterval(() => void weighIn(), 1000)
  for (const path of BESIDE_WRITES) await measure(path)
  clearInterval(writing)
} finally {
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}

async function weighIn(): Promise<void> {
  const answer = await fetch(`${BASE}/api/lots`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      id: newId(),
      sourceId: tansy,
      gatheredOn: '2026-11-22',
      state: 'fresh',
      netG: 120,
    }),
  })
  if (!answer.ok) throw new Error(`a weighing was refused: ${await answer.text()}`)
}

async function measure(path: string): Promise<void> {
  const { latency, non2xx, errors, requests } = await autocannon({
    url: BASE + path,
    overallRate: RATE,
    connections: 5,
    duration: SECONDS,
  })
  if (non2xx || errors) throw new Error(`${path}: ${non2xx} refused, ${errors} failed`)
  console.log(
    `  ${path.replace(tansy, '{id}').padEnd(36)} p50 ${String(latency.p50).padStart(3)} ms  p99 ${String(latency.p99).padStart(3)} ms  (${requests.total} requests)`,
  )
}
