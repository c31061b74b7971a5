import type { Knex } from 'knex'

/** Which entries of the change log to look at: all before an instant, or those of one change. */
export type WhichChanges = { before: string } | { changeSetId: string }

/**
 * Takes coordinates out of what the change log tells of places that have none any more: a place that
 * was forgotten is forgotten everywhere. An undo brings back all but them.
 *
 * @returns entries that were changed
 */
export async function forgetPlaces(db: Knex, which: WhichChanges): Promise<number> {
  const rows = db('change_log')
    .where({ collection: 'patches' })
    .whereIn('row_id', db('patch').whereNull('lat').select('id'))
    .whereRaw(`(before ->> '$.lat' is not null or after ->> '$.lat' is not null)`)
  if ('before' in which) rows.where('at', '<', which.before)
  else
    rows.whereIn(
      'row_id',
      db('change_log').where({ change_set_id: which.changeSetId }).select('row_id'),
    )
  return rows.update({
    before: db.raw(`case when before is null then null else ${WITHOUT('before')} end`),
    after: db.raw(`case when after is null then null else ${WITHOUT('after')} end`),
  })
}

const WITHOUT = (column: string) => `json_set(${column}, '$.lat', null, '$.lon', null)`
