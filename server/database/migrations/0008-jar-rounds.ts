import type { Knex } from 'knex'

/** What is done with a jar is often written down later, and a jar stands warmer in July. */
export const jarRounds = {
  name: '0008-jar-rounds',
  async up(db: Knex) {
    await db.schema.alterTable('jar_round', (table) => {
      table.double('tolerance_min').notNullable().defaultTo(0)
      table.double('temp_c')
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
