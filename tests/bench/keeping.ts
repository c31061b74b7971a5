import { createHash, randomBytes } from 'node:crypto'
import {
  createWriteStream,
  mkdirSync,
  mkdtempSync,
  openAsBlob,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { ChildProcess } from 'node:child_process'
import { loadDemo } from '../../demo/load'
import { migrate } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/open'
import { hashOfFile } from '../../server/database/whole-files'
import { seedCatalogue } from '../../server/services/log/catalogue'
import type { ArchiveLook, KeepingNews, KeepingView } from '../../shared/views/keeping/keeping'
import { catalogueId, newId } from '../../shared/ids'
import { exited, startBuilt, untilReady } from '../e2e/server-process'
import { fillBigLog } from './big-log'
import { timesRow } from './figures'

/**
 * A log out as an archive, wiped, in again, and out again: the same file. With how long it takes, the
 * most memory of the server, and how lists answer beside it.
 */

const SWATCHES = Number(process.env.SWATCHES ?? 100_000)
const PHOTOS = Number(process.env.PHOTOS ?? 2000)
const MOST_MB = 300
const MOST_LIST_MS = 100
const REST_MS = 8000
const PORTS = { from: 4890, to: 4891 }
const baseOf = (port: number) => `http://127.0.0.1:${port}`
const LISTS = ['lots', 'swatches', 'pots', 'pieces?undyed=false', 'basket/rows?offset=0&limit=100']

let isWell = true
const claim = (words: string, is: boolean) => {
  console.log(`${is ? 'so' : 'NOT SO'}: ${words}`)
  isWell &&= is
}

/** Starts the count of a process's most memory anew. */
const forgetPeak = ({ pid }: ChildProcess) => writeFileSync(`/proc/${pid}/clear_refs`, '5')
const peakMb = ({ pid }: ChildProcess) =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024

/** Asks for lists one after the other while something is done. */
async function withLists<T>(base: string, work: () => Promise<T>): Promise<[T, number[]]> {
  const times: number[] = []
  let isOver = false
  const asking = (async () => {
    for (let i = 0; !isOver; i++) {
      const began = performance.now()
      await (await fetch(`${base}/api/${LISTS[i % LISTS.length]}`)).arrayBuffer()
      times.push(performance.now() - began)
      await new Promise((next) => setTimeout(next, 20))
    }
  })()
  const answer = await work().finally(() => (isOver = true))
  await asking
  return [answer, times]
}

/** What a server holds that only gives lists, MB: each was asked for often, as when one works. */
async function withListsAlone(server: ChildProcess, base: string): Promise<number> {
  await withLists(base, () => new Promise((rest) => setTimeout(rest, REST_MS)))
  forgetPeak(server)
  const [, times] = await withLists(base, () => new Promise((rest) => setTimeout(rest, REST_MS)))
  const mb = peakMb(server)
  console.log(`lists alone: ${mb.toFixed(0)} MB at the most`, timesRow(times))
  return mb
}

async function measured<T>(
  words: string,
  { server, base, aloneMb }: { server: ChildProcess; base: string; aloneMb: number },
  work: () => Promise<T>,
): Promise<T> {
  forgetPeak(server)
  const began = performance.now()
  const [answer, times] = await withLists(base, work)
  const seconds = (performance.now() - began) / 1000
  const mb = peakMb(server)
  const row = timesRow(times)
  const more = Math.max(0, mb - aloneMb)
  console.log(
    `${words}: ${seconds.toFixed(1)} s, ${mb.toFixed(0)} MB at the most, ${more.toFixed(0)} more than lists alone; lists`,
    row,
  )
  claim(`under ${MOST_MB} MB more`, more < MOST_MB)
  claim(`lists under ${MOST_LIST_MS} ms (95 %)`, row['95 % ms'] < MOST_LIST_MS)
  return answer
}

const save = async (base: string, file: string) =>
  pipeline(
    Readable.fromWeb((await fetch(`${base}/api/archive?places=exact`)).body as never),
    createWriteStream(file),
  )

async function lastNews<T>(answer: Response): Promise<T> {
  const news = JSON.parse((await answer.text()).trim().split('\n').at(-1)!) as KeepingNews<T>
  if (!('answer' in news)) throw new Error(JSON.stringify(news))
  return news.answer
}

const post = (base: string, path: string, body: object) =>
  fetch(`${base}/api/${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })

async function look(base: string, file: string): Promise<ArchiveLook> {
  const body = await openAsBlob(file)
  return lastNews<ArchiveLook>(await fetch(`${base}/api/keeping/archive`, { method: 'POST', body }))
}

async function through(words: string, folder: string): Promise<void> {
  console.log(words)
  const scratch = mkdtempSync(join(tmpdir(), 'juniper-haze-archive-'))
  const [first, second] = [join(scratch, 'first.zip'), join(scratch, 'second.zip')]
  const from = startBuilt(folder, PORTS.from)
  const to = startBuilt(join(scratch, 'data'), PORTS.to)
  try {
    const [a, b] = [baseOf(PORTS.from), baseOf(PORTS.to)]
    await Promise.all([untilReady(a), untilReady(b)])
    const giving = { server: from, base: a, aloneMb: await withListsAlone(from, a) }
    await measured('archive out', giving, () => save(a, first))
    const empty = { server: to, base: b, aloneMb: await withListsAlone(to, b) }
    const taken = await measured('looked at by an empty log', empty, () => look(b, first))
    const whole = { token: taken.token, mode: 'replace', choices: {} }
    await measured('in the place of the empty log', empty, async () =>
      lastNews(await post(b, 'keeping/bring', whole)),
    )
    await save(b, second)
    claim('the same file again', (await hashOfFile(first)) === (await hashOfFile(second)))

    await post(b, 'lots', {
      id: newId(),
      sourceId: catalogueId('tanacetum-vulgare/flowerHead'),
      gatheredOn: '2026-08-12',
      state: 'fresh',
      netG: 100,
    })
    const full = { server: to, base: b, aloneMb: await withListsAlone(to, b) }
    const merged = await measured('looked at by a log as large', full, () => look(b, first))
    const one = { token: merged.token, mode: 'merge', choices: {} }
    await measured('made one with it', full, async () =>
      lastNews(await post(b, 'keeping/bring', one)),
    )
    const { backups } = await measured('backed up', full, async () =>
      lastNews<KeepingView>(await post(b, 'keeping/backup', {})),
    )
    claim('as many backups as were made', backups.length >= 2)
  } finally {
    for (const server of [from, to]) {
      server.kill('SIGKILL')
      await exited(server)
    }
    rmSync(scratch, { recursive: true, force: true })
  }
}

/** Photos as they lie in a folder; their bytes are noise, as those of a picture are to a ZIP. */
async function addPhotos(folder: string, count: number): Promise<void> {
  const photos = join(folder, 'photos')
  mkdirSync(photos, { recursive: true })
  const database = await openDatabase(folder)
  const lots = await database.read('lot').limit(1000).pluck<string[]>('id')
  const at = '2026-01-01T00:00:00.000Z'
  const rows = Array.from({ length: count }, (_, i) => {
    const [full, small] = [randomBytes(180_000), randomBytes(20_000)]
    const hash = createHash('sha256').update(full).digest('hex')
    writeFileSync(join(photos, `${hash}.jpg`), full)
    writeFileSync(join(photos, `${hash}-small.jpg`), small)
    const recorded = { id: newId(), rev: 1, created_at: at, updated_at: at, note: '' }
    return {
      ...recorded,
      hash,
      width: 2400,
      height: 1600,
      bytes: full.length,
      lot_id: lots[i % lots.length],
    }
  })
  await database.write.batchInsert('photo', rows, 50)
  await database.close()
}

const demo = mkdtempSync(join(tmpdir(), 'juniper-haze-demo-'))
const big = mkdtempSync(join(tmpdir(), 'juniper-haze-big-'))
try {
  await loadDemo(demo)
  await through('The demo log', demo)

  const database = await openDatabase(big)
  await migrate(database.write)
  await seedCatalogue(database.write, new Date().toISOString())
  await fillBigLog(database.write, {
    lots: SWATCHES / 10,
    pots: SWATCHES / 5,
    swatches: SWATCHES,
    waiting: SWATCHES / 20,
  })
  await database.write('change_log').insert({
    id: newId(),
    change_set_id: newId(),
    collection: 'lots',
    row_id: newId(),
    action: 'change',
    at: '2026-01-01T00:00:00.000Z',
  })
  await database.close()
  await addPhotos(big, PHOTOS)
  await through(`${SWATCHES} swatches and ${PHOTOS} photos`, big)
} finally {
  for (const folder of [demo, big]) rmSync(folder, { recursive: true, force: true })
}
if (!isWell) process.exitCode = 1
