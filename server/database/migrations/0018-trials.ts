import type { Knex } from 'knex'
import { recorded, refers } from '../columns'

/** Fair trials: what was to be learnt, which pieces it was laid out in, and what it was said to show. */
export const trials = {
  name: '0018-trials',
  async up(db: Knex) {
    await db.schema.createTable('trial', (table) => {
      recorded(table)
      table.text('words').notNullable()
      refers(table, 'source_id', 'source').notNullable()
      table.text('design').notNullable()
      table.text('places').notNullable()
      table.text('promise').notNullable()
      table.text('note').notNullable().defaultTo('')
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
