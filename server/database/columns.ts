import type { Knex } from 'knex'

type TableBuilder = Knex.CreateTableBuilder

/** Columns of every row that can be edited and set aside. */
export function recorded(table: TableBuilder) {
  table.text('id').primary()
  table.integer('rev').notNullable().defaultTo(1)
  table.text('created_at').notNullable()
  table.text('updated_at').notNullable()
  table.text('set_aside_at')
}

export const refers = (table: TableBuilder, column: string, to: string) =>
  table.text(column).references('id').inTable(to)
