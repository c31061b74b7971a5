import type { Knex } from 'knex'
import type { UnreadPot } from '../../shared/views/log/today'
import { countOf } from '../database/page'

/** Pots with swatches that wait to be read, newest first. */
export async function unreadPots(db: Knex, limit: number): Promise<UnreadPot[]> {
  return await db('swatch')
    .join('pot', 'pot.id', 'swatch.pot_id')
    .whereNull('swatch.set_aside_at')
    .whereRaw('swatch.readings = 0')
    .groupBy('pot.id')
    .orderBy('pot.dyed_on', 'desc')
    .limit(limit)
    .select<UnreadPot[]>(
      'pot.id as potId',
      'pot.code as potCode',
      'pot.dyed_on as dyedOn',
      db.raw('count(*) as swatches'),
      db.raw(`(select group_concat(distinct source.common_name) from lot_movement
               join lot on lot.id = lot_movement.lot_id join source on source.id = lot.source_id
               where lot_movement.pot_id = pot.id and lot_movement.kind = 'used') as sourceNames`),
    )
}

/** Pieces that no mordant and no pot has seen, and no bath waits for; an index of their own counts them. */
export const countUnmordanted = (db: Knex): Promise<number> =>
  countOf(
    db('piece').whereRaw(
      'pots = 0 and mordants = 0 and split_on is null and bath_id is null and set_aside_at is null',
    ),
  )

/**
 * Swatches of the latest readings, newest first; one read twice stands twice. What was read after
 * light says how it fades, and is no news of what it came out as.
 */
export const lastRead = async (db: Knex, limit: number): Promise<string[]> =>
  await db('reading')
    .join('swatch', 'swatch.id', 'reading.swatch_id')
    .whereNull('swatch.set_aside_at')
    .whereNull('reading.set_aside_at')
    .whereNull('reading.light_hours')
    .orderBy('reading.read_at', 'desc')
    .limit(limit)
    .pluck<string[]>('swatch.id')

/** Swatches of which a reading tells hours of light. */
export const litSwatchIds = async (db: Knex): Promise<string[]> =>
  await db('reading')
    .join('swatch', 'swatch.id', 'reading.swatch_id')
    .whereNull('swatch.set_aside_at')
    .whereNull('reading.set_aside_at')
    .whereNotNull('reading.light_hours')
    .distinct()
    .pluck<string[]>('swatch.id')
