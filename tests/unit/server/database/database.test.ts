import { afterEach, describe, expect, jest, test } from '@jest/globals'
import { chmodSync, existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { migrate, MIGRATIONS } from '../../../../server/database/migrate'
import {
  databaseOf,
  DATABASE_FILE,
  openDatabase,
  type Database,
} from '../../../../server/database/open'
import { likeText } from '../../../../server/database/page'
import { nextTagCode } from '../../../../server/repositories/tag-serials'
import { seedCatalogue } from '../../../../server/services/log/catalogue'
import { createLog } from '../../../../server/services/log/log'
import { newId } from '../../../../shared/ids'
import { TANSY } from '../../../fixtures/log'

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
    expect(await pragma('busy_timeout')).toBe(3000)
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

describe('a log from before lots had a way', () => {
  const at = '2026-01-01T00:00:00Z'
  const OWN = newId()
  const row = { rev: 2, created_at: at, updated_at: at, note: '' }

  /** As the first version wrote it: a corrected source, a lot with a use, and one of the user's own. */
  async function olderLog() {
    const { write } = await open()
    await migrate(write, MIGRATIONS.slice(0, 1))
    const source = {
      rev: 2,
      created_at: at,
      updated_at: at,
      common_name: 'x',
      needs_mordant: 'yes',
      usual_ratio: 2.5,
      usual_ratio_state: 'fresh',
      dry_fraction: 0.2,
      provenance: 'yours',
    }
    await write('source').insert([
      {
        ...source,
        id: TANSY,
        catalogue_key: 'tanacetum-vulgare/flowerHead',
        code: 'TAN',
        scientific_name: 'Tanacetum vulgare',
        part: 'flowerHead',
      },
      { ...source, id: OWN, code: 'OWN', scientific_name: 'Ramalina', part: 'thallus' },
    ])
    const lot = { id: newId(), code: 'TAN-26-01', source_id: TANSY, gathered_on: '2026-01-01' }
    await write('lot').insert({ ...row, ...lot, state: 'fresh', obtained: 'picked' })
    const pot = { id: newId(), code: 'POT-26-01', title: '', dyed_on: '2026-01-02', way: 'simmer' }
    await write('pot').insert({ ...row, ...pot })
    const movement = { lot_id: lot.id, state: 'fresh', dry_fraction: 0.2, created_at: at }
    const basis = { dry_fraction_basis: 'typical' }
    await write('lot_movement').insert([
      {
        ...movement,
        ...basis,
        id: newId(),
        kind: 'gathered',
        delta_g: 300,
        happened_on: '2026-01-01',
      },
      {
        ...movement,
        ...basis,
        id: newId(),
        kind: 'used',
        delta_g: -80,
        happened_on: '2026-01-02',
        pot_id: pot.id,
      },
    ])
    return { write, lot, pot }
  }

  test('keeps its rows, sums them, and knows what they refer to', async () => {
    const { write, lot, pot } = await olderLog()
    await migrate(write)
    expect(await write('lot').select('id', 'code', 'net_g', 'left_g', 'sureness')).toEqual([
      { id: lot.id, code: 'TAN-26-01', net_g: 300, left_g: 220, sureness: 'sure' },
    ])
    expect(await write('lot_movement').where({ pot_id: pot.id }).pluck('delta_g')).toEqual([-80])
    expect(await write.raw('pragma foreign_key_check')).toEqual([])
    expect(Object.values(((await write.raw('pragma foreign_keys')) as object[])[0]!)[0]).toBe(1)
    await expect(
      write('lot_movement').insert({
        id: newId(),
        lot_id: newId(),
        kind: 'used',
        delta_g: 1,
        happened_on: at,
        state: 'fresh',
        dry_fraction: 1,
        dry_fraction_basis: 'measured',
        created_at: at,
      }),
    ).rejects.toMatchObject(sqliteError('FOREIGN KEY'))
  })

  test('a corrected source keeps its corrections and gains the facts it lacked', async () => {
    const { write } = await olderLog()
    await migrate(write)
    await seedCatalogue(write, at)
    const log = createLog(databaseOf(write))
    const tansy = await log.sources.read(TANSY)
    expect(tansy).toMatchObject({ usualRatio: 2.5, poisonous: true, fastness: 'good' })
    expect(await log.sources.read(OWN)).toMatchObject({
      group: 'lichen',
      rule: { kind: 'fallenOnly' },
    })
    expect((await log.walk.view('2026-01-03')).rows.length).toBeGreaterThan(120)
  })
})

describe('a log of the second version', () => {
  test('its pieces are sorted by what they are ready for', async () => {
    const { write } = await open()
    await migrate(write, MIGRATIONS.slice(0, 2))
    const at = '2026-01-01T00:00:00Z'
    const row = { rev: 1, created_at: at, updated_at: at, note: '' }
    const piece = (code: string) => ({
      ...row,
      id: newId(),
      code,
      name: '',
      fibre: 'wool',
      form: 'yarn',
      dry_g: 10,
    })
    const [bare, alum, dyed] = [piece('WOL-26-01'), piece('WOL-26-02'), piece('WOL-26-03')]
    await write('piece').insert([bare, alum, dyed])
    const treated = { kind: 'mordant', agent: 'alum', done_on: '2026-01-01', created_at: at }
    await write('treatment').insert([
      { ...treated, id: newId(), piece_id: alum.id },
      { ...treated, id: newId(), piece_id: bare.id, set_aside_at: at },
      { ...treated, id: newId(), piece_id: bare.id, kind: 'wash', agent: null },
    ])
    const pot = { id: newId(), code: 'POT-26-01', title: '', dyed_on: '2026-01-02', way: 'simmer' }
    await write('pot').insert({ ...row, ...pot })
    await write('pot_piece').insert({ pot_id: pot.id, piece_id: dyed.id, dry_g: 10 })
    await migrate(write)
    const kept = () =>
      write('piece').orderBy('code').select('code', 'washes', 'mordants', 'pots', 'rinse_due')
    expect(await kept()).toEqual([
      { code: 'WOL-26-01', washes: 1, mordants: 0, pots: 0, rinse_due: 0 },
      { code: 'WOL-26-02', washes: 0, mordants: 1, pots: 0, rinse_due: 0 },
      { code: 'WOL-26-03', washes: 0, mordants: 0, pots: 1, rinse_due: 0 },
    ])
    await write('pot').where({ id: pot.id }).update({ set_aside_at: at })
    await write('treatment').where({ piece_id: alum.id }).update({ set_aside_at: at })
    expect((await kept()).map(({ mordants, pots }) => [mordants, pots])).toEqual([
      [0, 0],
      [0, 0],
      [0, 0],
    ])
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
