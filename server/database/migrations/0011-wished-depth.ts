import type { Knex } from 'knex'

/** How deep what is wished for is to come out decides how much plant it wants. */
export const wishedDepth = {
  name: '0011-wished-depth',
  async up(db: Knex) {
    await db.schema.alterTable('wish', (table) => {
      table.text('depth')
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
