import type { Knex } from 'knex'
import { NOT_OF_THE_LOG } from '../../database/log-facts'

interface LogColumn {
  name: string
  type: 'string' | 'number'
}

/** A table of the log, as it is archived. */
export interface LogTable {
  name: string
  columns: LogColumn[]
}

/** Every table of the log with its columns, by name: a new one is archived without being told. */
export async function logTables(db: Knex): Promise<LogTable[]> {
  const names = await db('sqlite_master')
    .where({ type: 'table' })
    .orderBy('name')
    .pluck<string[]>('name')
  const tables: LogTable[] = []
  for (const name of names.filter((each) => !NOT_OF_THE_LOG.test(each))) {
    const columns = (await db.raw('select name, type from pragma_table_info(?)', [name])) as {
      name: string
      type: string
    }[]
    tables.push({
      name,
      columns: columns.map((column) => ({
        name: column.name,
        type: /text|char|date/i.test(column.type) ? 'string' : 'number',
      })),
    })
  }
  return tables
}

/** Names of the migrations a log has been through: its form. */
export const formOf = async (db: Knex): Promise<string[]> =>
  await db('knex_migrations').orderBy('id').pluck<string[]>('name')
