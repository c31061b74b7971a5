import { afterEach, describe, expect, jest, test } from '@jest/globals'
import { chmodSync, existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { migrate, MIGRATIONS } from '../../../server/database/migrate'
import { DATABASE_FILE, openDatabase, type Database } from '../../../server/database/open'
import { likeText } from '../../../server/database/page'
import { nextTagCode } from '../../../server/repositories/tag-serials'
import { newId } from '../../../shared/ids'

const opened: Database[] = []
const folders: string[] = []

function folder(): string {
  const path = mkdtempSync(join(tmpdir(), 'juniper-haze-'))
  folders.push(path)
  return path
}

async function open(path = folder()): Promise<Database> {
  const database = await openDatabase(path)
  opened.push(database)
  return database
}

afterEach(async () => {
  await Promise.all(opened.splice(0).map((database) => database.close()))
  folders.splice(0).forEach((path) => rmSync(path, { recursive: true, force: true }))
})

/** The addon's errors are made outside of the test's realm, so only their words are compared. */
const sqliteError = (words: string) => ({ message: expect.stringContaining(words) as unknown })

const patchRow = () => ({
  id: newId(),
  created_at: '2026-01-01',
  updated_at: '2026-01-01',
  name: 'Ling Moor',
  folded: 'ling moor',
  hazards: '',
  note: '',
})

describe('opening', () => {
  test('makes the folder, and opens for safety first', async () => {
    const path = join(folder(), 'deep', 'data')
    const { write } = await open(path)
    expect(existsSync(join(path, DATABASE_FILE))).toBe(true)
    const pragma = async (name: string) =>
      Object.values(((await write.raw(`pragma ${name}`)) as object[])[0]!)[0] as unknown
    expect(await pragma('journal_mode')).toBe('wal')
    expect(await pragma('synchronous')).toBe(2)
    expect(await pragma('foreign_keys')).toBe(1)
    expect(await pragma('busy_timeout')).toBe(5000)
  })

  test('a folder that is a file is told in one sentence', async () => {
    const path = join(folder(), 'taken')
    writeFileSync(path, '')
    await expect(openDatabase(path)).rejects.toThrow(`The data folder ${path} cannot be written to`)
    chmodSync(path, 0o600)
  })

  test('the reading connection cannot write', async () => {
    const { write, read } = await open()
    await migrate(write)
    await expect(read('patch').insert(patchRow())).rejects.toMatchObject(sqliteError('readonly'))
  })
})

describe('migrations', () => {
  test('run once, and a second start leaves rows alone', async () => {
    const { write } = await open()
    await migrate(write)
    await write('patch').insert(patchRow())
    await migrate(write)
    expect(await write('patch').pluck('name')).toEqual(['Ling Moor'])
    expect(await write('knex_migrations').pluck('name')).toEqual(MIGRATIONS.map(({ name }) => name))
  })

  test('one that fails half way leaves the database as it was', async () => {
    const { write } = await open()
    await migrate(write)
    await write('patch').insert(patchRow())
    const broken = {
      name: '9999-broken',
      async up(db: typeof write) {
        await db.schema.alterTable('patch', (table) => void table.text('extra'))
        throw new Error('half way')
      },
      down: () => Promise.resolve(),
    }
    // Knex tells of a failed migration on the console, too
    const told = jest.spyOn(console, 'log').mockImplementation(() => undefined)
    await expect(migrate(write, [...MIGRATIONS, broken])).rejects.toThrow('half way')
    told.mockRestore()
    expect(await write.schema.hasColumn('patch', 'extra')).toBe(false)
    expect(await write('patch').pluck('name')).toEqual(['Ling Moor'])
  })

  test('what belongs to something must find it there', async () => {
    const { write } = await open()
    await migrate(write)
    await expect(
      write('source_name').insert({ source_id: newId(), name: 'x', kind: 'common', folded: 'x' }),
    ).rejects.toMatchObject(sqliteError('FOREIGN KEY'))
  })

  test('a reading is of a swatch or of a bare piece, never of neither', async () => {
    const { write } = await open()
    await migrate(write)
    const reading = {
      id: newId(),
      method: 'hex',
      hex: '#ffffff',
      l: 1,
      a: 1,
      b: 1,
      clipped: '',
      wet: false,
      washed: false,
      read_at: '2026-01-01',
    }
    await expect(write('reading').insert(reading)).rejects.toMatchObject(sqliteError('CHECK'))
  })
})

describe('tag codes', () => {
  test('count up by prefix and year, past ninety-nine', async () => {
    const { write } = await open()
    await migrate(write)
    const codes: string[] = []
    for (let i = 0; i < 101; i++) codes.push(await nextTagCode(write, 'TAN', 2026))
    expect(codes[0]).toBe('TAN-26-01')
    expect(codes[100]).toBe('TAN-26-101')
    expect(new Set(codes).size).toBe(101)
    expect(await nextTagCode(write, 'TAN', 2025)).toBe('TAN-25-01')
    expect(await nextTagCode(write, 'DOC', 2026)).toBe('DOC-26-01')
  })
})

test('signs of LIKE are escaped', () => {
  expect(likeText('50%_\\')).toBe('50\\%\\_\\\\')
})
