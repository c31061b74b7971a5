import type { Knex } from 'knex'

/**
 * What is only roughly known is kept as that: the time of a note, the mass of plant and fibre. A
 * mordant that was stirred into a pot belongs to it, so that it goes aside with the pot.
 */
export const asItWas = {
  name: '0007-as-it-was',
  async up(db: Knex) {
    await db.schema.alterTable('pot_event', (table) => {
      table.double('tolerance_min').notNullable().defaultTo(0)
    })
    await db.schema.alterTable('lot_movement', (table) => {
      table.text('mass_basis').notNullable().defaultTo('weighed')
    })
    await db.schema.alterTable('piece', (table) => {
      table.text('dry_basis').notNullable().defaultTo('weighed')
    })
    await db.schema.alterTable('pot_piece', (table) => {
      table.text('dry_basis').notNullable().defaultTo('weighed')
    })
    await db.schema.alterTable('treatment', (table) => {
      table.text('pot_id').index()
    })
    // strengths stand on how well ratios are known: computed anew
    await db('curve_cache').delete()
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
