import { afterEach, describe, expect, test } from '@jest/globals'
import BetterSqlite from 'better-sqlite3'
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomLcg } from 'd3-random'
import { isJournalCut } from '../../../../server/database/journal'
import { migrate, MIGRATIONS } from '../../../../server/database/migrate'
import { connectFile, DATABASE_FILE } from '../../../../server/database/open'
import { openLog, type OpenLog } from '../../../../server/database/open-log'
import { LogTrouble } from '../../../../server/database/trouble'
import { copyName } from '../../../../server/keeping/backups/backup-note'
import { findBackups } from '../../../../server/keeping/backups/backup-places'
import { keepBeforeUpgrade } from '../../../../server/keeping/keep-before-upgrade'
import { toProblem } from '../../../../server/http/to-problem'
import { keepingHere } from '../../../../server/keeping/run-keeping'
import checkFile from '../../../../server/workers/file-check'

const opened: OpenLog[] = []
const folders: string[] = []
const keep = keepBeforeUpgrade(keepingHere)
const check = (file: string) => Promise.resolve(checkFile(file))

function folder(): string {
  const path = mkdtempSync(join(tmpdir(), 'juniper-haze-open-'))
  folders.push(path)
  return path
}

async function open(path: string): Promise<OpenLog> {
  const log = await openLog(path, check, keep)
  opened.push(log)
  return log
}

const close = () => Promise.all(opened.splice(0).map(({ database }) => database.close()))

afterEach(async () => {
  await close()
  folders.splice(0).forEach((path) => rmSync(path, { recursive: true, force: true }))
})

const fileIn = (path: string) => join(path, DATABASE_FILE)

/** A log of an earlier version, with a row in it. */
async function logOfVersion(path: string, version: number): Promise<void> {
  const db = connectFile(fileIn(path))
  await migrate(db, MIGRATIONS.slice(0, version))
  await db('tag_serial').insert({ prefix: 'KEPT', year: 2026, last: 7 })
  await db.destroy()
}

describe('a log that is opened', () => {
  test('is made whole or not at all: what a cut start left behind is swept', async () => {
    const path = folder()
    writeFileSync(`${fileIn(path)}.new`, 'half a log')
    writeFileSync(`${fileIn(path)}.new-wal`, 'and its journal')
    const { database, warnings } = await open(path)
    expect(warnings).toEqual([])
    expect(await database.read('patch')).toEqual([])
    expect(readdirSync(path).filter((name) => name.includes('.new'))).toEqual([])
  })

  test('is held: a second server is told by whom', async () => {
    const path = folder()
    await open(path)
    await expect(openLog(path, check, keep)).rejects.toMatchObject({
      kind: 'held',
      message: expect.stringMatching(
        new RegExp(`is open already \\(process ${process.pid}, since .* UTC\\)`),
      ) as unknown,
    })
    await close()
    await open(path)
  })

  test('that is empty is refused, and not written over', async () => {
    const path = folder()
    writeFileSync(fileIn(path), '')
    await expect(openLog(path, check, keep)).rejects.toThrow('is empty (0 bytes)')
    expect(statSync(fileIn(path)).size).toBe(0)
    // it is not held after a refusal
    rmSync(fileIn(path))
    await open(path)
  })

  test('whose file is gone, with its journal there, is refused', async () => {
    const path = folder()
    writeFileSync(`${fileIn(path)}-wal`, 'x')
    await expect(openLog(path, check, keep)).rejects.toThrow('is gone, though its journal is there')
  })

  test('that is something else is refused', async () => {
    const path = folder()
    writeFileSync(fileIn(path), 'a letter to my aunt, as long as a header of SQLite'.repeat(40))
    await expect(openLog(path, check, keep)).rejects.toMatchObject({ kind: 'damaged' })
    const other = folder()
    const db = new BetterSqlite(fileIn(other))
    db.exec('create table stamps (country text)')
    db.close()
    await expect(openLog(other, check, keep)).rejects.toThrow('a database of something else')
  })

  test('of a newer version is left as it is', async () => {
    const path = folder()
    await open(path)
    await close()
    const db = new BetterSqlite(fileIn(path))
    db.exec(`insert into knex_migrations (name, batch, migration_time) values ('0099-later', 9, 0)`)
    db.close()
    const before = readFileSync(fileIn(path))
    await expect(openLog(path, check, keep)).rejects.toMatchObject({
      kind: 'newer',
      message: expect.stringContaining('0099-later') as unknown,
    })
    expect(readFileSync(fileIn(path)).equals(before)).toBe(true)
  })

  test('that another program is writing says so soon', async () => {
    const path = folder()
    await open(path)
    await close()
    const other = new BetterSqlite(fileIn(path))
    other.pragma('locking_mode = exclusive')
    other.exec('begin exclusive')
    const began = Date.now()
    await expect(openLog(path, check, keep)).rejects.toThrow(
      'Another program is using the log file',
    )
    expect(Date.now() - began).toBeLessThan(12_000)
    other.close()
  }, 20_000)

  test.each(MIGRATIONS.map((_, i) => i).slice(1))(
    'of version %i is brought up to date behind a copy, though a kill left it locked',
    async (version) => {
      const path = folder()
      await logOfVersion(path, version)
      const db = new BetterSqlite(fileIn(path))
      db.exec('update knex_migrations_lock set is_locked = 1')
      db.close()
      const { database } = await open(path)
      expect(await database.read('tag_serial').pluck('prefix')).toEqual(['KEPT'])
      expect(await database.read('knex_migrations').pluck('name')).toHaveLength(MIGRATIONS.length)
      const [backup] = await findBackups(path, null)
      expect(backup!.note.before).toBe(`the upgrade to ${MIGRATIONS[version]!.name}`)
      const kept = new BetterSqlite(join(backup!.folder, copyName(backup!.note.id)), {
        readonly: true,
      })
      expect(kept.prepare('select count(*) as n from knex_migrations').get()).toEqual({
        n: version,
      })
      kept.close()
    },
  )
})

test('a kill between a migration’s own transaction and its record is no second run', async () => {
  const path = folder()
  await logOfVersion(path, 2)
  const db = new BetterSqlite(fileIn(path))
  db.exec(`delete from knex_migrations where name = '${MIGRATIONS[1]!.name}'`)
  db.close()
  const { database } = await open(path)
  expect(await database.read('knex_migrations').orderBy('id').pluck('name')).toEqual(
    MIGRATIONS.map(({ name }) => name),
  )
  expect(await database.read('tag_serial').pluck('prefix')).toEqual(['KEPT'])
})

describe('damage', () => {
  test('of fifty bytes anywhere is noticed, in eleven of twelve files and more', async () => {
    const path = folder()
    const { database } = await open(path)
    // a few hundred pages, so that most flips fall into rows and not into structure
    const rows = Array.from({ length: 3000 }, (_, i) => ({
      id: `${i}`.padStart(8, '0'),
      created_at: '2026',
      updated_at: '2026',
      name: `place ${i * 7919}`,
      folded: `place ${i * 7919}`,
      hazards: '',
      note: 'along the lane, '.repeat(20),
    }))
    for (let i = 0; i < rows.length; i += 50) {
      await database.write('patch').insert(rows.slice(i, i + 50))
    }
    await close()
    const whole = readFileSync(fileIn(path))
    let noticed = 0
    for (let seed = 1; seed <= 12; seed++) {
      const random = randomLcg(seed / 100)
      const bytes = Buffer.from(whole)
      for (let i = 0; i < 50; i++) {
        const at = Math.floor(random() * bytes.length)
        bytes[at] = bytes[at]! ^ (1 + Math.floor(random() * 255))
      }
      const broken = folder()
      writeFileSync(fileIn(broken), bytes)
      // where all fifty fall into the words of rows, the structure is sound: no check of it can tell
      const opened = await openLog(broken, check, keep).catch((error: unknown) => error)
      if (opened instanceof LogTrouble) {
        expect(opened.kind).toBe('damaged')
        expect(readFileSync(fileIn(broken)).equals(bytes)).toBe(true)
        noticed++
      } else await (opened as Awaited<ReturnType<typeof openLog>>).database.close()
    }
    expect(noticed).toBeGreaterThanOrEqual(11)
  })

  test('of the journal is said, whether cut or changed; a whole one is not', async () => {
    const path = folder()
    const { database } = await open(path)
    await database.write('setting').insert({ name: 'x', value: '1' })
    // as a kill leaves it: the journal is there
    const killed = folder()
    for (const side of ['', '-wal']) copyFileSync(fileIn(path) + side, fileIn(killed) + side)
    const journal = `${fileIn(killed)}-wal`
    expect(existsSync(journal)).toBe(true)
    expect(isJournalCut(journal)).toBe(false)
    expect(isJournalCut(`${journal}-none`)).toBe(false)

    const bytes = readFileSync(journal)
    bytes[bytes.length - 10] = bytes.at(-10)! ^ 1
    writeFileSync(`${journal}-changed`, bytes)
    expect(isJournalCut(`${journal}-changed`)).toBe(true)

    truncateSync(journal, statSync(journal).size - 100)
    const { warnings } = await open(killed)
    expect(warnings).toEqual([expect.stringContaining('ends in the middle of a page') as unknown])
  })
})

describe('writing while another writes', () => {
  test('a transaction waits for its turn from its beginning, and is not refused half way', async () => {
    const path = folder()
    const { database } = await open(path)
    const other = new BetterSqlite(fileIn(path))
    other.exec('begin immediate')
    other.exec(`insert into tag_serial (prefix, year, last) values ('OTHER', 2026, 1)`)
    setTimeout(() => other.exec('commit'), 50)
    // the driver waits in this very thread, so the other's end has to come from elsewhere
    const began = database.write.transaction(async (trx) => {
      await trx('tag_serial').select('last')
      await trx('tag_serial').insert({ prefix: 'MINE', year: 2026, last: 1 })
    })
    await expect(began).rejects.toMatchObject({ code: 'SQLITE_BUSY' })
    await new Promise((done) => setTimeout(done, 100))
    await database.write.transaction(async (trx) => {
      await trx('tag_serial').select('last')
      await trx('tag_serial').insert({ prefix: 'MINE', year: 2026, last: 1 })
    })
    expect(await database.read('tag_serial').orderBy('prefix').pluck('prefix')).toEqual([
      'MINE',
      'OTHER',
    ])
    other.close()
  }, 20_000)

  test('one that has waited its ten seconds is told to come again', () => {
    const waited = Object.assign(new Error('Knex: Timeout acquiring a connection.'), {
      name: 'KnexTimeoutError',
    })
    expect(toProblem(waited)).toMatchObject({ status: 503, title: 'Busy' })
    const full = Object.assign(new Error('database or disk is full'), { code: 'SQLITE_FULL' })
    expect(toProblem(full)).toMatchObject({
      status: 503,
      detail: 'The disk is full: free some space, then try again.',
    })
  })
})
