import type { Knex } from 'knex'
import { recorded } from '../columns'

async function kit(db: Knex) {
  await db.schema.createTable('vessel', (table) => {
    recorded(table)
    table.text('name').notNullable()
    table.text('material').notNullable()
    table.double('full_l').notNullable()
    table.double('empty_g')
    table.boolean('is_dye_only').notNullable()
    table.text('note').notNullable()
  })
  await db.schema.createTable('own_way', (table) => {
    recorded(table)
    table.text('name').notNullable()
    table.text('based_on').notNullable()
    table.text('steps').notNullable()
    table.text('note').notNullable()
  })
}

async function pots(db: Knex) {
  await db.schema.alterTable('pot', (table) => {
    table.text('stage').notNullable().defaultTo('done')
    table.text('plan')
    table.text('way_name').notNullable().defaultTo('')
    table.text('lit_at')
    table.text('ended_at')
    table.text('end')
    table.text('group_id')
    table.integer('bath_number').notNullable().defaultTo(1)
    table.boolean('is_ratio_known').notNullable().defaultTo(true)
  })
  // in SQL: Knex would make the table anew for a reference, and drop the old one under its rows
  await db.raw('alter table pot add column own_way_id text references own_way (id)')
  await db.raw('alter table pot add column vessel_id text references vessel (id)')
  await db.raw('alter table pot add column from_pot_id text references pot (id)')
  await db.raw(`create index pot_open on pot (id) where stage <> 'done' and set_aside_at is null`)
  await db.schema.alterTable('pot_piece', (table) => {
    table.double('minutes')
    table.text('outcome')
  })
  await db.schema.alterTable('pot_event', (table) => {
    table.text('step_id')
    table.text('data').notNullable().defaultTo('{}')
    table.text('set_aside_at')
  })
  await db.schema.alterTable('shelf_movement', (table) => {
    table.text('pot_id').index()
    table.text('event_id').index()
  })
  await db.schema.alterTable('lot_movement', (table) => {
    table.text('event_id')
  })
  // a pot whose lighting was taken back lets its pieces go
  await db.raw(`create trigger pot_piece_removed after delete on pot_piece begin
    update piece set pots = json_array_length(earlier_pots) + (select count(*) from pot_piece pp
      join pot on pot.id = pp.pot_id where pp.piece_id = piece.id and pot.set_aside_at is null)
    where id = old.piece_id; end`)
}

export const pot = {
  name: '0004-pot',
  async up(db: Knex) {
    await kit(db)
    await pots(db)
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
