import { wholeOf } from '../fixtures/whole-of'
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { FIBRES } from '../../catalogue/fibres'
import { COLD_WAYS, WAY_KEYS, wayFacts } from '../../catalogue/ways'
import { keysOf } from '../../core/json'
import { STATIONS } from '../../app/features/frame/stations'
import { MIGRATIONS } from '../../server/database/migrate'
import { newId } from '../../shared/ids'
import { LOT_WORD_KEYS, LOT_WORDS, type LotWords } from '../../shared/schemas/loft/lot-words'
import { openTestLog, type TestLog } from '../fixtures/log'

/** CONTRIBUTING.md, followed: each recipe fails here where a step of it was left out. */

const ROOT = join(__dirname, '../..')
const read = (file: string) => readFileSync(join(ROOT, file), 'utf8')
const guide = read('CONTRIBUTING.md')

test('names only files and commands that there are', () => {
  const paths = [
    ...guide.matchAll(/`((?:app|core|catalogue|server|shared|scripts|tests)\/[^`<]*)`/g),
  ]
  expect(paths.length).toBeGreaterThan(20)
  expect(paths.map(([, path]) => path!).filter((path) => !existsSync(join(ROOT, path)))).toEqual([])
  const { scripts } = JSON.parse(read('package.json')) as { scripts: Record<string, string> }
  const commands = [...guide.matchAll(/npm run ([\w:-]+)/g)].map(([, name]) => name!)
  expect(commands.filter((name) => !(name in scripts))).toEqual([])
})

describe('a field: a plain word told of a gathering', () => {
  let here: TestLog
  beforeEach(async () => void (here = await openTestLog()))
  afterEach(() => here.database.close())
  const said = Object.fromEntries(
    LOT_WORD_KEYS.map((word) => [word, `said of ${word}`]),
  ) as LotWords

  test('each has a column of its own', async () => {
    const columns = await here.database.read('lot').columnInfo()
    for (const word of LOT_WORD_KEYS) expect(Object.keys(columns)).toContain(word)
  })

  test('each is kept, corrected, handed on by a split, and undone', async () => {
    const lot = await here.lot({ netG: 100, ...said })
    expect(await here.log.lots.read(lot.id)).toMatchObject(said)
    const { item } = await here.log.moves.split({
      id: newId(),
      lotId: lot.id,
      massG: 40,
      doneOn: '2026-08-14',
      note: '',
    })
    expect(item).toMatchObject(said)
    for (const word of LOT_WORD_KEYS) {
      const { rev } = await here.log.lots.read(lot.id)
      const { changeSetId } = await here.log.lots.change(lot.id, rev, { [word]: 'put right' })
      expect((await here.log.lots.read(lot.id))[word]).toBe('put right')
      await here.log.changes.undo(changeSetId!)
      expect((await here.log.lots.read(lot.id))[word]).toBe(said[word])
    }
  })

  test('each is bounded, and left out it is empty', async () => {
    const lot = await here.lot()
    for (const word of LOT_WORD_KEYS) {
      expect(lot[word]).toBe('')
      expect(LOT_WORDS[word].label).not.toBe('')
      expect(LOT_WORDS[word].example.length).toBeLessThanOrEqual(LOT_WORDS[word].maxLength)
    }
  })

  test('each goes out with the file of gatherings and comes in as it was', async () => {
    await here.lot({ netG: 100, ...said })
    const file = Buffer.from(await wholeOf(here.log.exchange.write('gatherings.csv')))
    const other = await openTestLog()
    try {
      const quiet = () => {}
      const { hash } = await other.log.exchange.gatherings.preview(file, quiet)
      await other.log.exchange.gatherings.apply(file, hash, quiet)
      const { items } = await other.log.lots.page({ aside: false, limit: 10 })
      expect(items).toMatchObject([said])
    } finally {
      await other.database.close()
    }
  })
})

test('a migration: numbered on, named as its file, in its place', () => {
  const files = readdirSync(join(ROOT, 'server/database/migrations')).sort()
  expect(MIGRATIONS.map(({ name }) => `${name}.ts`)).toEqual(files)
  files.forEach((file, i) => expect(file.startsWith(String(i + 1).padStart(4, '0'))).toBe(true))
})

test('a way: all of its facts, and cold ones never heat a piece', () => {
  for (const way of WAY_KEYS) {
    const { label, words, steps, dyeMin, caution } = wayFacts(way)
    for (const text of [label, words, caution]) expect(text).not.toBe('')
    expect(steps.length).toBeGreaterThan(0)
    expect(dyeMin).toBeGreaterThan(0)
  }
  expect(COLD_WAYS.every((way) => wayFacts(way).dyeC === null)).toBe(true)
})

test('a fibre: tags of its own, forms, and what it bears', () => {
  const facts = keysOf(FIBRES).map((fibre) => FIBRES[fibre])
  for (const { label, forms, limits } of facts) {
    expect(label).not.toBe('')
    expect(forms.length).toBeGreaterThan(0)
    expect(limits.ph[0]).toBeLessThan(limits.ph[1])
  }
})

test('a station: its page, its key, and a look at it by the browser tests', () => {
  const looked = read('tests/e2e/pages.ts')
  const keys = STATIONS.map(({ key }) => key)
  expect(new Set(keys).size).toBe(keys.length)
  for (const path of STATIONS.flatMap((station) => [station.path, ...(station.rooms ?? [])])) {
    const page = `app/pages${path}`
    expect([path, existsSync(join(ROOT, `${page}.vue`)) || existsSync(join(ROOT, page))]).toEqual([
      path,
      true,
    ])
  }
  for (const { path } of STATIONS) expect(looked).toContain(`'${path}'`)
})

test('a route: every file of the routes is made by the one that checks and answers', () => {
  const routes = (readdirSync(join(ROOT, 'server/api'), { recursive: true }) as string[])
    .map(String)
    .filter((file) => file.endsWith('.ts'))
  const byHand = routes.filter(
    (file) => !/define(?:Route|CollectionRoute|ItemWrite)/.test(read(join('server/api', file))),
  )
  // health answers before there is a log; all others that are no route of the log refuse
  expect(
    byHand.every((file) => /health|\[\.\.\.\]|instruments|pictures|export|import/.test(file)),
  ).toBe(true)
})
