import type { Knex } from 'knex'
import { stringify } from 'safe-stable-stringify'
import type { Pot, PotPiece } from '../../../shared/schemas/pot/pot'
import { potNotes } from '../../repositories/pot-notes'
import { potRepository } from '../../repositories/pots'
import { swatchRepository } from '../../repositories/swatches'
import { stillNeeded } from '../log/failures'
import { contentsOf, correctContents } from './pot-contents'
import { treatAgain } from './pot-mordants'
import { takeAddition, takeFromLots } from './pot-stock'
import { putBack } from '../loft/stock-out'

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
    await putBack(trx, { potId: after.id }, at)
    const read = await swatchRepository(trx).dropUnread(after.id)
    if (read) throw stillNeeded(`${read} was read once: set the pot aside in its place.`)
    await pots.releasePieces(after.id)
  }
  await pots.setCourse(before.id, earlier)
  if (earlier.plan) {
    const pieces = earlier.pieces.map(asPlanned)
    await pots.keepPlan(before.id, { plan: earlier.plan, lots: earlier.lots, pieces })
  } else if (after.plan) {
    await pots.keepPlan(before.id, null)
  }
  if (earlier.stage !== 'planned' && after.stage === 'planned') {
    await takeFromLots(trx, { id: after.id, on: earlier.dyedOn, lots: earlier.lots }, at)
    for (const piece of earlier.pieces) await pots.addPiece(after.id, piece)
  }
  if (earlier.stage === 'done' && after.stage !== 'done') await redoEnd(trx, earlier, at)
  if (earlier.stage === 'done' && after.stage === 'done') {
    const contents = contentsOf(earlier)
    if (stringify(contents) !== stringify(contentsOf(after))) {
      await correctContents(trx, { ...after, events: earlier.events }, contents, at)
    }
    await treatAgain(trx, after, earlier, at)
  }
}

/** As much of a piece as a plan keeps. */
export const asPlanned = ({ pieceId, pieceCode, dryG, dryBasis }: PotPiece) => ({
  pieceId,
  pieceCode,
  dryG,
  dryBasis,
})

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

/** A swatch comes back, or is written anew under its own code where its lighting was undone too. */
async function redoEnd(trx: Knex, pot: Pot, at: string): Promise<void> {
  const swatches = swatchRepository(trx)
  const waiting = new Set((await swatches.ofPot(pot.id)).map(({ id }) => id))
  for (const { pieceId, minutes, outcome, swatchId: id, swatchCode: code } of pot.pieces) {
    await potRepository(trx).setOutcome(pot.id, pieceId, minutes, outcome)
    if (!id || !code) continue
    if (waiting.has(id)) await swatches.setOneAside(id, null)
    else await swatches.insert({ id, code, potId: pot.id, pieceId, note: '' }, at)
  }
}

async function revertNotes(trx: Knex, before: Pot, after: Pot, at: string): Promise<void> {
  const notes = potNotes(trx)
  const ids = ({ events }: Pot) => new Set(events.map(({ id }) => id))
  const [kept, now] = [ids(before), ids(after)]
  const gone = after.events.filter(({ id }) => !kept.has(id))
  const back = before.events.filter(({ id }) => !now.has(id))
  // before it is set aside: what an undone note took counts as given back
  for (const event of gone) {
    if (event.kind === 'add') await putBack(trx, { potId: after.id, eventId: event.id }, at)
  }
  await notes.setAside(
    gone.map(({ id }) => id),
    at,
  )
  await notes.setAside(
    back.map(({ id }) => id),
    null,
  )
  for (const event of back) if (event.kind === 'add') await takeAddition(trx, after.id, event, at)
}
