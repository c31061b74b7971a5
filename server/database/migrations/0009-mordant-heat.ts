import type { Knex } from 'knex'

/** Hot and cold alum are not the same alum: a piece's history says how warm its mordant was. */
export const mordantHeat = {
  name: '0009-mordant-heat',
  async up(db: Knex) {
    await db.schema.alterTable('treatment', (table) => {
      table.text('heat')
    })
    await db.raw(
      `update treatment set heat = (select heat from mordant_bath b where b.id = treatment.bath_id)
       where bath_id is not null`,
    )
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
