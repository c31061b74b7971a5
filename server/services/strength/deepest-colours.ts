import type { Knex } from 'knex'
import { ofCollections } from '../../database/since-last-change'

const coloursDependOn = ofCollections('swatches', 'pots')

/**
 * The deepest dry colour that each lot gave, kept until a swatch or pot is written: thousands of
 * lots are looked at anew after every weighing, and hardly one of them has changed its colour.
 */
export function deepestColours(db: Knex) {
  let version = ''
  let kept = new Map<string, string | null>()

  return async (lotIds: readonly string[]): Promise<ReadonlyMap<string, string | null>> => {
    const now = JSON.stringify(await coloursDependOn(db))
    if (now !== version) {
      version = now
      kept = new Map()
    }
    const unknown = lotIds.filter((id) => !kept.has(id))
    for (const [id, hex] of await readColours(db, unknown)) kept.set(id, hex)
    for (const id of unknown) if (!kept.has(id)) kept.set(id, null)
    return kept
  }
}

/** The deepest dry colour of each of some lots, as pairs of id and colour. */
export async function readColours(
  db: Knex,
  lotIds: readonly string[],
): Promise<[string, string][]> {
  if (lotIds.length === 0) return []
  const rows = (await db('lot_movement as used')
    .join('swatch', 'swatch.pot_id', 'used.pot_id')
    .join('reading', 'reading.swatch_id', 'swatch.id')
    .where('used.kind', 'used')
    .whereIn('used.lot_id', lotIds)
    .whereRaw('not reading.wet and reading.set_aside_at is null')
    .whereNull('swatch.set_aside_at')
    .groupBy('used.lot_id')
    .select('used.lot_id as id', db.raw('reading.hex as hex, min(reading.l)'))) as {
    id: string
    hex: string
  }[]
  return rows.map(({ id, hex }) => [id, hex])
}
