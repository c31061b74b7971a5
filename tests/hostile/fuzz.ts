import { readFileSync } from 'node:fs'
import { once } from 'node:events'
import { Agent, request as send } from 'node:http'
import { Worker } from 'node:worker_threads'
import { randomLcg } from 'd3-random'
import { hostileRequests, type HostileRequest } from './requests'

/** What became of a report. */
export interface FuzzReport {
  /** How often each status was answered; 0 stands for a connection that was ended. */
  statuses: Record<number, number>
  /** Requests that were answered by 5xx, but for "busy". */
  broken: { request: HostileRequest; status: number; answer: string }[]
  /** The longest that a request for the server's health took meanwhile, ms. */
  longestStallMs: number
  /** Stalls of over a tenth of a second, with what was under way, longest first. */
  stalls: { ms: number; underWay: string[] }[]
}

const AT_ONCE = 6
/** Requests that are remembered once they are answered, to tell what a stall was beside. */
const KEPT_LATELY = 50
const NOTED_MS = 100

/** Sends requests by seed to a server, several at once, and asks how it is all the while. */
export async function fuzzServer(
  base: string,
  requests: number,
  seed: number,
): Promise<FuzzReport> {
  const random = randomLcg(seed)
  const seen = { ids: await someIds(base), archive: await archiveOf(base) }
  const next = hostileRequests(random, seen)
  const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE })
  const report: FuzzReport = { statuses: {}, broken: [], longestStallMs: 0, stalls: [] }
  const underWay = new Set<string>()
  const lately: { words: string; ended: number }[] = []
  let left = requests

  const sent = async (request: HostileRequest): Promise<string> => {
    const words = `${request.method} ${request.path.slice(0, 80)} ${String(request.body ?? '').slice(0, 120)}`
    underWay.add(words)
    const { status, answer } = await answerTo(base, request, agent)
    underWay.delete(words)
    lately.push({ words, ended: performance.timeOrigin + performance.now() })
    if (lately.length > KEPT_LATELY) lately.shift()
    report.statuses[status] = (report.statuses[status] ?? 0) + 1
    const isBroken = status >= 500 && !(status === 503 && answer.includes('"Busy"'))
    // work that is told line by line has begun its answer when it breaks
    if (isBroken || answer.includes('"status":500'))
      report.broken.push({ request, status, answer: answer.slice(0, 2000) })
    return answer
  }
  const sender = async () => {
    while (left-- > 0) {
      const request = next()
      const answer = await sent(request)
      const further = request.next?.(answer)
      if (further) await sent(further)
    }
  }
  const watch = new Worker(new URL('health-watch.mjs', import.meta.url), { workerData: { base } })
  watch.on('message', ({ began, ms }: { began: number; ms: number }) => {
    report.longestStallMs = Math.max(report.longestStallMs, ms)
    if (ms <= NOTED_MS) return
    const meanwhile = lately.filter(({ ended }) => ended > began).map(({ words }) => words)
    report.stalls.push({ ms: Math.round(ms), underWay: [...underWay, ...meanwhile] })
  })
  await Promise.all(Array.from({ length: AT_ONCE }, sender))
  watch.postMessage('end')
  await once(watch, 'exit')
  agent.destroy()
  report.stalls.sort((a, b) => b.ms - a.ms)
  return report
}

function answerTo(
  base: string,
  { method, path, headers, body }: HostileRequest,
  agent: Agent,
): Promise<{ status: number; answer: string }> {
  return new Promise((done) => {
    const asked = send(`${base}/api/${path}`, { method, headers, agent }, (response) => {
      const chunks: Buffer[] = []
      response.on('data', (chunk: Buffer) => chunks.push(chunk))
      const end = () =>
        done({
          status: response.statusCode ?? 0,
          answer: Buffer.concat(chunks).toString('utf8'),
        })
      // a stream that is left does not end, it closes
      response.on('close', end).on('error', end)
      // a stream of readings has no end of its own
      if (response.headers['content-type']?.startsWith('text/event-stream')) response.destroy()
    })
    asked.on('error', (error) => done({ status: 0, answer: error.message }))
    asked.end(body)
  })
}

/** The whole log as its server gives it away. */
const archiveOf = async (base: string): Promise<Buffer> =>
  Buffer.from(await (await fetch(`${base}/api/archive?places=none`)).arrayBuffer())

/** Ids of things of every kind in the log. */
async function someIds(base: string): Promise<string[]> {
  const ids: string[] = []
  for (const name of [
    'sources',
    'lots',
    'jars',
    'pieces',
    'pots',
    'swatches',
    'baths',
    'patches',
    'fastnessTests',
    'trials',
    'plans',
    'photos',
  ]) {
    const { items } = (await (await fetch(`${base}/api/${name}?limit=20`)).json()) as {
      items: { id: string }[]
    }
    ids.push(...items.map(({ id }) => id))
  }
  return ids
}

/** Memory that a process holds, MB; Linux only. */
export const memoryMb = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? NaN) / 1024
