import type { Knex } from 'knex'

/** Whether a swatch was washed before it was read may not be known; `washed` alone cannot say so. */
export const washedOrNot = {
  name: '0010-washed-or-not',
  async up(db: Knex) {
    await db.schema.alterTable('reading', (table) => {
      table.boolean('washed_known').notNullable().defaultTo(true)
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
