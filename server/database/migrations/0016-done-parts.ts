import type { Knex } from 'knex'

/** Parts of a plan's chain that were done, and when. */
export const doneParts = {
  name: '0016-done-parts',
  async up(db: Knex) {
    await db.schema.alterTable('plan', (table) => {
      table.text('done_parts').notNullable().defaultTo('{}')
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
