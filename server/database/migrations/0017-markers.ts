import type { Knex } from 'knex'
import { recorded } from '../columns'

/** Signs of the season that windows of sources may hang on. */
export const markers = {
  name: '0017-markers',
  async up(db: Knex) {
    await db.schema.createTable('marker', (table) => {
      recorded(table)
      table.text('words').notNullable()
      table.text('seen_on').notNullable().defaultTo('[]')
      table.text('windows').notNullable().defaultTo('[]')
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
