import { afterEach, describe, expect, test } from '@jest/globals'
import BetterSqlite from 'better-sqlite3'
import { buildRows } from '../../../../server/database/statements'

/** The driver's own rows stand beside. */
const own = new BetterSqlite(':memory:')
const opened: BetterSqlite.Database[] = []
const open = (keepStatements: boolean) => {
  const raw = new BetterSqlite(':memory:')
  buildRows(raw, keepStatements)
  opened.push(raw)
  return raw
}
afterEach(() => opened.splice(0).forEach((raw) => raw.close()))

const QUESTIONS = [
  `select 1 as a, 2.5 as b, null as c, 'x' as d, x'00ff' as e`,
  // of two of one name the last one counts
  `select 1 as a, 2 as b, 3 as a`,
  `select 1 as "it's", 2 as "two ""words""", 3 as "back\\slash", 4 as "count(*)", 5 as "new
line"`,
  `select value as n, 'row ' || value as name from json_each('[1, 2, 3]')`,
  `select 1 as a where 0`,
]

describe('rows that are built here', () => {
  test.each(QUESTIONS)('are the rows of the driver: %s', (sql) => {
    const rows = own.prepare(sql).all()
    for (const raw of [open(true), open(false)]) {
      expect(raw.prepare(sql).all()).toEqual(rows)
      expect(raw.prepare(sql).get()).toEqual(rows[0])
      expect([...raw.prepare(sql).iterate()]).toEqual(rows)
    }
  })

  test('take the values that a question is asked with', () => {
    const statement = open(true).prepare('select ? as a, ? as b')
    expect(statement.all([1, 'x'])).toEqual([{ a: 1, b: 'x' }])
    expect(statement.all([2, 'y'])).toEqual([{ a: 2, b: 'y' }])
  })

  test('of tables that change are those of the table as it is', () => {
    const raw = open(false)
    raw.exec('create table t (a, b); insert into t values (1, 2)')
    expect(raw.prepare('select * from t').all()).toEqual([{ a: 1, b: 2 }])
    raw.exec('alter table t rename column b to c; alter table t add column d default 4')
    expect(raw.prepare('select * from t').all()).toEqual([{ a: 1, c: 2, d: 4 }])
  })

  test('leave what writes alone', () => {
    const raw = open(false)
    raw.exec('create table t (a)')
    expect(raw.prepare('insert into t values (?)').run(7).changes).toBe(1)
    expect(raw.prepare('insert into t values (8) returning a').all()).toEqual([{ a: 8 }])
  })
})

test('a connection that keeps statements prepares one of a text', () => {
  const raw = open(true)
  expect(raw.prepare('select 1 as a')).toBe(raw.prepare('select 1 as a'))
  const fresh = open(false)
  expect(fresh.prepare('select 1 as a')).not.toBe(fresh.prepare('select 1 as a'))
})
