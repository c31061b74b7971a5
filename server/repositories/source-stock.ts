import type { Knex } from 'knex'
import type { DryFraction } from '../../core/harvest/dry-fraction'

export interface SourceStock {
  /** In stock, g as it is, and air-dry matter that gives colour. */
  leftG: number
  stockDryG: number
}

export interface StockRow {
  sourceId: string
  leftG: number
  /** Dry matter where the lot tells its own share, and useful grams where its source must. */
  knownDryG: number
  otherG: number
}

/** Share of a lot that is not foreign matter. */
const USEFUL = `(1 - coalesce((select sum(value ->> 'share') from json_each(lot.contents)
  where value ->> 'what' = 'foreign'), 0))`

/**
 * What is left of sources that can still give its first colour.
 *
 * @param sourceIds of these sources alone; of all where null
 */
export async function stockRows(
  db: Knex,
  sourceIds: readonly string[] | null,
): Promise<Map<string, StockRow>> {
  const lots = db('lot')
  if (sourceIds) lots.whereIn('source_id', [...sourceIds])
  const rows = await lots
    .whereNull('set_aside_at')
    .whereRaw('left_g > 0.0005')
    .whereNot('state', 'liquor')
    .where('extracted', 0)
    .groupBy('source_id')
    .select<StockRow[]>(
      'source_id as sourceId',
      db.raw('sum(left_g) as leftG'),
      db.raw(`total(left_g * ${USEFUL} * case when state = 'dried' then 1
              else own_dry_fraction end) as knownDryG`),
      db.raw(`total(left_g * ${USEFUL}) filter (
              where state <> 'dried' and own_dry_fraction is null) as otherG`),
    )
  return new Map(rows.map((row) => [row.sourceId, row]))
}

/**
 * The same in air-dry matter, by the dryness that its lots are shown with.
 *
 * @param dryness of sources, for lots without a share of their own
 */
export const inDryMatter = (
  rows: ReadonlyMap<string, StockRow>,
  dryness: ReadonlyMap<string, DryFraction>,
): Map<string, SourceStock> =>
  new Map(
    [...dryness].flatMap(([sourceId, { value }]): [string, SourceStock][] => {
      const row = rows.get(sourceId)
      return row
        ? [[sourceId, { leftG: row.leftG, stockDryG: row.knownDryG + row.otherG * value }]]
        : []
    }),
  )
