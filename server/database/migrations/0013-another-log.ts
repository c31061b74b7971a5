import type { Knex } from 'knex'
import { newId } from '../../../shared/ids'

/** Lots may be another dyer's: their swatches are kept apart until they are wanted. */
export const anotherLog = {
  name: '0013-another-log',
  async up(db: Knex) {
    await db.schema.alterTable('lot', (table) => {
      table.text('from_log').notNullable().defaultTo('')
      table.boolean('is_counted').notNullable().defaultTo(true)
    })
    // files that go out say which log they are of: tags of two logs may be alike
    await db('setting').insert({ name: 'logId', value: newId() })
  },
  down: () => Promise.reject(new Error('Migrations run forward only: restore a backup instead.')),
}
