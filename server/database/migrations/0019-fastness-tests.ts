import type { Knex } from 'knex'
import { recorded, refers } from '../columns'

/** Tests of how a colour holds: light, wash, rub and drop, each with its looks; and plans that ask for it. */
export const fastnessTests = {
  name: '0019-fastness-tests',
  async up(db: Knex) {
    await db.schema.createTable('fastness_test', (table) => {
      recorded(table)
      table.text('kind').notNullable()
      refers(table, 'swatch_id', 'swatch').index()
      table.integer('blue_wool')
      table.text('set_key').index()
      table.text('place').notNullable().defaultTo('')
      table.text('begun_on')
      table.text('ended_on')
      table.text('look_on')
      table.text('light').notNullable().defaultTo('null')
      table.text('wash').notNullable().defaultTo('null')
      table.text('drop_of').notNullable().defaultTo('null')
      table.text('before').notNullable().defaultTo('null')
      table.text('looks').notNullable().defaultTo('[]')
      table.text('note').notNullable().defaultTo('')
    })
    await db.schema.alterTable('plan', (table) => {
      table.boolean('is_lasting').notNullable().defaultTo(false)
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
