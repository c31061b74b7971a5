import type { Knex } from 'knex'
import type { Pot } from '../../shared/schemas/pot'
import type { PotEvent } from '../../shared/schemas/pot-event'
import { potNotes } from '../repositories/pot-notes'
import { potRepository } from '../repositories/pots'
import { swatchRepository } from '../repositories/swatches'
import { stillNeeded } from './failures'
import { returnAddition, returnAll, takeAddition, takeFromLots } from './pot-stock'

/**
 * Takes a change of a pot back: its edit, its lighting, a note of its course, or its end. What it
 * took goes back, and what it gave back is taken again.
 */
export async function revertCourse(trx: Knex, before: Pot, after: Pot, at: string): Promise<void> {
  const pots = potRepository(trx)
  // an entry written before a pot had a course says nothing of it
  const earlier: Pot = { ...after, ...before }
  await pots.update(before.id, earlier)
  if (earlier.stage !== 'done' && after.stage === 'done') await undoEnd(trx, after, at)
  await revertNotes(trx, earlier, after, at)
  if (earlier.stage === 'planned' && after.stage !== 'planned') {
    await returnAll(trx, after.id, at)
    await pots.releasePieces(after.id)
  }
  await pots.setCourse(before.id, earlier)
  if (earlier.stage === 'planned' && earlier.plan) {
    const pieces = earlier.pieces.map(({ pieceId, pieceCode, dryG }) => ({
      ...{ pieceId, pieceCode, dryG },
    }))
    await pots.keepPlan(before.id, { plan: earlier.plan, lots: earlier.lots, pieces })
  }
  if (earlier.stage !== 'planned' && after.stage === 'planned') {
    await takeFromLots(trx, { id: after.id, on: earlier.dyedOn, lots: earlier.lots }, at)
    for (const { pieceId, dryG } of earlier.pieces) await pots.addPiece(after.id, pieceId, dryG)
  }
  if (earlier.stage === 'done' && after.stage !== 'done') await redoEnd(trx, earlier)
}

async function undoEnd(trx: Knex, pot: Pot, at: string): Promise<void> {
  const swatches = swatchRepository(trx)
  for (const swatch of await swatches.ofPot(pot.id)) {
    if (swatch.setAsideAt) continue
    if (swatch.readings.length > 0) {
      throw stillNeeded(`${swatch.code} was read since: take that back first.`)
    }
    await swatches.setOneAside(swatch.id, at)
  }
  for (const { pieceId } of pot.pieces) {
    await potRepository(trx).setOutcome(pot.id, pieceId, null, null)
  }
}

async function redoEnd(trx: Knex, pot: Pot): Promise<void> {
  for (const { pieceId, minutes, outcome, swatchId } of pot.pieces) {
    await potRepository(trx).setOutcome(pot.id, pieceId, minutes, outcome)
    if (swatchId) await swatchRepository(trx).setOneAside(swatchId, null)
  }
}

async function revertNotes(trx: Knex, before: Pot, after: Pot, at: string): Promise<void> {
  const notes = potNotes(trx)
  const ids = ({ events }: Pot) => new Set(events.map(({ id }) => id))
  const [kept, now] = [ids(before), ids(after)]
  const gone = after.events.filter(({ id }) => !kept.has(id))
  const back = before.events.filter(({ id }) => !now.has(id))
  await notes.setAside(
    gone.map(({ id }) => id),
    at,
  )
  for (const event of gone) if (event.kind === 'add') await returnAddition(trx, event.id, at)
  await notes.setAside(
    back.map(({ id }) => id),
    null,
  )
  for (const event of back) await takeAgain(trx, after.id, event, at)
}

async function takeAgain(trx: Knex, potId: string, event: PotEvent, at: string): Promise<void> {
  if (event.kind === 'add') await takeAddition(trx, potId, event, at)
}
