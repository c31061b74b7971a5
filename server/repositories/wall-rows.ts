import type { Knex } from 'knex'
import type { Agent } from '../../catalogue/agents'
import type { Fibre } from '../../catalogue/fibres'
import type { Part } from '../../catalogue/parts'
import type { Fastness } from '../../catalogue/sources'
import type { AmountBasis } from '../../core/harvest/ratio-error'
import type { ReadBy } from '../../shared/schemas/swatch/reading'
import type { Verdict } from '../../shared/schemas/swatch/swatch'

/** A swatch with its piece and its pot. */
export interface WallRow {
  id: string
  code: string
  potId: string
  pieceId: string
  verdict: Verdict | null
  fibre: Fibre
  mordantKnown: number
  dyedOn: string
  fromPotId: string | null
  bathNumber: number
  isRatioKnown: number
}

/** A reading without its spectrum. */
export interface WallReading {
  swatchId: string
  hex: string
  l: number
  a: number
  b: number
  isMeasured: number
  wet: number
  washed: number
  washedKnown: number
  by: ReadBy
  lightHours: number | null
}

/** Everything that a wall of all swatches is made of: one question of SQL for each kind of thing. */
export const wallRows = (db: Knex) => ({
  swatches: async (): Promise<WallRow[]> =>
    await db('swatch as s')
      .join('pot as p', 'p.id', 's.pot_id')
      .join('piece as e', 'e.id', 's.piece_id')
      .whereNull('s.set_aside_at')
      .where('s.readings', '>', 0)
      .orderBy('s.id')
      .select<WallRow[]>(
        's.id',
        's.code',
        's.verdict',
        's.pot_id as potId',
        's.piece_id as pieceId',
        'e.fibre',
        'e.mordant_known as mordantKnown',
        'p.dyed_on as dyedOn',
        'p.from_pot_id as fromPotId',
        'p.bath_number as bathNumber',
        'p.is_ratio_known as isRatioKnown',
      ),

  /** Newest first within a swatch. */
  readings: async (): Promise<WallReading[]> =>
    await db('reading')
      .whereNotNull('swatch_id')
      .whereNull('set_aside_at')
      .orderBy([
        { column: 'read_at', order: 'desc' },
        { column: 'id', order: 'desc' },
      ])
      .select<WallReading[]>(
        'swatch_id as swatchId',
        'hex',
        'l',
        'a',
        'b',
        'wet',
        'washed',
        'washed_known as washedKnown',
        'by',
        'light_hours as lightHours',
        db.raw('reflectance is not null as "isMeasured"'),
      ),

  /** Plant that pots took: the newest of each use, as a pot tells its lots. */
  used: async () =>
    await db('lot_movement as m')
      .join('lot', 'lot.id', 'm.lot_id')
      .leftJoin('pot_event as added', 'added.id', 'm.event_id')
      .whereNotNull('m.pot_id')
      .where('m.kind', 'used')
      .whereNull('added.set_aside_at')
      .groupBy('m.pot_id', 'm.lot_id', 'm.event_id')
      .select<{ potId: string; sourceId: string; dryG: number; basis: AmountBasis }[]>(
        'm.pot_id as potId',
        'lot.source_id as sourceId',
        'm.mass_basis as basis',
        db.raw('-m.delta_g * m.dry_fraction as "dryG"'),
        db.raw('max(m.id)'),
      ),

  fibre: async () =>
    await db('pot_piece').select<{ potId: string; dryG: number; basis: AmountBasis }[]>(
      'pot_id as potId',
      'dry_g as dryG',
      'dry_basis as basis',
    ),

  /** What each source that was dyed with is called, and how it holds. */
  sources: async () =>
    await db('source')
      .whereIn('id', db('lot').distinct('source_id'))
      .select<{ id: string; commonName: string; part: Part; fastness: Fastness }[]>(
        'id',
        'common_name as commonName',
        'part',
        db.raw(`coalesce(facts ->> 'fastness', 'unknown') as fastness`),
      ),

  mordants: async () =>
    await db('treatment')
      .where({ kind: 'mordant' })
      .whereNull('set_aside_at')
      .select<{ pieceId: string; agent: Agent | null; doneOn: string }[]>(
        'piece_id as pieceId',
        'agent',
        'done_on as doneOn',
      ),
})
