import type { Knex } from 'knex'
import type { AmountBasis } from '../../../core/harvest/ratio-error'
import { formatMass } from '../../../core/quantity/format-quantity'
import type { Lot } from '../../../shared/schemas/loft/lot'
import { movementRepository, type MovementKind } from '../../repositories/lot-movements'
import { unacceptable } from '../log/failures'

export interface Move {
  kind: MovementKind
  deltaG: number
  massBasis?: AmountBasis
  /** Local date. */
  on: string
  potId?: string
  jarId?: string
  bathId?: string
  eventId?: string
  stepId?: string
}

/** Adds a movement to a lot, with the state and dryness it has at this moment. */
export async function move(
  trx: Knex,
  lot: Lot,
  { kind, deltaG, massBasis, on, potId, jarId, bathId, eventId, stepId }: Move,
  at: string,
): Promise<void> {
  const { id: lotId, state, dryFraction, dryFractionBasis } = lot
  const by = { potId: potId ?? null, jarId, bathId, eventId, stepId }
  const how = { kind, deltaG, massBasis, happenedOn: on, ...by }
  await movementRepository(trx).add({ lotId, state, dryFraction, dryFractionBasis, ...how }, at)
}

/** Refuses the transaction where a lot would hold less than nothing at the end of any day. */
export async function refuseOverdraw(trx: Knex, lot: Lot, pointer: string): Promise<void> {
  const lowest = await movementRepository(trx).lowest(lot.id)
  if (!lowest || lowest.leftG >= 0) return
  if (lot.gatheredOn && lowest.day < lot.gatheredOn) {
    throw unacceptable(
      pointer,
      `${lot.code} was gathered on ${lot.gatheredOn}: on ${lowest.day} there was none of it. Correct its day on its sheet in the loft, or the day of this.`,
    )
  }
  throw unacceptable(
    pointer,
    `${lot.code} holds too little: on ${lowest.day} it would be ${formatMass(-lowest.leftG)} short.`,
  )
}

/**
 * Refuses an entry dated before the lot's last weighing: the scale has spoken since, and grams of
 * another state would be taken from it.
 */
export function refuseBeforeWeighing(lot: Lot, on: string, pointer: string): void {
  const last = lot.steps
    .map(({ doneOn }) => doneOn)
    .sort()
    .at(-1)
  if (!last || on >= last) return
  throw unacceptable(
    pointer,
    `${lot.code} was weighed again on ${last}: an entry of ${on} would contradict it. Count it instead.`,
  )
}
