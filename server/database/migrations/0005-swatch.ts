import type { Knex } from 'knex'

/** How readings were made, what swatches were hoped to be and came to, and what is kept of curves. */
export const swatch = {
  name: '0005-swatch',
  async up(db: Knex) {
    await db.schema.alterTable('reading', (table) => {
      table.text('by').notNullable().defaultTo('eye')
      table.double('light_hours')
      table.double('error_de')
      table.double('unevenness')
      table.text('about').notNullable().defaultTo('{}')
    })
    // a spectrum was never read by eye
    await db.raw(`update reading set "by" = 'file' where reflectance is not null`)
    await db.schema.alterTable('swatch', (table) => {
      table.text('hoped')
      table.text('verdict')
      table.text('verdict_why').notNullable().defaultTo('')
      table.double('attention_min')
    })
    await db.raw('alter table photo add column swatch_id text references swatch (id)')
    await db.raw('create index photo_swatch on photo (swatch_id) where swatch_id is not null')
    await db.raw('create index pot_from on pot (from_pot_id) where from_pot_id is not null')
    // what was computed of a source's swatches; may be thrown away at any time
    await db.schema.createTable('curve_cache', (table) => {
      table.text('source_id').primary()
      table.integer('version').notNullable()
      table.text('as_of').notNullable()
      table.text('entry').notNullable()
    })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
