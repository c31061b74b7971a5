import type { Knex } from 'knex'
import { recorded, refers } from '../columns'

async function pieces(db: Knex) {
  await db.schema.createTable('piece_set', (table) => {
    recorded(table)
    table.text('name').notNullable()
    table.text('kind').notNullable().checkIn(['group', 'trial'])
    table.text('note').notNullable()
  })
  await db.schema.alterTable('piece', (table) => {
    table.text('blend').notNullable().defaultTo('[]')
    table.text('base').notNullable().defaultTo('white')
    table.text('mark').notNullable().defaultTo('')
    table.double('width_cm')
    table.double('length_cm')
    table.double('metres_per_100g')
    table.double('sold_as_g')
    table.text('earlier_pots').notNullable().defaultTo('[]')
    table.text('split_on')
    table.text('overrides').notNullable().defaultTo('[]')
    table.text('bath_id')
    // kept by triggers, so that thousands of pieces are sorted by what they are ready for
    table.integer('washes').notNullable().defaultTo(0)
    table.integer('mordants').notNullable().defaultTo(0)
    table.integer('pots').notNullable().defaultTo(0)
    table.boolean('rinse_due').notNullable().defaultTo(false)
    table.index('bath_id')
  })
  // in SQL: Knex would make the table anew for a reference, and drop the old one under its rows
  await db.raw('alter table piece add column set_id text references piece_set (id)')
  await db.raw('alter table piece add column from_piece_id text references piece (id)')
  await db.raw('create index piece_set_of on piece (set_id)')
  await db.raw('create index piece_from on piece (from_piece_id)')
  await db.schema.alterTable('treatment', (table) => {
    table.text('bath_id')
    table.text('lot_id')
    table.text('finish')
    table.text('basis').notNullable().defaultTo('measured')
    table.text('note').notNullable().defaultTo('')
    table.index('bath_id')
  })
  await db.schema.alterTable('pot', (table) => {
    table.text('overrides').notNullable().defaultTo('[]')
  })
}

async function baths(db: Knex) {
  await db.schema.createTable('mordant_bath', (table) => {
    recorded(table)
    table.text('code').notNullable().unique()
    table.text('scheme').notNullable()
    table.text('heat').notNullable().checkIn(['hot', 'warm', 'cold'])
    table.text('placing').notNullable().checkIn(['before', 'in', 'after'])
    table.text('finish').notNullable().checkIn(['dried', 'heldWet'])
    table.boolean('rinse').notNullable()
    table.double('water_l')
    table.double('temp_c').notNullable()
    table.text('vessel').notNullable()
    table.double('vessel_l')
    table.text('again_of').references('id').inTable('mordant_bath')
    table.text('planned_for')
    table.text('started_at')
    table.text('ended_at')
    table.text('overrides').notNullable()
    table.text('note').notNullable()
    table.double('wet_out_min').notNullable()
  })
  await db.raw(
    'create index bath_open on mordant_bath (id) where ended_at is null and set_aside_at is null',
  )
  await db.schema.createTable('bath_piece', (table) => {
    refers(table, 'bath_id', 'mordant_bath').notNullable()
    refers(table, 'piece_id', 'piece').notNullable().index()
    table.double('dry_g').notNullable()
    table.primary(['bath_id', 'piece_id'])
  })
  await db.schema.createTable('bath_agent', (table) => {
    table.increments('id')
    refers(table, 'bath_id', 'mordant_bath').notNullable().index()
    table.integer('stage').notNullable()
    table.text('agent').notNullable()
    table.text('form').notNullable()
    table.double('percent_wof').notNullable()
    table.double('mass_g').notNullable()
    table.text('shelf_id')
    table.text('lot_id')
  })
  await db.schema.createTable('bath_event', (table) => {
    table.text('id').primary()
    refers(table, 'bath_id', 'mordant_bath').notNullable().index()
    table.text('step_id').notNullable()
    table.text('at').notNullable()
    table.boolean('skipped').notNullable()
    table.text('note').notNullable()
    table.text('set_aside_at')
  })
}

async function shelf(db: Knex) {
  await db.schema.createTable('shelf_item', (table) => {
    recorded(table)
    table.text('agent').notNullable().index()
    table.text('form').notNullable()
    table.text('name').notNullable()
    table.text('bought_on').notNullable()
    table.double('low_g')
    table.text('note').notNullable()
  })
  await db.schema.createTable('shelf_movement', (table) => {
    table.text('id').primary()
    refers(table, 'item_id', 'shelf_item').notNullable().index()
    table.text('bath_id').index()
    table.text('kind').notNullable().checkIn(['bought', 'added', 'counted', 'used', 'returned'])
    table.double('delta_g').notNullable()
    table.text('happened_on').notNullable()
    table.text('created_at').notNullable()
  })
  await db.schema.alterTable('lot_movement', (table) => {
    table.text('bath_id').index()
  })
}

/** What a piece is ready for, beside it, kept by the database itself. */
async function keepReadiness(db: Knex) {
  const treated = (id: string) => `update piece set
    washes = (select count(*) from treatment t
      where t.piece_id = piece.id and t.kind = 'wash' and t.set_aside_at is null),
    mordants = (select count(*) from treatment t
      where t.piece_id = piece.id and t.kind = 'mordant' and t.set_aside_at is null),
    rinse_due = coalesce((select t.kind = 'bleach' from treatment t
      where t.piece_id = piece.id and t.kind in ('bleach', 'rinse') and t.set_aside_at is null
      order by t.done_on desc, t.id desc limit 1), 0)
    where ${id};`
  const potted = (id: string) => `update piece set
    pots = json_array_length(earlier_pots) + (select count(*) from pot_piece pp
      join pot on pot.id = pp.pot_id where pp.piece_id = piece.id and pot.set_aside_at is null)
    where ${id};`
  const bathed = (id: string) => `update piece set
    bath_id = (select b.id from bath_piece bp join mordant_bath b on b.id = bp.bath_id
      where bp.piece_id = piece.id and b.ended_at is null and b.set_aside_at is null
      order by b.id limit 1)
    where ${id};`
  await db.raw(treated('true'))
  await db.raw(potted('true'))
  const inBath = 'id in (select piece_id from bath_piece where bath_id = new.id)'
  const inPot = 'id in (select piece_id from pot_piece where pot_id = new.id)'
  for (const [name, when, then] of [
    ['treatment_added', 'insert on treatment', treated('id = new.piece_id')],
    ['treatment_changed', 'update on treatment', treated('id = new.piece_id')],
    ['pot_piece_added', 'insert on pot_piece', potted('id = new.piece_id')],
    ['pot_changed', 'update of set_aside_at on pot', potted(inPot)],
    ['bath_piece_added', 'insert on bath_piece', bathed('id = new.piece_id')],
    ['bath_changed', 'update of ended_at, set_aside_at on mordant_bath', bathed(inBath)],
  ] as const) {
    await db.raw(`create trigger ${name} after ${when} begin ${then} end`)
  }
  await db.raw(
    `create index piece_alike on piece (fibre, form, name, id, dry_g) where set_aside_at is null`,
  )
  await db.raw(
    `create index piece_in_basket on piece (id) where pots = 0 and split_on is null and set_aside_at is null`,
  )
  await db.raw(
    `create index piece_dyed on piece (id)
     where pots > 0 and split_on is null and set_aside_at is null`,
  )
  await db.raw(
    `create index piece_unmordanted on piece (id)
     where pots = 0 and mordants = 0 and split_on is null and set_aside_at is null`,
  )
}

export const basket = {
  name: '0003-basket',
  async up(db: Knex) {
    await pieces(db)
    await baths(db)
    await shelf(db)
    await keepReadiness(db)
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
