import type { Knex } from 'knex'

/**
 * Gives every change its number in the order of writing. Ids tell the time of a clock, which may be
 * set back: what was written last would not come last.
 */
export const changeOrder = {
  name: '0006-change-order',
  async up(db: Knex) {
    await db.schema.renameTable('change_log', 'change_log_by_id')
    // written by hand: the number is SQLite's own row number, and never given twice
    await db.raw(`
      create table change_log (
        n integer primary key autoincrement,
        id text not null unique,
        change_set_id text not null,
        collection text not null,
        row_id text not null,
        action text not null check (action in ('create', 'change', 'setAside', 'restore')),
        request_hash text,
        before text,
        after text,
        at text not null,
        undone_by text
      )`)
    const columns =
      'id, change_set_id, collection, row_id, action, request_hash, before, after, at, undone_by'
    await db.raw(
      `insert into change_log (${columns}) select ${columns} from change_log_by_id order by rowid`,
    )
    await db.schema.dropTable('change_log_by_id')
    await db.schema.alterTable('change_log', (table) => {
      table.index(['change_set_id'])
      table.index(['row_id', 'action'])
      // what changed last in a collection is asked at every look
      table.index(['collection', 'n'])
    })
    // kept up to an id of before: computed anew
    await db('curve_cache').delete()
    await db.schema.alterTable('curve_cache', (table) => table.dropColumn('as_of'))
    await db.schema.alterTable('curve_cache', (table) =>
      table.integer('as_of').notNullable().defaultTo(0),
    )
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
