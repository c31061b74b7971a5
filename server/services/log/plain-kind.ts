import type { Knex } from 'knex'
import type { PageQuery, Recorded } from '../../../shared/schemas/log/common'
import { pageOf } from '../../database/page'
import { toRecorded, type RecordedRow } from '../../database/recorded'
import type { RecordKind } from './record-kind'

interface PlainKind<New extends { id: string }, Query> {
  collection: string
  noun: string
  table: string
  /** Column of each field; those in `json` are kept as text. */
  columns: Record<Exclude<keyof New, 'id'> & string, string>
  json?: readonly string[]
  /** Fields that are true or false; kept as 1 and 0. */
  flags?: readonly string[]
  /** Narrows a list by the query's own fields. */
  narrow?: (rows: Knex.QueryBuilder, query: Query) => void
  /** Refuses what cannot be, new or changed. */
  check?: (trx: Knex, item: New) => Promise<void>
}

/** A kind of thing that is one row of its own: nothing hangs on it, and nothing moves with it. */
export function plainKind<
  T extends Recorded & New,
  New extends { id: string },
  Change extends object,
  Query,
>({
  collection,
  noun,
  table,
  columns,
  json = [],
  flags = [],
  narrow,
  check,
}: PlainKind<New, Query>): RecordKind<T, New, Change, Query> {
  const fields = Object.entries<string>(columns)

  const toRow = (item: object) =>
    Object.fromEntries(
      fields.map(([field, column]) => {
        const value = (item as Record<string, unknown>)[field] ?? null
        return [column, json.includes(field) ? JSON.stringify(value) : value]
      }),
    )

  const toItem = (row: RecordedRow): T =>
    ({
      ...toRecorded(row),
      ...Object.fromEntries(
        fields.map(([field, column]) => {
          const value = (row as unknown as Record<string, unknown>)[column]
          if (flags.includes(field)) return [field, Boolean(value)]
          return [field, json.includes(field) ? (JSON.parse(value as string) as unknown) : value]
        }),
      ),
    }) as T

  return {
    collection,
    noun,
    table,

    async page(db, query: Query & PageQuery) {
      const rows = db(table)
      narrow?.(rows, query)
      const { items, next } = await pageOf<RecordedRow>(db, rows, table, query)
      return { items: items.map(toItem), next }
    },

    async find(db, id) {
      const row = await db(table).where({ id }).first<RecordedRow>()
      return row ? toItem(row) : null
    },

    async insert(trx, input, at) {
      await check?.(trx, input)
      await trx(table).insert({ id: input.id, ...toRow(input), created_at: at, updated_at: at })
    },

    async change(trx, current, change) {
      const edited = { ...current, ...change }
      await check?.(trx, edited)
      await trx(table).where({ id: current.id }).update(toRow(edited))
    },

    async revert(trx, before) {
      await trx(table).where({ id: before.id }).update(toRow(before))
    },
  }
}
