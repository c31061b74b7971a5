import type { Knex } from 'knex'
import type { Page, PageQuery } from '../../shared/schemas/log/common'
import { last } from '../../core/present'

/**
 * One page of a list, newest first, by key: UUIDv7 ids sort by the time they were made, so a
 * page is found by its first key however deep it lies, and rows added meanwhile move nothing.
 *
 * @param rows the filtered query, on a table with `id` and `set_aside_at`
 */
export async function pageOf<Row extends { id: string }>(
  db: Knex,
  rows: Knex.QueryBuilder,
  table: string,
  { after, limit, aside }: PageQuery,
): Promise<Page<Row>> {
  if (aside) rows.whereNotNull(`${table}.set_aside_at`)
  else rows.whereNull(`${table}.set_aside_at`)
  if (after) rows.where(`${table}.id`, '<', after)
  const ids = await rows
    .orderBy(`${table}.id`, 'desc')
    .limit(limit + 1)
    .pluck<string[]>(`${table}.id`)
  // keys first: where the order is not the index's own, only keys are sorted, not whole rows
  const shown = ids.slice(0, limit)
  const items = (await db(table).whereIn('id', shown).orderBy('id', 'desc')) as Row[]
  return { items, next: ids.length > limit ? last(shown) : null }
}

/** `text` with LIKE's own signs taken as they stand; use with `escape '\\'`. */
export const likeText = (text: string) => text.replace(/[\\%_]/g, '\\$&')

/** How many rows a query finds. */
export async function countOf(query: Knex.QueryBuilder): Promise<number> {
  const [{ n }] = (await query.count('* as n')) as [{ n: number }]
  return n
}
