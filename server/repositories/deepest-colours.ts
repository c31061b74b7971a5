import type { Knex } from 'knex'

/** The deepest dry colour of each of some lots, as pairs of id and colour. */
export async function readColours(
  db: Knex,
  lotIds: readonly string[],
): Promise<[string, string][]> {
  if (lotIds.length === 0) return []
  const rows = await db('lot_movement as used')
    .join('swatch', 'swatch.pot_id', 'used.pot_id')
    .join('reading', 'reading.swatch_id', 'swatch.id')
    .where('used.kind', 'used')
    .whereIn('used.lot_id', lotIds)
    .whereRaw('not reading.wet and reading.set_aside_at is null')
    .whereNull('swatch.set_aside_at')
    .groupBy('used.lot_id')
    .select<
      {
        id: string
        hex: string
      }[]
    >('used.lot_id as id', db.raw('reading.hex as hex, min(reading.l)'))
  return rows.map(({ id, hex }) => [id, hex])
}
