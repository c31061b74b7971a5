import type BetterSqlite from 'better-sqlite3'
import { keysOf } from '../../../core/json'
import { isOfThing, PARTS, TABLE_OF } from './tables'

/**
 * How a thing stands in two logs.
 *
 * - `onlyHere`, `onlyThere`: the other has never had it
 * - `same`: nothing differs, but for parts that were only added on one side or both
 * - `newerHere`, `newerThere`: only that side changed it since they were one
 * - `both`: each side changed it, and not to the same
 */
export type Standing = 'onlyHere' | 'onlyThere' | 'same' | 'newerHere' | 'newerThere' | 'both'

/** Opens two logs beside each other: `here` and `there`; what is found of them is kept in memory. */
export function attachBoth(db: BetterSqlite.Database, here: string, there: string): void {
  db.prepare('attach ? as here').run(here)
  db.prepare('attach ? as there').run(there)
}

export const columnsOf = (db: BetterSqlite.Database, table: string): string[] =>
  db.prepare(`select name from pragma_table_info(?, 'here')`).pluck().all(table) as string[]

const differ = (columns: readonly string[]) =>
  columns.map((name) => `h."${name}" is not t."${name}"`).join(' or ') || '0'

/**
 * Finds how every thing of both logs stands, by its own row, its parts, and the changes that each log
 * has of it and the other has not. Fills `temp.thing (id, tbl, standing)`, and `temp.added (side, id)`
 * with things that have parts, such as readings, that the other side's have not.
 */
export function compareThings(db: BetterSqlite.Database): void {
  db.exec(`
    create temp table thing (id text primary key, tbl text, standing text) without rowid;
    create temp table changed_here (id text primary key, at text) without rowid;
    create temp table changed_there (id text primary key, at text) without rowid;
    create temp table row_differs (id text primary key) without rowid;
    create temp table part_differs (id text primary key) without rowid;
    create temp table added (side text, id text, primary key (side, id)) without rowid;
    insert into changed_here select row_id, max(at) from here.change_log
      where id not in (select id from there.change_log) group by row_id;
    insert into changed_there select row_id, max(at) from there.change_log
      where id not in (select id from here.change_log) group by row_id;
  `)
  for (const collection of keysOf(TABLE_OF)) {
    const table = TABLE_OF[collection]
    const own = columnsOf(db, table).filter((column) => isOfThing(table, column))
    db.exec(`
      insert into row_differs select h.id from here."${table}" h join there."${table}" t using (id)
        where ${differ(own)};
    `)
  }
  for (const [table, { by, isLedger, key }] of Object.entries(PARTS)) {
    const columns = columnsOf(db, table).filter((column) => !key.includes(column))
    const keys = key.join(', ')
    const owner = (side: 'h' | 't') => by.replaceAll(/\b(\w+_id)\b/g, `${side}."$1"`)
    db.exec(`
      insert or ignore into part_differs select ${owner('h')} from here."${table}" h
        join there."${table}" t using (${keys}) where ${differ(columns)};
    `)
    for (const [side, other] of [
      ['here', 'there'],
      ['there', 'here'],
    ]) {
      db.exec(`
        insert or ignore into ${isLedger ? `added select '${side}',` : 'part_differs select'} ${by}
          from ${side}."${table}" where (${keys}) not in (select ${keys} from ${other}."${table}");
      `)
    }
  }
  for (const collection of keysOf(TABLE_OF)) {
    const table = TABLE_OF[collection]
    db.exec(`
      insert into thing select id, '${table}', 'onlyHere' from here."${table}"
        where id not in (select id from there."${table}");
      insert into thing select id, '${table}', 'onlyThere' from there."${table}"
        where id not in (select id from here."${table}");
      insert into thing select h.id, '${table}', case
          when not (h.id in row_differs or h.id in part_differs) then 'same'
          when h.id in (select id from changed_here) and h.id in (select id from changed_there) then 'both'
          when h.id in (select id from changed_there) then 'newerThere'
          when h.id in (select id from changed_here) then 'newerHere'
          -- differs though nobody changed it: a newer catalogue, a place that was forgotten
          else 'same' end
        from here."${table}" h join there."${table}" t using (id);
    `)
  }
}

/** What names a thing: the first of these columns that its table has and that is not empty. */
const NAMES = ['code', 'name', 'words', 'title', 'common_name', 'agent', 'hash'] as const

/** An expression of SQL for the name of a thing. */
export function nameOf(db: BetterSqlite.Database, table: string): string {
  const columns = columnsOf(db, table)
  const named = NAMES.filter((column) => columns.includes(column)).map((c) => `nullif("${c}", '')`)
  // one more than there may be: the function takes no fewer than two
  return `coalesce(${[...named, 'id', 'id'].join(', ')})`
}
