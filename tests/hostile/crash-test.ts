import Database from 'better-sqlite3'
import { createHash } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ChildProcess } from 'node:child_process'
import sharp from 'sharp'
import { MIGRATIONS } from '../../server/database/migrate'
import { DATABASE_FILE } from '../../server/database/open'
import { catalogueId, newId } from '../../shared/ids'
import { demo, logOfVersion, missingOf } from './earlier-log'
import { exited, startBuilt, untilReady } from '../e2e/server-process'
import { pick, type Random } from './values'

/** What is under way when the server is killed. */
export const SCENARIOS = ['writes', 'photos', 'import', 'firstStart', 'upgrade'] as const
export type Scenario = (typeof SCENARIOS)[number]

const JSON_TYPE = { 'content-type': 'application/json' }
const TANSY = catalogueId('tanacetum-vulgare/flowerHead')
/** Longest that a server is left alone before it is killed, ms: the starts take about as long. */
const LONGEST_MS = { writes: 300, photos: 500, import: 600, firstStart: 1500, upgrade: 1500 }

/** Kills a server in the middle of something, starts it again, and looks whether all is there. */
export class CrashTest {
  private readonly base: string
  private server: ChildProcess | null = null
  private folder = ''
  private readonly answeredLots = new Set<string>()
  private readonly answeredPhotos = new Set<string>()
  private jpegs: Buffer[] = []

  constructor(
    private readonly port: number,
    private readonly random: Random,
  ) {
    this.base = `http://127.0.0.1:${port}`
  }

  /** @throws Error where anything answered is missing, doubled or broken, or it does not start */
  async kill(scenario: Scenario): Promise<void> {
    if (scenario === 'firstStart' || scenario === 'upgrade') return this.killAtStart(scenario)
    await this.started()
    const acting = this[scenario]()
    await this.killSoon(scenario)
    await acting
    await this.started()
    await this.look()
  }

  async end(): Promise<void> {
    this.server?.kill('SIGKILL')
    if (this.server) await exited(this.server)
    if (this.folder) rmSync(this.folder, { recursive: true, force: true })
  }

  private async started(): Promise<void> {
    if (!this.folder) this.folder = mkdtempSync(join(tmpdir(), 'juniper-haze-crash-'))
    if (this.server && this.server.exitCode === null && this.server.signalCode === null) return
    this.server = startBuilt(this.folder, this.port)
    await untilReady(this.base)
  }

  private async killSoon(scenario: Scenario): Promise<void> {
    await new Promise((done) => setTimeout(done, this.random() * LONGEST_MS[scenario]))
    this.server!.kill('SIGKILL')
    await exited(this.server!)
  }

  private async killAtStart(scenario: 'firstStart' | 'upgrade'): Promise<void> {
    const folder = mkdtempSync(join(tmpdir(), 'juniper-haze-crash-'))
    const port = this.port + 1
    try {
      const version = 1 + Math.floor(this.random() * (MIGRATIONS.length - 1))
      const before =
        scenario === 'upgrade' ? await logOfVersion(folder, version, await demo()) : null
      const first = startBuilt(folder, port)
      await new Promise((done) => setTimeout(done, this.random() * LONGEST_MS[scenario]))
      first.kill('SIGKILL')
      await exited(first)
      const second = startBuilt(folder, port)
      try {
        await untilReady(`http://127.0.0.1:${port}`)
      } finally {
        second.kill('SIGKILL')
        await exited(second)
      }
      const db = new Database(join(folder, DATABASE_FILE), { readonly: true })
      const names = db.prepare('select name from knex_migrations order by id').pluck().all()
      expectSame(names.length, MIGRATIONS.length, 'migrations run')
      expectSame(db.pragma('integrity_check', { simple: true }), 'ok', 'integrity')
      const lost = before ? missingOf(db, before).slice(0, 5) : []
      expectSame(lost.join(), '', `rows lost of version ${version}`)
      db.close()
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  }

  private async send(path: string, body: BodyInit, headers = JSON_TYPE): Promise<Response | null> {
    try {
      return await fetch(`${this.base}/api/${path}`, { method: 'POST', headers, body })
    } catch {
      // cut off: whether it was written is for the restart to show
      return null
    }
  }

  private async writes(): Promise<void> {
    const writer = async () => {
      for (;;) {
        const id = newId()
        const lot = { id, sourceId: TANSY, gatheredOn: '2026-08-12', state: 'fresh', netG: 100 }
        const answer = await this.send('lots', JSON.stringify(lot))
        if (!answer) return
        if (answer.status === 201) this.answeredLots.add(id)
      }
    }
    await Promise.all([writer(), writer(), writer(), writer()])
  }

  private async someJpegs(): Promise<Buffer[]> {
    if (this.jpegs.length === 0) {
      this.jpegs = await Promise.all(
        [1, 2, 3].map((n) =>
          sharp({
            create: {
              width: 900,
              height: 700,
              channels: 3,
              background: '#8a5a00',
              noise: { type: 'gaussian', mean: 40 * n, sigma: 40 },
            },
          })
            .jpeg()
            .toBuffer(),
        ),
      )
    }
    return this.jpegs
  }

  /** The same few pictures again and again, so that a stored one is met by a second writing. */
  private async photos(): Promise<void> {
    const lotId = newId()
    const lot = { id: lotId, sourceId: TANSY, gatheredOn: '2026-08-12', state: 'fresh', netG: 100 }
    const made = await this.send('lots', JSON.stringify(lot))
    if (made?.status === 201) this.answeredLots.add(lotId)
    const pictures = await this.someJpegs()
    for (;;) {
      const id = newId()
      const picture = new Uint8Array(pick(this.random, pictures))
      const answer = await this.send(`pictures?id=${id}&lotId=${lotId}`, picture, {
        'content-type': 'image/jpeg',
      })
      if (!answer) return
      if (answer.status === 201) this.answeredPhotos.add(id)
    }
  }

  private async import(): Promise<void> {
    const rows = Array.from({ length: 300 }, (_, i) => `wool,yarn,10,imported ${i}`)
    const file = ['fibre,form,dryG,name', ...rows].join('\n')
    const look = await this.send('import/pieces', file, { 'content-type': 'text/csv' })
    if (!look) return
    const plan = (await look.text().catch(() => '')).trim().split('\n').at(-1) ?? ''
    const hash = /"hash":"([0-9a-f]{64})"/.exec(plan)?.[1]
    if (!hash) return
    const done = await this.send(`import/pieces?apply=${hash}`, file, {
      'content-type': 'text/csv',
    })
    await done?.text().catch(() => '')
  }

  private async look(): Promise<void> {
    const db = new Database(join(this.folder, DATABASE_FILE), { readonly: true })
    try {
      expectSame(db.pragma('integrity_check', { simple: true }), 'ok', 'integrity')
      const there = new Set(db.prepare('select id from lot').pluck().all() as string[])
      for (const id of this.answeredLots) if (!there.has(id)) throw new Error(`lot ${id} was lost`)
      const count = (sql: string) => db.prepare(sql).pluck().get()
      expectSame(count('select count(distinct code) from lot'), there.size, 'tag codes')
      expectSame(count('select count(*) from lot_movement'), there.size, 'movements')
      expectSame(Number(count('select count(*) from piece')) % 300, 0, 'rows of whole imports')
      const photos = new Set(db.prepare('select id from photo').pluck().all() as string[])
      for (const id of this.answeredPhotos) {
        if (!photos.has(id)) throw new Error(`photo ${id} was lost`)
      }
      this.lookAtPhotos(db.prepare('select distinct hash from photo').pluck().all() as string[])
    } finally {
      db.close()
    }
  }

  private lookAtPhotos(hashes: readonly string[]): void {
    const folder = join(this.folder, 'photos')
    for (const hash of hashes) {
      const bytes = readFileSync(join(folder, `${hash}.jpg`))
      const found = createHash('sha256').update(bytes).digest('hex')
      expectSame(found, hash, 'a photo, by what is in it')
      const small = readFileSync(join(folder, `${hash}-small.jpg`))
      expectSame(small.subarray(-2).toString('hex'), 'ffd9', 'the end of a small photo')
    }
    const strays = hashes.length ? readdirSync(folder).filter((name) => name.endsWith('.part')) : []
    expectSame(strays.length, 0, 'strays')
  }
}

function expectSame(found: unknown, wanted: unknown, what: string): void {
  if (found !== wanted) throw new Error(`${what}: ${String(found)}, not ${String(wanted)}`)
}
