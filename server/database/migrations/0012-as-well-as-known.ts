import type { Knex } from 'knex'

/** A tag says "August 2024", or nothing of the mordant: what is not known stays not known. */
export const asWellAsKnown = {
  name: '0012-as-well-as-known',
  async up(db: Knex) {
    await db.schema.alterTable('lot', (table) => {
      table.integer('gathered_within_days').notNullable().defaultTo(0)
    })
    await db.schema.alterTable('pot', (table) => {
      table.integer('dyed_within_days').notNullable().defaultTo(0)
    })
    await db.schema.alterTable('piece', (table) => {
      table.boolean('mordant_known').notNullable().defaultTo(true)
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
