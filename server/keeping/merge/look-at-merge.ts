import BetterSqlite from 'better-sqlite3'
import { keysOf } from '../../../core/json'
import type {
  ArchiveLook,
  CollectionCompared,
  MergeConflict,
} from '../../../shared/views/keeping/keeping'
import { attachBoth, columnsOf, compareThings, nameOf, type Standing } from './compare-things'
import { isOfThing, PARTS, TABLE_OF } from './tables'

const MOST_EXAMPLES = 5
const MOST_FIELDS = 8
/** Longest part of a value that is shown. */
const MOST_LETTERS = 80

type Collections = ArchiveLook['collections']

/** Two logs opened beside each other in memory; neither is written to. */
export function withBoth<T>(here: string, there: string, use: (db: BetterSqlite.Database) => T): T {
  const db = new BetterSqlite(':memory:')
  try {
    attachBoth(db, here, there)
    compareThings(db)
    return use(db)
  } finally {
    db.close()
  }
}

interface Counted {
  standing: Standing
  addedHere: 0 | 1
  addedThere: 0 | 1
  n: number
}

/** How the things of two logs stand, collection by collection; those that neither has are left out. */
export function countThings(db: BetterSqlite.Database): Collections {
  const count = db.prepare(`
    select standing, h.id is not null as addedHere, t.id is not null as addedThere, count(*) as n
    from thing left join added h on h.side = 'here' and h.id = thing.id
    left join added t on t.side = 'there' and t.id = thing.id
    where tbl = ? group by 1, 2, 3`)
  return keysOf(TABLE_OF).flatMap((collection) => {
    const counts = count.all(TABLE_OF[collection]) as Counted[]
    if (counts.length === 0) return []
    const of = (is: (each: Counted) => unknown) =>
      counts.filter(is).reduce((sum, { n }) => sum + n, 0)
    const isSame = ({ standing }: Counted) => standing === 'same'
    const isAdded = (each: Counted) => each.addedHere || each.addedThere
    const standing = (which: Standing) => of((each) => each.standing === which)
    return [
      {
        collection,
        onlyHere: standing('onlyHere'),
        onlyThere: standing('onlyThere'),
        newerHere: standing('newerHere') + of((each) => isSame(each) && each.addedHere),
        newerThere: standing('newerThere') + of((each) => isSame(each) && each.addedThere),
        differ:
          standing('newerHere') +
          standing('newerThere') +
          standing('both') +
          of((each) => isSame(each) && isAdded(each)),
        same: of((each) => isSame(each) && !isAdded(each)),
        examples: examplesOf(db, TABLE_OF[collection]),
      },
    ]
  })
}

const examplesOf = (db: BetterSqlite.Database, table: string): string[] =>
  db
    .prepare(
      `select ${nameOf(db, table)} from here."${table}" join thing using (id)
       where standing = 'onlyHere' order by id desc limit ${MOST_EXAMPLES}`,
    )
    .pluck()
    .all() as string[]

/** Settings of two logs, compared by their names; what the catalogue keeps of itself is none. */
export function countSettings(db: BetterSqlite.Database): CollectionCompared {
  const names = (where: string) =>
    db
      .prepare(
        `select name from here.setting h left join there.setting t using (name)
         where name <> 'catalogue' and ${where}
         union select name from there.setting t left join here.setting h using (name)
         where name <> 'catalogue' and ${where}`,
      )
      .pluck()
      .all() as string[]
  const onlyHere = names('t.value is null')
  return {
    collection: 'settings',
    onlyHere: onlyHere.length,
    onlyThere: names('h.value is null').length,
    differ: names('h.value <> t.value').length,
    same: names('h.value = t.value').length,
    examples: [],
  }
}

/** Things that both logs changed, with what differs. */
export function conflictsOf(db: BetterSqlite.Database): MergeConflict[] {
  return keysOf(TABLE_OF).flatMap((collection) => {
    const table = TABLE_OF[collection]
    const rows = db
      .prepare(
        `select h.id, ${nameOf(db, table)} as name, ch.at as here, ct.at as there from here."${table}" h
         join thing using (id) join changed_here ch using (id) join changed_there ct using (id)
         where standing = 'both' order by h.id`,
      )
      .all() as { id: string; name: string; here: string; there: string }[]
    return rows.map((row) => ({ collection, ...row, fields: fieldsOf(db, table, row.id) }))
  })
}

function fieldsOf(db: BetterSqlite.Database, table: string, id: string): MergeConflict['fields'] {
  const row = (side: string) =>
    db.prepare(`select * from ${side}."${table}" where id = ?`).get(id) as Record<string, unknown>
  const [here, there] = [row('here'), row('there')]
  const own = columnsOf(db, table)
    .filter((column) => isOfThing(table, column) && here[column] !== there[column])
    .map((name) => ({ name, here: shown(here[name]), there: shown(there[name]) }))
  const parts = Object.entries(PARTS)
    .filter(([, { owner }]) => owner === table)
    .map(([part, { by }]) => {
      const count = (side: string) =>
        String(db.prepare(`select count(*) from ${side}."${part}" where ${by} = ?`).pluck().get(id))
      return { name: part, here: count('here'), there: count('there') }
    })
    .filter((part) => part.here !== part.there)
  return [...own, ...parts].slice(0, MOST_FIELDS)
}

function shown(value: unknown): string {
  if (value === null) return 'not known'
  const text = String(value as string | number)
  return text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS)}…` : text
}

/** Tables whose codes are written on tags and stand for one thing only. */
const CODED = ['lot', 'jar', 'piece', 'mordant_bath', 'pot', 'swatch'] as const

interface Code {
  table: (typeof CODED)[number]
  id: string
  code: string
  becomes: string
}

/** Things that come whose code is another thing's here, and the next free code of their kind. */
export function newCodes(db: BetterSqlite.Database): Code[] {
  const serials = db
    .prepare(
      `select prefix, year, max(last) as last from (
         select * from here.tag_serial union all select * from there.tag_serial)
       group by prefix, year`,
    )
    .all() as { prefix: string; year: number; last: number }[]
  const last = new Map(
    serials.map((serial) => [`${serial.prefix}-${serial.year % 100}`, serial.last]),
  )
  return CODED.flatMap((table) => {
    const rows = db
      .prepare(
        `select t.id, t.code from there."${table}" t join thing using (id)
         join here."${table}" h on h.code = t.code
         where standing = 'onlyThere' order by t.id`,
      )
      .all() as { id: string; code: string }[]
    return rows.map(({ id, code }) => {
      const [, kind = code, year = '', serial] = /^(.+)-(\d\d)-(\d+)$/.exec(code) ?? []
      const key = `${kind}-${Number(year)}`
      const next = (last.get(key) ?? Number(serial ?? 0)) + 1
      last.set(key, next)
      return { table, id, code, becomes: `${kind}-${year}-${String(next).padStart(2, '0')}` }
    })
  })
}

/** There is one rule for a source at a place: another one that comes is left out, and told. */
export function rulesLeftOut(db: BetterSqlite.Database): string[] {
  const rows = db
    .prepare(
      `select p.name as place, s.common_name as source from there.allowance t join thing using (id)
       join here.allowance a on a.patch_id = t.patch_id and a.source_id = t.source_id
       join there.patch p on p.id = t.patch_id join there.source s on s.id = t.source_id
       where standing = 'onlyThere' order by t.id`,
    )
    .all() as { place: string; source: string }[]
  return rows.map(
    ({ place, source }) =>
      `The rule for ${source} at ${place} is another one here, and stays: write down what you want of the other.`,
  )
}
