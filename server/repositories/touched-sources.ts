import type { Knex } from 'knex'
import { latestChange } from './change-log'

interface Changed {
  collection: string
  rowId: string
}

/** SQLite takes so many values in one question. */
const AT_ONCE = 500

/**
 * Sources whose curves may be otherwise since an entry of the change log: by what was written, down
 * to the lots behind it.
 *
 * @param after number of the last entry that was seen; null for none
 * @returns null where so much was written that all of them are meant
 */
export async function touchedSince(
  db: Knex,
  after: number | null,
  most = 5000,
): Promise<{ ids: Set<string>; latest: number } | { ids: null; latest: number }> {
  const latest = await latestChange(db)
  if (after === null) return { ids: null, latest }
  if (latest === after) return { ids: new Set(), latest }
  const rows = (await db('change_log')
    .where('n', '>', after)
    .where('n', '<=', latest)
    .whereIn('collection', ['swatches', 'pots', 'pieces', 'lots', 'sources'])
    .limit(most)
    .distinct('collection', 'row_id as rowId')) as Changed[]
  if (rows.length >= most) return { ids: null, latest }
  const idsOf = (collection: string) =>
    rows.filter((row) => row.collection === collection).map(({ rowId }) => rowId)
  const pots = new Set(idsOf('pots'))
  for (const ids of chunks(idsOf('swatches'))) {
    for (const id of await db('swatch').whereIn('id', ids).pluck<string[]>('pot_id')) pots.add(id)
  }
  for (const ids of chunks(idsOf('pieces'))) {
    for (const id of await db('pot_piece').whereIn('piece_id', ids).pluck<string[]>('pot_id')) {
      pots.add(id)
    }
  }
  const sources = new Set(idsOf('sources'))
  for (const ids of chunks(await withOtherBaths(db, [...pots]))) {
    const of = db('lot')
      .join('lot_movement as used', 'used.lot_id', 'lot.id')
      .whereIn('used.pot_id', ids)
      .distinct()
      .pluck('lot.source_id')
    for (const id of await of) sources.add(id)
  }
  for (const ids of chunks(await usedIn(db, idsOf('lots')))) {
    for (const id of await db('lot').whereIn('id', ids).pluck<string[]>('source_id'))
      sources.add(id)
    // a lot that got another name was its earlier source's before
    const before = await db('change_log')
      .whereIn('row_id', ids)
      .where('n', '>', after)
      .select<{ id: string | null }[]>(db.raw(`before ->> 'sourceId' as id`))
    for (const { id } of before) if (id) sources.add(id)
  }
  return { ids: sources, latest }
}

/** Pots with all baths dyed in one liquor with them: a later bath has no lots of its own. */
async function withOtherBaths(db: Knex, potIds: readonly string[]): Promise<string[]> {
  const all = new Set<string>(potIds)
  for (const ids of chunks(potIds)) {
    const rows = (await db.raw(
      `with recursive bath (id) as (
         select id from pot where id in (${ids.map(() => '?').join(', ')})
         union select pot.from_pot_id from pot join bath on pot.id = bath.id
           where pot.from_pot_id is not null
         union select pot.id from pot join bath on pot.from_pot_id = bath.id
       ) select id from bath`,
      ids,
    )) as { id: string }[]
    for (const { id } of rows) all.add(id)
  }
  return [...all]
}

/** Of some lots those that a pot has used: what was only weighed in touches no curve. */
async function usedIn(db: Knex, lotIds: readonly string[]): Promise<string[]> {
  const used: string[] = []
  for (const ids of chunks(lotIds)) {
    const found = db('lot_movement').whereIn('lot_id', ids).whereNotNull('pot_id').distinct()
    used.push(...(await found.pluck<string[]>('lot_id')))
  }
  return used
}

/**
 * Sources of the lots that were written since an entry of the change log, as they are named now and
 * were before.
 *
 * @param after number of the last entry that was seen; null for none
 * @returns `ids` null where all are meant: something else than lots was written, or too much
 */
export async function sourcesOfChangedLots(
  db: Knex,
  after: number | null,
): Promise<{ ids: string[] | null; latest: number }> {
  const latest = await latestChange(db)
  if (after === null) return { ids: null, latest }
  if (latest === after) return { ids: [], latest }
  const rows = (await db('change_log')
    .where('n', '>', after)
    .where('n', '<=', latest)
    .limit(AT_ONCE)
    .select('collection', 'row_id as rowId', db.raw(`before ->> 'sourceId' as earlier`))) as {
    collection: string
    rowId: string
    earlier: string | null
  }[]
  const isLotsAlone = rows.every(({ collection }) => collection === 'lots')
  if (!isLotsAlone || rows.length === AT_ONCE) return { ids: null, latest }
  const lotIds = rows.map(({ rowId }) => rowId)
  const now = await db('lot').whereIn('id', lotIds).distinct().pluck<string[]>('source_id')
  const earlier = rows.flatMap((row) => row.earlier ?? [])
  return { ids: [...new Set([...now, ...earlier])], latest }
}

function* chunks<T>(all: readonly T[]): Generator<T[]> {
  for (let i = 0; i < all.length; i += AT_ONCE) yield all.slice(i, i + AT_ONCE)
}
