import BetterSqlite from 'better-sqlite3'
import { keysOf } from '../../../core/json'
import { formatMass } from '../../../core/quantity/format-quantity'
import { complaintOf } from '../../database/log-facts'
import { attachBoth, columnsOf, compareThings } from './compare-things'
import { newCodes } from './look-at-merge'
import { COUNT_ANEW, PARTS, TABLE_OF } from './tables'

type Side = 'here' | 'there'
/** Whose word counts, by the id of a thing that both logs changed. */
export type Choices = Readonly<Record<string, Side>>

/**
 * Makes two logs one, in the file of the first: things that it has not come to it, those that only
 * the other changed are as there, and of those that both changed what was chosen. Parts that were
 * added on either side stay.
 *
 * @param here a copy of a log, which is written to
 * @param there another log of the same form; it is only read
 * @returns sentences why they cannot be one; where there is one, nothing was written
 */
export function mergeLogs(here: string, there: string, choices: Choices): string[] {
  const db = new BetterSqlite(':memory:')
  try {
    attachBoth(db, here, there)
    db.pragma('foreign_keys = off')
    compareThings(db)
    db.exec('begin')
    const refusals = [...undecided(db, choices), ...merged(db, choices)]
    db.exec(refusals.length > 0 ? 'rollback' : 'commit')
    if (refusals.length === 0) lookThrough(db)
    return refusals
  } finally {
    db.close()
  }
}

function lookThrough(db: BetterSqlite.Database): void {
  const complaint = complaintOf(db, 'here')
  if (complaint !== 'ok') throw new Error(`What was made of both is damaged: ${complaint}.`)
}

function undecided(db: BetterSqlite.Database, choices: Choices): string[] {
  const both = db.prepare(`select id from thing where standing = 'both'`).pluck().all() as string[]
  const open = both.filter((id) => !choices[id])
  if (open.length === 0) return []
  return [`${open.length} things were changed on both sides: choose for each which counts.`]
}

function merged(db: BetterSqlite.Database, choices: Choices): string[] {
  db.exec('create temp table taken (id text primary key) without rowid')
  db.exec(`create temp table short_before as ${['here', 'there'].map(SHORT).join(' union ')}`)
  db.exec(`insert into taken select id from thing where standing = 'newerThere'`)
  const take = db.prepare(
    `insert into taken select id from thing where id = ? and standing = 'both'`,
  )
  for (const [id, side] of Object.entries(choices)) if (side === 'there') take.run(id)
  const codes = newCodes(db)
  const triggers = db
    .prepare(`select name, sql from here.sqlite_master where type = 'trigger'`)
    .all() as { name: string; sql: string }[]
  for (const { name } of triggers) db.exec(`drop trigger here."${name}"`)
  const keepSerials = giveCodes(db, codes)
  mergeThings(db)
  for (const [table, part] of Object.entries(PARTS)) mergePart(db, table, part)
  mergeRest(db)
  keepSerials()
  // names without a file are those of the first that was attached: here
  for (const sql of COUNT_ANEW) db.exec(sql)
  for (const { sql } of triggers) db.exec(sql.replace(/create trigger\s+/i, 'create trigger here.'))
  return [...overdrawn(db), ...broken(db)]
}

/**
 * Codes of things that come are taken out of the way of those that are here.
 *
 * @returns keeps the codes that were given from being given again
 */
function giveCodes(db: BetterSqlite.Database, codes: ReturnType<typeof newCodes>): () => void {
  db.exec('create temp table recoded (id text primary key, becomes text) without rowid')
  const add = db.prepare('insert into recoded values (?, ?)')
  for (const { id, becomes } of codes) add.run(id, becomes)
  return () => {
    const serial = db.prepare(
      `update here.tag_serial set last = max(last, ?) where prefix = ? and year % 100 = ?`,
    )
    for (const { becomes } of codes) {
      const [, prefix, year, last] = /^(.+)-(\d\d)-(\d+)$/.exec(becomes) ?? []
      if (prefix) serial.run(Number(last), prefix, Number(year))
    }
  }
}

function mergeThings(db: BetterSqlite.Database): void {
  for (const collection of keysOf(TABLE_OF)) {
    const table = TABLE_OF[collection]
    const columns = columnsOf(db, table)
    const list = columns.map((name) => `"${name}"`).join(', ')
    const values = columns
      .map((name) =>
        name === 'code'
          ? `coalesce((select becomes from recoded where recoded.id = t.id), t.code)`
          : `t."${name}"`,
      )
      .join(', ')
    // one rule for a source at a place: the one that is here stays
    const unlike =
      table === 'allowance'
        ? `and not exists (select 1 from here.allowance a
             where a.patch_id = t.patch_id and a.source_id = t.source_id)`
        : ''
    db.exec(`
      insert into here."${table}" (${list}) select ${values} from there."${table}" t
        join thing using (id) where standing = 'onlyThere' ${unlike} order by t.rowid;
    `)
    const set = columns
      .filter((name) => !['id', 'rev', 'code'].includes(name))
      .map((name) => `"${name}" = t."${name}"`)
    // newer than on either side, so that a page that shows it as it was is told
    db.exec(`
      update here."${table}" as h set ${[...set, 'rev = max(h.rev, t.rev) + 1'].join(', ')}
        from there."${table}" t where t.id = h.id and h.id in (select id from taken);
    `)
  }
}

function mergePart(
  db: BetterSqlite.Database,
  table: string,
  { by, isLedger, key }: (typeof PARTS)[string],
): void {
  const list = columnsOf(db, table)
    .map((name) => `"${name}"`)
    .join(', ')
  const keys = key.join(', ')
  const ofTaken = `${by} in (select id from taken)`
  if (!isLedger) {
    db.exec(`
      delete from here."${table}" where ${ofTaken};
      insert into here."${table}" (${list}) select ${list} from there."${table}"
        where ${ofTaken} or ${by} in (select id from thing where standing = 'onlyThere') order by rowid;
    `)
    return
  }
  db.exec(`
    delete from here."${table}" where ${ofTaken} and (${keys}) in (select ${keys} from there."${table}");
    insert into here."${table}" (${list}) select ${list} from there."${table}"
      where (${keys}) not in (select ${keys} from here."${table}") order by rowid;
  `)
}

function mergeRest(db: BetterSqlite.Database): void {
  const columns = columnsOf(db, 'change_log')
    .filter((name) => name !== 'n')
    .map((name) => `"${name}"`)
    .join(', ')
  db.exec(`
    update here.change_log as h set undone_by = t.undone_by from there.change_log t
      where t.id = h.id and h.undone_by is null;
    insert into here.change_log (${columns}) select ${columns} from there.change_log
      where id not in (select id from here.change_log) order by n;
    insert into here.tag_serial select * from there.tag_serial where true
      on conflict (prefix, year) do update set last = max(last, excluded.last);
    insert or ignore into here.setting select * from there.setting;
    delete from here.curve_cache;
  `)
}

/** Lots that hold less than nothing at the end of some day, and how much less. */
const SHORT = (side: string) => `
  select lot_id, min(held) as held from (
    select lot_id, sum(sum(delta_g)) over (partition by lot_id order by happened_on) as held
    from ${side}.lot_movement group by lot_id, happened_on)
  group by lot_id having min(held) < -0.001`

/** Lots told of in one refusal; more are counted. */
const MOST_LOTS = 5

/** Lots that hold too little only since the two are one: what either log had so already is its own. */
function overdrawn(db: BetterSqlite.Database): string[] {
  const rows = db
    .prepare(
      `select lot.code, low.held from (${SHORT('here')}) low
       join here.lot on lot.id = low.lot_id
       where lot_id not in (select lot_id from temp.short_before) order by lot.code`,
    )
    .all() as { code: string; held: number }[]
  const told = rows
    .slice(0, MOST_LOTS)
    .map(
      ({ code, held }) =>
        `Both logs took from ${code}, and together ${formatMass(-held)} more than it held: correct it in one of them, and make the archive anew.`,
    )
  if (rows.length > MOST_LOTS) told.push(`So it is with ${rows.length - MOST_LOTS} more lots.`)
  return told
}

function broken(db: BetterSqlite.Database): string[] {
  const rows = db.pragma('here.foreign_key_check') as { table: string; parent: string }[]
  const pairs = new Set(rows.map(({ table, parent }) => `${table}, ${parent}`))
  return [...pairs].map((pair) => {
    const [table, parent] = pair.split(', ')
    return `A row of ${table} would name one of ${parent} that is not there.`
  })
}
