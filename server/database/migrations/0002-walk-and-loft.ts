import type { Knex } from 'knex'
import { recorded, refers } from '../columns'

/** Facts of a source beyond the columns that queries ask for are one JSON text. */
async function sources(db: Knex) {
  await db.schema.alterTable('source', (table) => {
    table.text('species_group').notNullable().defaultTo('plant')
    table.text('facts').notNullable().defaultTo('{}')
    table.text('claims').notNullable().defaultTo('[]')
    table.text('corrected').notNullable().defaultTo('[]')
  })
  await db.raw(`update source set species_group = case part
    when 'thallus' then 'lichen' when 'fruitBody' then 'fungus' when 'cap' then 'fungus'
    else 'plant' end`)
  await db.schema.createTable('setting', (table) => {
    table.text('name').primary()
    table.text('value').notNullable()
  })
}

async function places(db: Knex) {
  await db.schema.alterTable('patch', (table) => {
    table.double('lat')
    table.double('lon')
    table.text('permission').notNullable().defaultTo('')
    table.text('hazard_kinds').notNullable().defaultTo('[]')
    table.text('privacy').notNullable().defaultTo('dropped')
  })
  await db.schema.createTable('allowance', (table) => {
    recorded(table)
    refers(table, 'patch_id', 'patch').notNullable()
    refers(table, 'source_id', 'source').notNullable()
    table.text('rule').notNullable()
    table.double('standing_g')
    table.text('note').notNullable()
    table.unique(['patch_id', 'source_id'])
  })
  await db.schema.createTable('container', (table) => {
    recorded(table)
    table.text('name').notNullable()
    table.double('tare_g').notNullable()
  })
}

/**
 * The tables of lots are made anew: their checks knew three states and four kinds of movement.
 * Rows are copied, and the old tables dropped with keys unwatched for that moment.
 */
async function lots(db: Knex) {
  await db.schema.createTable('lot_2', (table) => {
    recorded(table)
    table.text('code').notNullable().unique()
    refers(table, 'source_id', 'source').notNullable()
    refers(table, 'patch_id', 'patch').index()
    table.text('gathered_on').notNullable()
    table.text('state').notNullable().checkIn(['fresh', 'dried', 'frozen', 'liquor'])
    table.text('chop').notNullable().defaultTo('whole').checkIn(['whole', 'chopped', 'ground'])
    table.text('stage')
    table.text('obtained').notNullable()
    table.double('gross_g')
    table.double('tare_g')
    table.double('own_dry_fraction')
    table.text('own_dry_basis').notNullable().defaultTo('measured')
    table.text('note').notNullable()
    table.text('amount_basis').notNullable().defaultTo('measured')
    table.text('measure')
    table.double('count')
    table.text('container_id').references('id').inTable('container')
    table.text('host').notNullable().defaultTo('')
    table.text('weather').notNullable().defaultTo('')
    table.double('minutes')
    table.text('contents').notNullable().defaultTo('[]')
    table.text('sureness').notNullable().defaultTo('sure')
    table.text('evidence').notNullable().defaultTo('[]')
    table.text('hung_on')
    table.integer('extracted').notNullable().defaultTo(0)
    table.text('jar_id')
    table.text('from_lots').notNullable().defaultTo('[]')
    table.boolean('undone').notNullable().defaultTo(false)
    table.double('net_g').notNullable().defaultTo(0)
    table.double('left_g').notNullable().defaultTo(0)
    table.index(['source_id', 'own_dry_fraction'])
  })
  const kept = [
    'id',
    'rev',
    'created_at',
    'updated_at',
    'set_aside_at',
    'code',
    'source_id',
    'patch_id',
    'gathered_on',
    'state',
    'stage',
    'obtained',
    'gross_g',
    'tare_g',
    'own_dry_fraction',
    'note',
  ].join(', ')
  await db.raw(`insert into lot_2 (${kept}) select ${kept} from lot`)
  await db.schema.createTable('lot_movement_2', (table) => {
    table.text('id').primary()
    table.text('lot_id').references('id').inTable('lot').notNullable()
    refers(table, 'pot_id', 'pot').index()
    table.text('jar_id').index()
    table.text('step_id')
    table.text('kind').notNullable()
    table.double('delta_g').notNullable()
    table.text('happened_on').notNullable()
    table.text('state').notNullable()
    table.double('dry_fraction').notNullable()
    table.text('dry_fraction_basis').notNullable()
    table.text('created_at').notNullable()
    table.index(['lot_id', 'happened_on', 'delta_g'])
  })
  const moved = [
    'id',
    'lot_id',
    'pot_id',
    'kind',
    'delta_g',
    'happened_on',
    'state',
    'dry_fraction',
    'dry_fraction_basis',
    'created_at',
  ].join(', ')
  await db.raw(`insert into lot_movement_2 (${moved}) select ${moved} from lot_movement`)
  await db.schema.dropTable('lot_movement')
  await db.schema.dropTable('lot')
  await db.schema.renameTable('lot_2', 'lot')
  await db.schema.renameTable('lot_movement_2', 'lot_movement')
  await keepBalances(db)
  await db.schema.createTable('lot_step', (table) => {
    table.text('id').primary()
    refers(table, 'lot_id', 'lot').notNullable().index()
    table.text('kind').notNullable()
    table.text('done_on').notNullable()
    table.double('before_g').notNullable()
    table.double('after_g').notNullable()
    table.text('state_before').notNullable()
    table.text('state_after').notNullable()
    table.text('note').notNullable()
    table.text('created_at').notNullable()
    table.text('set_aside_at')
  })
}

/** Kinds of movement by which a lot came to be, as against what became of it. */
const CAME = `('gathered', 'corrected', 'splitIn', 'combinedIn', 'drawnOff', 'spent')`

/**
 * What a lot came to and what is left of it are sums of its movements. The sums are written beside
 * it by the database itself, so that thousands of lots are sorted by them at once; movements are
 * never changed but in their day.
 */
async function keepBalances(db: Knex) {
  await db.raw(
    `update lot set
       left_g = (select total(delta_g) from lot_movement where lot_id = lot.id),
       net_g = (select total(delta_g) from lot_movement where lot_id = lot.id and kind in ${CAME})`,
  )
  await db.raw(
    `create trigger lot_moved after insert on lot_movement
     begin update lot set
       left_g = (select total(delta_g) from lot_movement where lot_id = new.lot_id),
       net_g = (select total(delta_g) from lot_movement where lot_id = new.lot_id and kind in ${CAME})
     where id = new.lot_id; end`,
  )
  await db.raw(
    `create index lot_in_stock on lot (gathered_on, id, state, hung_on, left_g, net_g)
     where left_g > 0.0005 and set_aside_at is null`,
  )
  // holds all that a walk asks of thousands of gatherings
  await db.raw(
    `create index lot_found on lot (source_id, gathered_on, code, net_g, id)
     where set_aside_at is null and from_lots = '[]' and jar_id is null`,
  )
  await db.raw('create index lot_of on lot (source_id, gathered_on)')
}

async function jars(db: Knex) {
  await db.schema.createTable('jar', (table) => {
    recorded(table)
    table.text('code').notNullable().unique()
    refers(table, 'source_id', 'source').notNullable()
    table.text('way').notNullable()
    table.text('vessel').notNullable()
    table.double('vessel_l')
    table.double('water_l').notNullable()
    table.double('ammonia_l').notNullable()
    table.double('temp_c').notNullable()
    table.text('started_at').notNullable()
    table.double('shake_days')
    table.double('air_days')
    table.double('look_days')
    table.text('ended_at')
    table.text('ending')
    table.text('note').notNullable()
  })
  await db.schema.createTable('jar_round', (table) => {
    table.text('id').primary()
    refers(table, 'jar_id', 'jar').notNullable().index()
    table.text('kind').notNullable().checkIn(['shake', 'air', 'look', 'draw', 'strain'])
    table.text('at').notNullable()
    table.text('looked_at')
    table.text('how')
    table.text('colour_word').notNullable()
    table.text('hex')
    table.double('ph')
    table.text('smell').notNullable()
    table.boolean('mould').notNullable()
    table.double('volume_l')
    table.double('plant_dry_g')
    table.text('lot_id')
    table.text('note').notNullable()
    table.text('set_aside_at')
  })
  await db.schema.createTable('wish', (table) => {
    recorded(table)
    table.text('words').notNullable()
    refers(table, 'source_id', 'source')
    refers(table, 'jar_id', 'jar')
    table.text('agent')
    table.text('due_on')
    table.double('fibre_g')
    table.text('done_on')
  })
}

async function photos(db: Knex) {
  await db.schema.createTable('photo', (table) => {
    recorded(table)
    table.text('hash').notNullable()
    table.integer('width').notNullable()
    table.integer('height').notNullable()
    table.integer('bytes').notNullable()
    refers(table, 'lot_id', 'lot').index()
    refers(table, 'jar_id', 'jar').index()
    table.text('round_id')
    table.text('taken_at')
    table.double('lat')
    table.double('lon')
    table.text('note').notNullable()
  })
}

/** For questions that are asked after every write. */
async function indexes(db: Knex) {
  await db.raw('create index change_of on change_log (collection, id)')
  await db.raw('create index reading_latest on reading (read_at)')
  await db.raw(`create index piece_bare on treatment (piece_id, kind) where set_aside_at is null`)
}

export const walkAndLoft = {
  name: '0002-walk-and-loft',
  // SQLite cannot unwatch keys inside a transaction: this migration opens its own
  config: { transaction: false },
  isDone: (db: Knex) => db.schema.hasTable('container'),
  async up(db: Knex) {
    await db.raw('pragma foreign_keys = off')
    try {
      await db.transaction(async (trx) => {
        await trx.raw('pragma legacy_alter_table = on')
        await sources(trx)
        await places(trx)
        await lots(trx)
        await jars(trx)
        await photos(trx)
        await indexes(trx)
        await trx.raw('pragma legacy_alter_table = off')
        const broken = (await trx.raw('pragma foreign_key_check')) as unknown[]
        if (broken.length > 0) throw new Error('The log refers to rows that are not there.')
      })
    } finally {
      await db.raw('pragma foreign_keys = on')
    }
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
