import type BetterSqlite from 'better-sqlite3'
import { LRUCache } from 'lru-cache'

type Row = Record<string, unknown>
type ToRow = (values: unknown[]) => Row

/** Statements kept of one connection; the longest lists of ids make as many texts as there are lengths. */
const STATEMENTS_KEPT = 300

/** As many shapes of rows as all questions have, and some of one use; of the process. */
const shapes = new LRUCache<string, ToRow>({ max: 1000 })

/**
 * Lets a connection build its rows here. The driver builds each as a dictionary: twice as dear to make,
 * and dearer to read than an object whose properties are known when its code is compiled.
 *
 * @param keepStatements keeps prepared statements as well. Only where the tables cannot change under
 *   them: a kept one knows the columns it began with.
 */
export function buildRows(raw: BetterSqlite.Database, keepStatements: boolean): void {
  const prepare = raw.prepare.bind(raw)
  const kept = new LRUCache<string, BetterSqlite.Statement>({ max: STATEMENTS_KEPT })
  raw.prepare = ((sql: string) => {
    const known = kept.get(sql)
    if (known) return known
    const statement = prepare(sql)
    if (statement.reader) buildRowsOf(statement)
    if (keepStatements) kept.set(sql, statement)
    return statement
  }) as typeof raw.prepare
}

function buildRowsOf(statement: BetterSqlite.Statement): void {
  const toRow = toRowWith(statement.columns().map(({ name }) => name))
  statement.raw()
  const all = statement.all.bind(statement) as (...values: unknown[]) => unknown[][]
  const get = statement.get.bind(statement) as (...values: unknown[]) => unknown[] | undefined
  statement.all = (...values) => all(...values).map(toRow)
  statement.get = (...values) => {
    const row = get(...values)
    return row && toRow(row)
  }
  const iterate = statement.iterate.bind(statement) as (...values: unknown[]) => Iterable<unknown[]>
  statement.iterate = function* (...values) {
    for (const row of iterate(...values)) yield toRow(row)
  }
}

/** The maker of rows with those columns; of two of one name, the last one counts, as in the driver. */
function toRowWith(names: readonly string[]): ToRow {
  const quoted = names.map((name) => JSON.stringify(name))
  const key = quoted.join()
  const known = shapes.get(key)
  if (known) return known
  const properties = quoted.map((name, i) => `${name}: values[${i}]`)
  // compiled, since a loop over names makes dictionaries again; the names are of the project's own questions
  const toRow = new Function('values', `return { ${properties.join(', ')} }`) as ToRow
  shapes.set(key, toRow)
  return toRow
}
