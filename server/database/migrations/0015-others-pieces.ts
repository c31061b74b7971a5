import type { Knex } from 'knex'

/** Pieces of another dyer's log lie in no basket here. */
export const othersPieces = {
  name: '0015-others-pieces',
  async up(db: Knex) {
    await db.schema.alterTable('piece', (table) => {
      table.text('from_log').notNullable().defaultTo('')
    })
    await db.raw('drop index piece_dyed')
    await db.raw(
      `create index piece_dyed on piece (id)
       where pots > 0 and split_on is null and set_aside_at is null and from_log = ''`,
    )
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
