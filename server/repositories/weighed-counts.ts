import type { Knex } from 'knex'
import type { Measure } from '../../catalogue/measures'
import type { WeighedCount } from '../../core/harvest/counted'

/** How many weighings of a count are looked back on. */
const MOST = 50

/** Gatherings of a source that were both counted and weighed, newest first. */
export async function weighedCounts(
  db: Knex,
  sourceId: string,
  measure: Measure,
  state: string,
): Promise<WeighedCount[]> {
  return await db('lot')
    .where({ source_id: sourceId, measure, amount_basis: 'measured' })
    .whereNull('set_aside_at')
    .whereNotNull('count')
    .where('net_g', '>', 0)
    .whereExists(
      db('lot_movement')
        .whereRaw('lot_movement.lot_id = lot.id')
        .where({ kind: 'gathered', 'lot_movement.state': state }),
    )
    .orderBy('id', 'desc')
    .limit(MOST)
    .select<WeighedCount[]>('count', 'net_g as massG')
}
