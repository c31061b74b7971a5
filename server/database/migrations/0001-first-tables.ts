import type { Knex } from 'knex'
import { recorded, refers } from '../columns'

async function sources(db: Knex) {
  await db.schema.createTable('source', (table) => {
    recorded(table)
    table.text('catalogue_key').unique()
    table.text('code').notNullable()
    table.text('scientific_name').notNullable()
    table.text('common_name').notNullable()
    table.text('part').notNullable()
    table.text('needs_mordant').notNullable().checkIn(['yes', 'no', 'unknown'])
    table.double('usual_ratio')
    table.text('usual_ratio_state').notNullable()
    table.double('dry_fraction').notNullable()
    table.integer('window_from')
    table.integer('window_to')
    table.text('caution')
    table.text('provenance').notNullable()
  })
  await db.schema.createTable('source_name', (table) => {
    table.increments('id')
    refers(table, 'source_id', 'source').notNullable().index()
    table.text('name').notNullable()
    table.text('kind').notNullable().checkIn(['accepted', 'synonym', 'common'])
    table.text('folded').notNullable().index()
  })
}

async function gatherings(db: Knex) {
  await db.schema.createTable('patch', (table) => {
    recorded(table)
    table.text('name').notNullable()
    table.text('folded').notNullable()
    table.text('hazards').notNullable()
    table.text('note').notNullable()
  })
  await db.schema.createTable('lot', (table) => {
    recorded(table)
    table.text('code').notNullable().unique()
    refers(table, 'source_id', 'source').notNullable()
    refers(table, 'patch_id', 'patch').index()
    table.text('gathered_on').notNullable()
    table.text('state').notNullable().checkIn(['fresh', 'dried', 'frozen'])
    table.text('stage')
    table.text('obtained').notNullable()
    table.double('gross_g')
    table.double('tare_g')
    table.double('own_dry_fraction')
    table.text('note').notNullable()
    table.index(['source_id', 'own_dry_fraction'])
  })
}

async function fibre(db: Knex) {
  await db.schema.createTable('piece', (table) => {
    recorded(table)
    table.text('code').notNullable().unique()
    table.text('name').notNullable()
    table.text('fibre').notNullable().index()
    table.text('form').notNullable()
    table.double('dry_g').notNullable()
    table.text('note').notNullable()
  })
  await db.schema.createTable('treatment', (table) => {
    table.text('id').primary()
    refers(table, 'piece_id', 'piece').notNullable().index()
    table.text('kind').notNullable()
    table.text('agent')
    table.double('percent_wof')
    table.double('mass_g')
    table.text('done_on').notNullable()
    table.text('created_at').notNullable()
    table.text('set_aside_at')
  })
}

async function pots(db: Knex) {
  await db.schema.createTable('pot', (table) => {
    recorded(table)
    table.text('code').notNullable().unique()
    table.text('title').notNullable()
    table.text('dyed_on').notNullable()
    table.text('way').notNullable()
    table.double('water_l')
    table.double('temp_c')
    table.double('minutes')
    table.double('final_ph')
    table.text('note').notNullable()
  })
  await db.schema.createTable('pot_event', (table) => {
    table.text('id').primary()
    refers(table, 'pot_id', 'pot').notNullable().index()
    table.text('kind').notNullable()
    table.text('at').notNullable()
    table.text('note').notNullable()
  })
  await db.schema.createTable('pot_piece', (table) => {
    refers(table, 'pot_id', 'pot').notNullable()
    refers(table, 'piece_id', 'piece').notNullable().index()
    table.double('dry_g').notNullable()
    table.primary(['pot_id', 'piece_id'])
  })
  await db.schema.createTable('lot_movement', (table) => {
    table.text('id').primary()
    refers(table, 'lot_id', 'lot').notNullable()
    refers(table, 'pot_id', 'pot').index()
    table.text('kind').notNullable().checkIn(['gathered', 'corrected', 'used', 'returned'])
    table.double('delta_g').notNullable()
    table.text('happened_on').notNullable()
    table.text('state').notNullable()
    table.double('dry_fraction').notNullable()
    table.text('dry_fraction_basis').notNullable()
    table.text('created_at').notNullable()
    table.index(['lot_id', 'happened_on', 'delta_g'])
  })
}

async function colours(db: Knex) {
  await db.schema.createTable('swatch', (table) => {
    recorded(table)
    table.text('code').notNullable().unique()
    table.text('pot_id').notNullable()
    table.text('piece_id').notNullable().index()
    table.integer('readings').notNullable().defaultTo(0)
    table.text('note').notNullable()
    table.foreign(['pot_id', 'piece_id']).references(['pot_id', 'piece_id']).inTable('pot_piece')
    table.index(['pot_id', 'id'])
  })
  await db.schema.createTable('reading', (table) => {
    table.text('id').primary()
    refers(table, 'swatch_id', 'swatch')
    refers(table, 'piece_id', 'piece')
    table.text('method').notNullable().checkIn(['hex', 'lab', 'reflectance'])
    table.text('hex').notNullable()
    table.double('l').notNullable()
    table.double('a').notNullable()
    table.double('b').notNullable()
    table.text('reflectance')
    table.text('clipped').notNullable()
    table.boolean('wet').notNullable()
    table.boolean('washed').notNullable()
    table.text('read_at').notNullable()
    table.text('set_aside_at')
    table.index(['swatch_id', 'read_at'])
    table.index(['piece_id', 'read_at'])
    // a reading is of a dyed swatch or of a bare piece, never of both or neither
    table.check('(swatch_id is null) <> (piece_id is null)')
  })
  await countReadings(db)
}

/**
 * Keeps the number of live readings on each swatch, so that the few that wait to be read are
 * found without looking through all that were.
 */
async function countReadings(db: Knex) {
  const recount = (swatchId: string) =>
    `update swatch set readings = (select count(*) from reading
       where reading.swatch_id = ${swatchId} and reading.set_aside_at is null)
     where id = ${swatchId};`
  await db.raw(
    `create trigger reading_added after insert on reading when new.swatch_id is not null
     begin ${recount('new.swatch_id')} end`,
  )
  await db.raw(
    `create trigger reading_changed after update on reading when new.swatch_id is not null
     begin ${recount('new.swatch_id')} end`,
  )
  await db.raw('create index swatch_unread on swatch (id) where readings = 0')
}

async function records(db: Knex) {
  await db.schema.createTable('change_log', (table) => {
    table.text('id').primary()
    table.text('change_set_id').notNullable().index()
    table.text('collection').notNullable()
    table.text('row_id').notNullable()
    table.text('action').notNullable().checkIn(['create', 'change', 'setAside', 'restore'])
    table.text('request_hash')
    table.text('before')
    table.text('after')
    table.text('at').notNullable()
    table.text('undone_by')
    table.index(['row_id', 'action'])
  })
  await db.schema.createTable('tag_serial', (table) => {
    table.text('prefix').notNullable()
    table.integer('year').notNullable()
    table.integer('last').notNullable()
    table.primary(['prefix', 'year'])
  })
}

export const firstTables = {
  name: '0001-first-tables',
  async up(db: Knex) {
    await sources(db)
    await gatherings(db)
    await fibre(db)
    await pots(db)
    await colours(db)
    await records(db)
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
