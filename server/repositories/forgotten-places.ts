import type { Knex } from 'knex'

/** Which entries of the change log to look at: all before an instant, or those of one change. */
export type WhichChanges = { before: string } | { changeSetId: string }

/**
 * Takes coordinates out of what the change log tells of places that have none any more, and out of
 * photos of what was gathered there: a place that was forgotten is forgotten everywhere. An undo brings
 * back all but them.
 *
 * @returns entries of places that were changed
 */
export const forgetPlaces = (db: Knex, which: WhichChanges): Promise<number> =>
  db.transaction(async (trx): Promise<number> => {
    const entries = trx('change_log')
      .where({ collection: 'patches' })
      .whereIn('row_id', trx('patch').whereNull('lat').select('id'))
      .whereRaw(TELLS_PLACE)
    if ('before' in which) entries.where('at', '<', which.before)
    else {
      entries.whereIn(
        'row_id',
        trx('change_log').where({ change_set_id: which.changeSetId }).select('row_id'),
      )
    }
    // a place told by mistake, and taken back at once, is not one that was forgotten
    const forgotten = await entries
      .clone()
      .whereRaw(`before ->> '$.lat' is not null and after ->> '$.lat' is null`)
      .whereNotIn('change_set_id', trx('change_log').whereNotNull('undone_by').select('undone_by'))
      .distinct('row_id')
      .pluck<string[]>('row_id')
    const photos = trx('photo').whereIn(
      'lot_id',
      trx('lot').whereIn('patch_id', forgotten).select('id'),
    )
    await trx('change_log')
      .where({ collection: 'photos' })
      .whereIn('row_id', photos.clone().select('id'))
      .whereRaw(TELLS_PLACE)
      .update(withoutPlace(trx))
    await photos.update({ lat: null, lon: null })
    return entries.update(withoutPlace(trx))
  })

const TELLS_PLACE = `(before ->> '$.lat' is not null or after ->> '$.lat' is not null)`

const withoutPlace = (db: Knex) => ({
  before: db.raw(`case when before is null then null else ${WITHOUT('before')} end`),
  after: db.raw(`case when after is null then null else ${WITHOUT('after')} end`),
})

const WITHOUT = (column: string) => `json_set(${column}, '$.lat', null, '$.lon', null)`
