import type { Knex } from 'knex'
import type { Basis, PlantState } from '../../core/harvest/dry-fraction'
import type { AmountBasis } from '../../core/harvest/ratio-error'
import type { LotStepKind } from '../../core/harvest/lot-step'
import { roundToMilligram } from '../../core/harvest/net-mass'
import { newId } from '../../shared/ids'

export type MovementKind =
  | 'gathered'
  | 'corrected'
  | 'used'
  | 'returned'
  | 'splitIn'
  | 'splitOut'
  | 'combinedIn'
  | 'combinedOut'
  | 'drawnOff'
  | 'spent'
  | LotStepKind

/** An amount that came to a lot or left it. Movements are added, and never taken out. */
export interface Movement {
  lotId: string
  potId: string | null
  jarId?: string | null
  bathId?: string | null
  stepId?: string | null
  /** The note of a pot it belongs to: plant that was added on the way. */
  eventId?: string | null
  kind: MovementKind
  /** g in the lot's state then; negative where it left. */
  deltaG: number
  /** How well that is known. */
  massBasis?: AmountBasis
  /** Local calendar date. */
  happenedOn: string
  state: PlantState
  dryFraction: number
  dryFractionBasis: Basis
}

interface MovementRow {
  lot_id: string
  pot_id: string | null
  jar_id: string | null
  bath_id: string | null
  event_id: string | null
  kind: MovementKind
  delta_g: number
  mass_basis: AmountBasis
  happened_on: string
  state: PlantState
  dry_fraction: number
  dry_fraction_basis: Basis
}

/** Binary dust of sums of milligrams. */
const DUST_G = 1e-6

export const movementRepository = (db: Knex) => ({
  async add(movement: Movement, at: string): Promise<void> {
    await db('lot_movement').insert({
      id: newId(),
      lot_id: movement.lotId,
      pot_id: movement.potId,
      jar_id: movement.jarId ?? null,
      bath_id: movement.bathId ?? null,
      step_id: movement.stepId ?? null,
      event_id: movement.eventId ?? null,
      kind: movement.kind,
      delta_g: roundToMilligram(movement.deltaG),
      mass_basis: movement.massBasis ?? 'weighed',
      happened_on: movement.happenedOn,
      state: movement.state,
      dry_fraction: movement.dryFraction,
      dry_fraction_basis: movement.dryFractionBasis,
      created_at: at,
    })
  },

  /**
   * The day at whose end a lot held least, and how much: so that an entry dated back cannot
   * have taken what was not there yet, or what was used since.
   */
  async lowest(lotId: string): Promise<{ day: string; leftG: number } | null> {
    const [row] = (await db.raw(
      `select happened_on as day, left_g as leftG from (
         select happened_on, sum(sum(delta_g)) over (order by happened_on) as left_g
         from lot_movement where lot_id = ? group by happened_on
       ) order by left_g, happened_on limit 1`,
      [lotId],
    )) as { day: string; leftG: number }[]
    if (!row) return null
    return { day: row.day, leftG: Math.abs(row.leftG) < DUST_G ? 0 : row.leftG }
  },

  /** The latest day on which anything came to a lot or left it. */
  async latestDay(lotId: string): Promise<string | null> {
    const row = await db('lot_movement')
      .where({ lot_id: lotId })
      .max('happened_on as day')
      .first<{ day: string | null }>()
    return row.day
  },

  /**
   * What a pot, a note of it, a jar or a bath took of each of its lots, as it was last taken. What
   * a note took that was taken back since went back with it.
   */
  async takenBy(
    by: { pot_id: string } | { jar_id: string } | { bath_id: string } | { event_id: string },
  ): Promise<Movement[]> {
    const rows = await db<MovementRow>('lot_movement')
      .where({ ...by, kind: 'used' })
      .whereRaw(
        'not exists (select 1 from pot_event e where e.id = event_id and e.set_aside_at is not null)',
      )
    const latest = new Map(rows.map((row) => [`${row.lot_id} ${row.event_id}`, row]))
    return [...latest.values()].map(toMovement)
  },

  /**
   * Marks what a pot took at first, and gave back, as written in error: no use any more. The rows
   * stay, with their pot, so that what was reckoned from them is found.
   */
  async retract(potId: string): Promise<void> {
    await db('lot_movement')
      .where({ pot_id: potId })
      .whereNull('event_id')
      .whereIn('kind', ['used', 'returned'])
      .update({ kind: 'corrected' })
  },

  /** What was written of a pot in error, the newest last. */
  async retracted(potId: string): Promise<Movement[]> {
    const rows = db<MovementRow>('lot_movement').where({ pot_id: potId, kind: 'corrected' })
    return (await rows.where('delta_g', '<', 0).orderBy('id')).map(toMovement)
  },
})

const toMovement = (row: MovementRow): Movement => ({
  lotId: row.lot_id,
  potId: row.pot_id,
  jarId: row.jar_id,
  bathId: row.bath_id,
  eventId: row.event_id,
  kind: row.kind,
  deltaG: row.delta_g,
  massBasis: row.mass_basis,
  happenedOn: row.happened_on,
  state: row.state,
  dryFraction: row.dry_fraction,
  dryFractionBasis: row.dry_fraction_basis,
})
