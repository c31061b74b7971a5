import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { loadDemo } from '../../demo/load'
import { startBuilt, untilReady } from '../e2e/server-process'
import { fuzzServer, memoryMb } from '../hostile/fuzz'

/** Hostile requests by seed over every route and importer: nothing breaks, stalls, or leaks. */

const PORT = 4873
const BASE = `http://127.0.0.1:${PORT}`
const REQUESTS = Number(process.env.HOSTILE_REQUESTS ?? 100_000)
const SEED = Number(process.env.HOSTILE_SEED ?? 0.26)
const WARM = 20_000
/** Threads that nobody asks end after a minute, and memory is given back when it is quiet. */
const REST_MS = 90_000
const rest = () => new Promise((rested) => setTimeout(rested, REST_MS))

const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-hostile-'))
await loadDemo(folder)
const server = startBuilt(folder, PORT)
try {
  await untilReady(BASE)
  // caches and compiled code fill up first: what is held then is what it needs
  await fuzzServer(BASE, Math.min(WARM, REQUESTS), SEED / 2)
  await rest()
  const before = memoryMb(server.pid!)
  const began = Date.now()
  const { statuses, broken, longestStallMs, stalls } = await fuzzServer(BASE, REQUESTS, SEED)
  console.log(`${REQUESTS} requests, seed ${SEED}, ${Math.round((Date.now() - began) / 1000)} s`)
  console.log(JSON.stringify(statuses))
  console.log(`longest answer of the server's health beside it: ${longestStallMs.toFixed(0)} ms`)
  for (const { ms, underWay } of stalls.slice(0, 8))
    console.log(`  ${ms} ms: ${underWay.join(' | ')}`)
  const most = memoryMb(server.pid!)
  await rest()
  const [was, is, atEnd] = [before, memoryMb(server.pid!), most].map((mb) => mb.toFixed(0))
  console.log(`memory ${was} MB before, ${atEnd} MB at the last request, ${is} MB after a rest`)
  console.log(`answers of 5xx: ${broken.length}`)
  const seen = new Set<string>()
  for (const { request, status, answer } of broken) {
    const kind = `${status} ${request.method} ${request.path.replace(/[0-9a-f-]{36}/g, ':id').slice(0, 60)}`
    if (seen.has(kind) || seen.size > 25) continue
    seen.add(kind)
    console.log(kind, answer.slice(0, 160), String(request.body ?? '').slice(0, 500))
  }
  if (broken.length > 0) process.exitCode = 1
} finally {
  server.kill('SIGKILL')
  rmSync(folder, { recursive: true, force: true })
}
