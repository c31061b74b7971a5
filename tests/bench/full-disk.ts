import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import BetterSqlite from 'better-sqlite3'
import sharp from 'sharp'
import { DATABASE_FILE } from '../../server/database/open'
import type { KeepingView } from '../../shared/views/keeping/keeping'
import { catalogueId, newId } from '../../shared/ids'
import { exited, startBuilt, untilReady } from '../e2e/server-process'

/**
 * A small disk that runs full while somebody writes, photographs and backs up, and one that is set to
 * be read only: what was answered is there, what was not says why, and it goes on by itself.
 */

const PORT = 4890
const BASE = `http://127.0.0.1:${PORT}`
const DISK = '24m'
const TANSY = catalogueId('tanacetum-vulgare/flowerHead')

let isWell = true
const claim = (words: string, is: boolean) => {
  console.log(`${is ? 'so' : 'NOT SO'}: ${words}`)
  isWell &&= is
}
const mount = (...args: string[]) => execFileSync('mount', args)

const answered = new Set<string>()
const photos = new Set<string>()

async function lot(): Promise<{ status: number; detail: string }> {
  const id = newId()
  const answer = await fetch(`${BASE}/api/lots`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      id,
      sourceId: TANSY,
      gatheredOn: '2026-08-12',
      state: 'fresh',
      netG: 100,
      note: 'a lane, '.repeat(200).trim(),
    }),
  })
  const body = (await answer.json()) as { detail?: string }
  if (answer.status === 201) answered.add(id)
  return { status: answer.status, detail: body.detail ?? '' }
}

let shade = 0
async function photo(): Promise<{ status: number; detail: string }> {
  const jpeg = await sharp({
    create: {
      width: 900,
      height: 700,
      channels: 3,
      background: '#8a5a00',
      noise: { type: 'gaussian', mean: 60 + (shade++ % 120), sigma: 60 },
    },
  })
    .jpeg()
    .toBuffer()
  const id = newId()
  const answer = await fetch(`${BASE}/api/pictures?id=${id}&lotId=${[...answered][0]}`, {
    method: 'POST',
    headers: { 'content-type': 'image/jpeg' },
    body: new Uint8Array(jpeg),
  })
  const body = (await answer.json()) as { detail?: string }
  if (answer.status === 201) photos.add(id)
  return { status: answer.status, detail: body.detail ?? '' }
}

/** What the server says of its log, once it answers at all. */
async function health(): Promise<string> {
  for (let tries = 0; tries < 100; tries++) {
    try {
      return (
        ((await (await fetch(`${BASE}/api/health`)).json()) as { detail?: string }).detail ?? ''
      )
    } catch {
      await new Promise((next) => setTimeout(next, 100))
    }
  }
  return ''
}

const backUp = async () =>
  (
    await fetch(`${BASE}/api/keeping/backup`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    })
  ).text()

function look(folder: string): void {
  const db = new BetterSqlite(join(folder, DATABASE_FILE), { readonly: true })
  claim('the log is whole', db.pragma('integrity_check', { simple: true }) === 'ok')
  const lots = new Set(db.prepare('select id from lot').pluck().all() as string[])
  const rows = new Set(db.prepare('select id from photo').pluck().all() as string[])
  claim(
    `all ${answered.size} answered lots are there`,
    [...answered].every((id) => lots.has(id)),
  )
  claim(
    `all ${photos.size} answered photos are there`,
    [...photos].every((id) => rows.has(id)),
  )
  const hashes = db.prepare('select distinct hash from photo').pluck().all() as string[]
  const files = new Set(readdirSync(join(folder, 'photos')))
  claim(
    'every one with its files',
    hashes.every((hash) => files.has(`${hash}.jpg`)),
  )
  db.close()
}

const disk = mkdtempSync(join(tmpdir(), 'juniper-haze-disk-'))
mount('-t', 'tmpfs', '-o', `size=${DISK}`, 'tmpfs', disk)
const folder = join(disk, 'data')
let server = startBuilt(folder, PORT)
try {
  await untilReady(BASE)
  console.log(`A disk of ${DISK}`)
  await lot()
  // filled as somebody works, with something of one's own beside it
  writeFileSync(join(disk, 'mine.bin'), Buffer.alloc(12_000_000))
  const refused = new Map<string, number>()
  let inARow = 0
  for (let i = 0; i < 3000 && inARow < 30; i++) {
    const { status, detail } = await (i % 8 === 0 ? photo() : lot())
    inARow = status === 201 ? 0 : inARow + 1
    if (status !== 201)
      refused.set(`${status} ${detail}`, (refused.get(`${status} ${detail}`) ?? 0) + 1)
    if (i % 20 === 19) await backUp()
  }
  const { bavail, bsize } = statfsSync(disk)
  console.log(`${(bavail * bsize) / 1000} kB left;`, Object.fromEntries(refused))
  claim('it ran full', refused.size > 0)
  claim(
    'every refusal says that the disk is full, and what to do',
    [...refused.keys()].every((words) => words.startsWith('503') && /free some space/.test(words)),
  )
  const failed = (await (await fetch(`${BASE}/api/keeping`)).json()) as KeepingView
  console.log(failed.failure)
  look(folder)
  for (const { file } of failed.backups) {
    const copy = new BetterSqlite(file, { readonly: true })
    claim(
      'a backup that counts is whole',
      copy.pragma('integrity_check', { simple: true }) === 'ok',
    )
    copy.close()
  }
  rmSync(join(disk, 'mine.bin'))
  claim('it writes again as soon as there is room', (await lot()).status === 201)
  claim('photos too', (await photo()).status === 201)
  await backUp()
  const after = (await (await fetch(`${BASE}/api/keeping`)).json()) as KeepingView
  claim('and backs up', after.failure === null && after.unsaved === null)

  console.log('The same disk, read only')
  server.kill('SIGTERM')
  await exited(server)
  mount('-o', 'remount,ro', disk)
  server = startBuilt(folder, PORT)
  const told = await health()
  console.log(told)
  claim('it says so in a sentence, and what to do', /cannot be written to: /.test(told))
  mount('-o', 'remount,rw', disk)
  await untilReady(BASE)
  claim('it opens by itself, and writes, when it may', (await lot()).status === 201)
  look(folder)
} finally {
  server.kill('SIGKILL')
  await exited(server)
  execFileSync('umount', [disk])
  rmSync(disk, { recursive: true, force: true })
}
if (!isWell) process.exitCode = 1
