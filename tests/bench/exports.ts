import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { quantileSorted } from 'd3-array'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { EXPORT_TYPES } from '../../server/services/exchange/exchange'
import { seedCatalogue } from '../../server/services/log/catalogue'
import { catalogueId, newId } from '../../shared/ids'
import { exited, startBuilt, untilReady } from '../e2e/server-process'
import { memoryMb } from '../hostile/fuzz'
import { fillBigLog } from './big-log'

/**
 * Every export of a log of a lifetime, and an import of 20,000 pieces: what the server holds meanwhile,
 * and how long others wait for a page of it, or to have something written.
 */

const SWATCHES = Number(process.env.EXPORT_SWATCHES ?? 100_000)
const PIECES = Number(process.env.IMPORT_PIECES ?? 20_000)
const NAMES = process.env.EXPORTS?.split(',') ?? Object.keys(EXPORT_TYPES)
const PORT = 4877
const BASE = `http://127.0.0.1:${PORT}`
const EVERY_MS = 50

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-exports-'))
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
const server = startBuilt(folder, PORT)

/** Reads an answer to its end without keeping it. @returns bytes */
async function drained(answer: Response): Promise<number> {
  let bytes = 0
  for await (const piece of answer.body ?? []) bytes += (piece as Uint8Array).length
  return bytes
}

const inMs = (ms: readonly number[]): string => {
  const sorted = ms.toSorted((a, b) => a - b)
  const at = (p: number) => quantileSorted(sorted, p)?.toFixed(0) ?? '-'
  return `p50 ${at(0.5)}, p95 ${at(0.95)}, longest ${at(1)} ms of ${sorted.length}`
}

/** Does something while others ask for the basket, and one writes, each by the clock. */
async function beside(what: string, work: () => Promise<string>, writeEveryMs = 0): Promise<void> {
  let isOver = false
  let mostMb = 0
  const [reads, writes]: [number[], number[]] = [[], []]
  const refused = new Map<number, number>()
  const watch = async () => {
    while (!isOver) {
      mostMb = Math.max(mostMb, memoryMb(server.pid!))
      const began = performance.now()
      await drained(await fetch(`${BASE}/api/basket`))
      reads.push(performance.now() - began)
      await new Promise((next) => setTimeout(next, EVERY_MS))
    }
  }
  const write = async () => {
    while (!isOver && writeEveryMs > 0) {
      const began = performance.now()
      const lot = {
        id: newId(),
        sourceId: catalogueId('tanacetum-vulgare/flowerHead'),
        gatheredOn: '2026-08-12',
        state: 'fresh',
        netG: 100,
      }
      const answer = await fetch(`${BASE}/api/lots`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(lot),
      })
      await drained(answer)
      writes.push(performance.now() - began)
      if (!answer.ok) refused.set(answer.status, (refused.get(answer.status) ?? 0) + 1)
      await new Promise((next) => setTimeout(next, writeEveryMs))
    }
  }
  const others = [watch(), write()]
  const began = performance.now()
  const told = await work()
  const seconds = ((performance.now() - began) / 1000).toFixed(1)
  isOver = true
  await Promise.all(others)
  console.log(`${what}: ${told} in ${seconds} s, server at most ${mostMb.toFixed(0)} MB`)
  console.log(`  basket beside it: ${inMs(reads)}`)
  if (writes.length > 0)
    console.log(`  writes beside it: ${inMs(writes)}; refused ${JSON.stringify([...refused])}`)
}

try {
  await untilReady(BASE)
  await drained(await fetch(`${BASE}/api/basket`))
  console.log(`${SWATCHES} swatches; server begins with ${memoryMb(server.pid!).toFixed(0)} MB`)
  for (const name of NAMES) {
    await beside(name, async () => {
      const answer = await fetch(`${BASE}/api/export/${name}`)
      const bytes = await drained(answer)
      return `${answer.status}, ${(bytes / 1e6).toFixed(1)} MB`
    })
  }
  const lines = Array.from({ length: PIECES }, (_, i) => `wool,yarn,${10 + (i % 90)},hank ${i}`)
  const body = ['fibre,form,dryG,name', ...lines].join('\n')
  const sent = async (query = '') => {
    const headers = { 'content-type': 'text/csv' }
    const answer = await fetch(`${BASE}/api/import/pieces${query}`, {
      method: 'POST',
      headers,
      body,
    })
    return answer.text()
  }
  let hash = ''
  await beside(
    `looking at ${PIECES} pieces`,
    async () => {
      hash = /"hash":"([0-9a-f]{64})"/.exec(await sent())?.[1] ?? ''
      return hash ? 'planned' : 'refused'
    },
    200,
  )
  await beside(
    `bringing in ${PIECES} pieces`,
    async () => /"rows":\d+|"detail":"[^"]*"/.exec(await sent(`?apply=${hash}`))?.[0] ?? 'nothing',
    200,
  )
} finally {
  server.kill('SIGKILL')
  await exited(server)
  rmSync(folder, { recursive: true, force: true })
}
