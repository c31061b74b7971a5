import type { Knex } from 'knex'
import type { SourceWithSwatches } from '../../shared/views/strength/strength'

/** Sources of which something was dyed, most swatches first. */
export async function sourcesWithSwatches(db: Knex): Promise<SourceWithSwatches[]> {
  return await db('swatch')
    .join('lot_movement as used', (on) =>
      on.on('used.pot_id', 'swatch.pot_id').andOnVal('used.kind', 'used'),
    )
    .join('lot', 'lot.id', 'used.lot_id')
    .join('source', 'source.id', 'lot.source_id')
    .whereNull('swatch.set_aside_at')
    .groupBy('source.id')
    .orderBy([{ column: 'swatches', order: 'desc' }, { column: 'source.common_name' }])
    .select<SourceWithSwatches[]>(
      'source.id as sourceId',
      'source.code',
      'source.common_name as commonName',
      'source.scientific_name as scientificName',
      'source.part',
      db.raw('count(distinct swatch.id) as swatches'),
    )
}
