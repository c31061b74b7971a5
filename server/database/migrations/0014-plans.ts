import type { Knex } from 'knex'
import { recorded, refers } from '../columns'

/** What is wanted by a day, from which all that comes before it follows. */
export const plans = {
  name: '0014-plans',
  async up(db: Knex) {
    await db.schema.createTable('plan', (table) => {
      recorded(table)
      table.text('words').notNullable()
      refers(table, 'source_id', 'source').notNullable()
      refers(table, 'wish_id', 'wish')
      table.text('fibre').notNullable()
      table.text('form').notNullable()
      table.boolean('is_washed').notNullable().defaultTo(true)
      table.text('mordant')
      table.double('mordant_percent')
      table.text('parts').notNullable()
      table.text('wanted_by')
      table.text('moved').notNullable().defaultTo('{}')
      table.text('done_on')
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
