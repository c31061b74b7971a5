import { group } from 'd3-array'
import type { Knex } from 'knex'
import type { Gathering } from '../../shared/views/log/today'
import type { SourceOnWalk } from '../../shared/views/walk/walk'

/** A gathering, as the year of its source shows it. */
export type Found = Omit<Gathering, 'hex'> & {
  sourceId: string
  lotId: string
  gatheredWithinDays: number
}

/**
 * Gatherings by source, oldest first; what was made of them is not counted again.
 *
 * @param sourceIds of these sources alone; of all where left out
 */
export async function gatherings(
  db: Knex,
  sourceIds: readonly string[] | null = null,
): Promise<Map<string, Found[]>> {
  const lots = db('lot')
  if (sourceIds) lots.whereIn('lot.source_id', [...sourceIds])
  const rows = await lots
    .whereNull('lot.set_aside_at')
    .where({ 'lot.from_lots': '[]', 'lot.from_log': '' })
    .whereNull('lot.jar_id')
    .orderBy(['lot.source_id', 'lot.gathered_on', 'lot.id'])
    .select<Found[]>(
      'lot.source_id as sourceId',
      'lot.code',
      'lot.gathered_on as gatheredOn',
      'lot.gathered_within_days as gatheredWithinDays',
      'lot.net_g as netG',
      'lot.id as lotId',
    )
  return group(rows, ({ sourceId }) => sourceId)
}

/** Mean dryness of each source whose lots were weighed dry, and of how many. */
export async function weighedDryness(
  db: Knex,
): Promise<{ sourceId: string; mean: number; n: number }[]> {
  return await db('lot')
    .where('from_log', '')
    .whereNotNull('own_dry_fraction')
    .where('own_dry_basis', 'measured')
    .whereNot('state', 'liquor')
    .whereNull('set_aside_at')
    .groupBy('source_id')
    .select<
      {
        sourceId: string
        mean: number
        n: number
      }[]
    >('source_id as sourceId', db.raw('avg(own_dry_fraction) as mean, count(*) as n'))
}

/** How a source was gathered last: for the next time. */
export async function lastOf(db: Knex, sourceId: string): Promise<SourceOnWalk['last']> {
  const row = await db('lot')
    .where({ source_id: sourceId, from_lots: '[]', from_log: '' })
    .whereNull('set_aside_at')
    .whereNull('jar_id')
    .orderBy('id', 'desc')
    .first<SourceOnWalk['last']>(
      'patch_id as patchId',
      'stage',
      'obtained',
      'container_id as containerId',
      'tare_g as tareG',
      'measure',
      'host',
      db.raw(
        `(select state from lot_movement where lot_id = lot.id and kind = 'gathered' limit 1) as state`,
      ),
    )
  return row ?? null
}

/** The latest gatherings of a source that were weighed and timed. */
export const timedPickings = async (db: Knex, sourceId: string) =>
  await db('lot')
    .where({ source_id: sourceId, amount_basis: 'measured', from_log: '' })
    .whereNull('set_aside_at')
    .whereNotNull('minutes')
    .where('net_g', '>', 0)
    .orderBy('id', 'desc')
    .limit(50)
    .select<{ massG: number; minutes: number }[]>('net_g as massG', 'minutes')

/** All gatherings of a source that were timed, however their grams are known. */
export const allTimedPickings = async (db: Knex, sourceId: string) =>
  await db('lot')
    .where({ source_id: sourceId, from_log: '' })
    .where('minutes', '>', 0)
    .where('net_g', '>', 0)
    .whereNull('set_aside_at')
    .select<{ massG: number; minutes: number }[]>('net_g as massG', 'minutes')
