import type { Knex } from 'knex'
import type { DryFraction } from '../../core/harvest/dry-fraction'
import { lookUp } from '../../core/present'

export interface SourceStock {
  /** In stock, g as it is, and air-dry matter that gives colour. */
  leftG: number
  stockDryG: number
}

interface StockRow {
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
 * What is left of each source that can still give its first colour, by the same dryness as its lots
 * are shown with.
 *
 * @param dryness of sources, for lots without a share of their own
 */
export async function stockOf(
  db: Knex,
  dryness: ReadonlyMap<string, DryFraction>,
): Promise<Map<string, SourceStock>> {
  const rows = await db('lot')
    .whereNull('set_aside_at')
    .whereRaw('left_g > 0.0005')
    .whereNot('state', 'liquor')
    .where('extracted', 0)
    .whereIn('source_id', [...dryness.keys()])
    .groupBy('source_id')
    .select<StockRow[]>(
      'source_id as sourceId',
      db.raw('sum(left_g) as leftG'),
      db.raw(`total(left_g * ${USEFUL} * case when state = 'dried' then 1
              else own_dry_fraction end) as knownDryG`),
      db.raw(`total(left_g * ${USEFUL}) filter (
              where state <> 'dried' and own_dry_fraction is null) as otherG`),
    )
  return new Map(
    rows.map(({ sourceId, leftG, knownDryG, otherG }) => [
      sourceId,
      { leftG, stockDryG: knownDryG + otherG * lookUp(dryness, sourceId).value },
    ]),
  )
}
