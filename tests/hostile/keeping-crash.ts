import Database from 'better-sqlite3'
import { createHash } from 'node:crypto'
import {
  createWriteStream,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
} from 'node:fs'
import type { ChildProcess } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import sharp from 'sharp'
import { openArchive } from '../../server/services/archive/open-archive'
import { backupsIn } from '../../server/keeping/backups/backup-store'
import { copyName } from '../../server/keeping/backups/backup-note'
import { tidyPhotos } from '../../server/keeping/repair/tidy-photos'
import { DATABASE_FILE } from '../../server/database/open'
import type { ArchiveLook, KeepingView } from '../../shared/views/keeping/keeping'
import { catalogueId, newId } from '../../shared/ids'
import { exited, startBuilt, untilReady } from '../e2e/server-process'
import type { Random } from './values'

/** What is under way when the server is killed. */
export const KEEPING_SCENARIOS = ['backup', 'archive', 'restore', 'merge'] as const
type Scenario = (typeof KEEPING_SCENARIOS)[number]

const TANSY = catalogueId('tanacetum-vulgare/flowerHead')
const JSON_TYPE = { 'content-type': 'application/json' }
/** Longest that a server is left alone before it is killed, ms; where a log is swapped, to begin with. */
const LONGEST_MS = { backup: 250, archive: 120, restore: 300, merge: 900 }
/** A kill is meant to come before the swap as often as after it, however long that takes by now. */
const LATER = 1.25

const isCutOff = ({ message }: Error) =>
  /fetch failed|terminated|aborted|premature|other side closed/i.test(message)

function expectSame(found: unknown, wanted: unknown, what: string): void {
  if (found !== wanted) throw new Error(`${what}: ${String(found)}, not ${String(wanted)}`)
}

/** Kills a server while it keeps its log safe, and looks whether that is still whole. */
export class KeepingCrash {
  /** How often each came to its end before the kill: about half, or the kills miss it. */
  readonly reached: Partial<Record<Scenario, number>> = {}
  private readonly longestMs = { ...LONGEST_MS }
  private readonly base: string
  private readonly folder = mkdtempSync(join(tmpdir(), 'juniper-haze-keep-'))
  private server: ChildProcess | null = null
  /** Lots of the backup that is brought back. */
  private then = ''
  private key = ''
  private file = ''
  /** Lots of the archive that is made one with the log: more than in the backup. */
  private archived = ''

  constructor(
    private readonly port: number,
    private readonly random: Random,
  ) {
    this.base = `http://127.0.0.1:${port}`
  }

  /** @throws Error where a half backup counts, or a log is neither the one nor the other */
  async kill(scenario: Scenario): Promise<void> {
    await this.started()
    if (!this.key) await this.begin()
    // something of its own, so that a log that was swapped is told from one that was not
    await this.lot(true)
    const before = this.lots()
    const wanted = new Set([before])
    // cut off is what it is to be; what else goes wrong is told
    const acting = this[scenario](wanted).then(
      () => null,
      (error: Error) => (isCutOff(error) ? null : error),
    )
    await new Promise((done) => setTimeout(done, this.random() * this.longestMs[scenario]))
    this.server!.kill('SIGKILL')
    await exited(this.server!)
    const failure = await acting
    if (failure) throw failure
    await this.started()
    const after = this.lots()
    if (after !== before) this.reached[scenario] = (this.reached[scenario] ?? 0) + 1
    if (scenario === 'restore' || scenario === 'merge') {
      this.longestMs[scenario] *= after === before ? LATER : 1 / LATER
    }
    if (!wanted.has(after)) throw new Error('the log is neither as before nor as it was to be')
    this.lookAtLog()
    await this.lookAtBackups()
    await this.lookAtPhotos()
  }

  async end(): Promise<void> {
    this.server?.kill('SIGKILL')
    if (this.server) await exited(this.server)
    rmSync(this.folder, { recursive: true, force: true })
  }

  private async started(): Promise<void> {
    if (this.server && this.server.exitCode === null && this.server.signalCode === null) return
    this.server = startBuilt(this.folder, this.port)
    await untilReady(this.base)
  }

  /** A backup and an archive of some lots with photos; then others come. */
  private async begin(): Promise<void> {
    for (let i = 0; i < 5; i++) await this.lot(true)
    await (await this.post('keeping/backup', {})).text()
    this.then = this.lots()
    this.key = (
      (await (await fetch(`${this.base}/api/keeping`)).json()) as KeepingView
    ).backups[0]!.key
    for (let i = 0; i < 3; i++) await this.lot(true)
    this.file = join(this.folder, 'kept.zip')
    this.archived = this.lots()
    await this.save(this.file)
  }

  private readonly post = (path: string, body: object) =>
    fetch(`${this.base}/api/${path}`, {
      method: 'POST',
      headers: JSON_TYPE,
      body: JSON.stringify(body),
    })

  private async lot(withPhoto: boolean): Promise<void> {
    const id = newId()
    const fields = { sourceId: TANSY, gatheredOn: '2026-08-12', state: 'fresh', netG: 100 }
    await this.post('lots', { id, ...fields })
    if (!withPhoto) return
    const jpeg = await sharp({
      create: {
        width: 600,
        height: 400,
        channels: 3,
        background: '#8a5a00',
        noise: { type: 'gaussian', mean: 120, sigma: 20 + 40 * this.random() },
      },
    })
      .jpeg()
      .toBuffer()
    await fetch(`${this.base}/api/pictures?id=${newId()}&lotId=${id}`, {
      method: 'POST',
      headers: { 'content-type': 'image/jpeg' },
      body: new Uint8Array(jpeg),
    })
  }

  private async save(file: string): Promise<void> {
    const answer = await fetch(`${this.base}/api/archive?places=exact`)
    await pipeline(Readable.fromWeb(answer.body as never), createWriteStream(file))
  }

  private async backup(): Promise<void> {
    await (await this.post('keeping/backup', {})).text()
  }

  /** What was saved of it is whole, or is known not to be. */
  private async saved(file: string): Promise<void> {
    const size = existsSync(file) ? readFileSync(file).length : 0
    try {
      const archive = await openArchive(file)
      archive.close()
    } catch (error) {
      if (!(error instanceof Error) || !/Nothing was changed/.test(error.message)) {
        throw new Error(`an archive of ${size} bytes: ${String(error)}`, { cause: error })
      }
    } finally {
      rmSync(file, { force: true })
    }
  }

  private async archive(): Promise<void> {
    const file = join(this.folder, 'cut.zip')
    try {
      await this.save(file)
    } finally {
      await this.saved(file)
    }
  }

  private async restore(wanted: Set<string>): Promise<void> {
    wanted.add(this.then)
    const change = this.newest()
    await (await this.post('keeping/restore', { backup: this.key, change })).text()
  }

  private async merge(wanted: Set<string>): Promise<void> {
    wanted.add(
      [...new Set([...this.lots().split(' '), ...this.archived.split(' ')])].sort().join(' '),
    )
    const bytes = readFileSync(this.file)
    const answer = await fetch(`${this.base}/api/keeping/archive`, { method: 'POST', body: bytes })
    const last = (await answer.text()).trim().split('\n').at(-1)!
    const { answer: look } = JSON.parse(last) as { answer: ArchiveLook }
    await (
      await this.post('keeping/bring', { token: look.token, mode: 'merge', choices: {} })
    ).text()
  }

  private withLog<T>(use: (db: Database.Database) => T): T {
    const db = new Database(join(this.folder, DATABASE_FILE), { readonly: true })
    try {
      return use(db)
    } finally {
      db.close()
    }
  }

  private lots = () =>
    this.withLog((db) =>
      (db.prepare('select id from lot order by id').pluck().all() as string[]).join(' '),
    )
  private newest = () =>
    this.withLog((db) => db.prepare('select max(n) from change_log').pluck().get())

  private lookAtLog(): void {
    this.withLog((db) => {
      expectSame(db.pragma('integrity_check', { simple: true }), 'ok', 'integrity')
      expectSame((db.pragma('foreign_key_check') as unknown[]).length, 0, 'rows that name nothing')
    })
  }

  private async lookAtBackups(): Promise<void> {
    const folder = join(this.folder, 'backups')
    for (const note of await backupsIn(folder)) {
      const file = join(folder, copyName(note.id))
      const bytes = readFileSync(file)
      expectSame(createHash('sha256').update(bytes).digest('hex'), note.sha256, 'a backup')
      const db = new Database(file, { readonly: true })
      expectSame(db.pragma('integrity_check', { simple: true }), 'ok', 'integrity of a backup')
      expectSame(db.prepare('select count(*) from lot').pluck().get(), note.rows.lot, 'its lots')
      db.close()
      for (const hash of note.photos) this.lookAtPhoto(join(folder, 'photos'), hash)
    }
  }

  private lookAtPhoto(folder: string, hash: string): void {
    const bytes = readFileSync(join(folder, `${hash}.jpg`))
    expectSame(createHash('sha256').update(bytes).digest('hex'), hash, 'a photo')
  }

  /** After a check every row has its picture, and every picture its row. */
  private async lookAtPhotos(): Promise<void> {
    const { missing } = await tidyPhotos({
      log: join(this.folder, DATABASE_FILE),
      folder: this.folder,
      backups: [join(this.folder, 'backups', 'photos')],
      before: Date.now() + 1000,
      isThorough: true,
    })
    expectSame(missing.length, 0, 'photos that are nowhere')
    const hashes = this.withLog(
      (db) => db.prepare('select distinct hash from photo').pluck().all() as string[],
    )
    const photos = join(this.folder, 'photos')
    for (const hash of hashes) this.lookAtPhoto(photos, hash)
    const files = readdirSync(photos).filter((name) => !name.endsWith('.part'))
    expectSame(files.length, 2 * hashes.length, 'files of photos')
  }
}
