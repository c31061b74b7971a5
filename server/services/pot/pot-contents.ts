import type { Knex } from 'knex'
import { present } from '../../../core/present'
import { lotsAtFirst } from '../../../shared/rules/pot/lots-at-first'
import type { NewPot, Pot, PotLot } from '../../../shared/schemas/pot/pot'
import type { PotChange } from '../../../shared/schemas/pot/pot-change'
import { movementRepository } from '../../repositories/lot-movements'
import { lotRepository } from '../../repositories/lots'
import { pieceRepository } from '../../repositories/pieces'
import { potRepository } from '../../repositories/pots'
import { swatchRepository } from '../../repositories/swatches'
import { refuseFuture } from '../log/calendar'
import { stillNeeded, unacceptable } from '../log/failures'
import { refuseOverdraw } from '../loft/lot-ledger'
import { takeFromLots } from './pot-stock'
import { addSwatch } from './swatch-of-piece'

type LotUse = NewPot['lots'][number] &
  Partial<Pick<PotLot, 'state' | 'dryFraction' | 'dryFractionBasis'>>

/** The day, the plant and the pieces of a pot that is over, as they should have been written. */
export interface PotContents {
  dyedOn?: string | undefined
  lots?: LotUse[] | undefined
  pieces?: (NonNullable<PotChange['pieces']>[number] & { swatchCode?: string })[] | undefined
}

/**
 * Corrects what a pot that is over was dyed of: plant goes back to the lots it was not taken from,
 * and a piece that was never in leaves with its swatch.
 *
 * @throws Refusal for a day ahead, a lot that holds too little, or a piece whose swatch was read
 */
export async function correctContents(
  trx: Knex,
  pot: Pot,
  { dyedOn = pot.dyedOn, lots, pieces }: PotContents,
  at: string,
): Promise<void> {
  const isMoved = dyedOn !== pot.dyedOn
  if (isMoved) {
    if (pot.litAt) {
      throw stillNeeded(`${pot.code} was watched on the hob: its day is the one of its notes.`)
    }
    refuseFuture('/dyedOn', dyedOn, at)
    await potRepository(trx).setCourse(pot.id, { ...pot, dyedOn })
  }
  if (lots || isMoved) await correctLots(trx, pot, lots ?? lotsAtFirst(pot), dyedOn, at)
  if (pieces) await correctPieces(trx, pot, pieces, dyedOn, at)
}

/** As much of how a pot stood as its contents are corrected to when a correction is taken back. */
export const contentsOf = (pot: Pot): PotContents => ({
  dyedOn: pot.dyedOn,
  lots: lotsAtFirst(pot),
  pieces: pot.pieces.map(({ pieceId, swatchId, swatchCode, dryG, dryBasis, minutes, outcome }) => ({
    pieceId,
    ...(swatchId && swatchCode && { swatchId, swatchCode }),
    dryG,
    dryBasis,
    minutes,
    outcome,
  })),
})

async function correctLots(
  trx: Knex,
  pot: Pot,
  lots: readonly LotUse[],
  on: string,
  at: string,
): Promise<void> {
  if (lots.length === 0 && !pot.fromPotId) {
    throw unacceptable('/lots', 'lots must name at least one lot: a pot is dyed with something')
  }
  const movements = movementRepository(trx)
  const before = (await movements.takenBy({ pot_id: pot.id })).filter(({ eventId }) => !eventId)
  for (const use of before) {
    const lot = present(await lotRepository(trx).find(use.lotId))
    if (lot.setAsideAt) throw stillNeeded(`${lot.code} is set aside: bring it back first.`)
    const [from, to] = [use.happenedOn, on].sort() as [string, string]
    const weighed = lot.steps.find(({ doneOn }) => doneOn > from && doneOn <= to)
    if (weighed) {
      throw unacceptable(
        '/dyedOn',
        `${lot.code} was weighed again on ${weighed.doneOn}: on the other side of that day it was another stuff. Set the pot aside and write it anew.`,
      )
    }
    await movements.add({ ...use, kind: 'returned', deltaG: -use.deltaG }, at)
  }
  await movements.retract(pot.id)
  for (const [i, lot] of lots.entries()) {
    const was = before.find(({ lotId }) => lotId === lot.lotId)
    const pointer = `/lots/${i}`
    if (!was && lot.state === undefined) {
      await takeFromLots(trx, { id: pot.id, on, lots: [lot] }, at, '/dyedOn', pointer)
      continue
    }
    const how = was ?? {
      lotId: lot.lotId,
      potId: pot.id,
      state: present(lot.state),
      dryFraction: present(lot.dryFraction),
      dryFractionBasis: present(lot.dryFractionBasis),
    }
    const massBasis = lot.massBasis ?? was?.massBasis
    const use = { ...how, kind: 'used' as const, deltaG: -lot.massG, massBasis, happenedOn: on }
    await movements.add(use, at)
  }
  await keepLaterWeighings(trx, pot.id, before, lots, on, at)
  for (const [i, { lotId }] of lots.entries()) {
    const lot = present(await lotRepository(trx).find(lotId))
    await refuseOverdraw(trx, lot, `/lots/${i}/massG`)
  }
}

/**
 * What the scale said of a lot after the pot still stands: where the pot took more than was
 * written, there was more before.
 */
async function keepLaterWeighings(
  trx: Knex,
  potId: string,
  before: readonly { lotId: string; deltaG: number }[],
  lots: readonly LotUse[],
  on: string,
  at: string,
): Promise<void> {
  const movements = movementRepository(trx)
  const taken = await movements.takenBy({ pot_id: potId })
  for (const lotId of new Set([...before, ...lots].map((each) => each.lotId))) {
    const lot = present(await lotRepository(trx).find(lotId))
    if (!lot.steps.some(({ doneOn }) => doneOn > on)) continue
    const was = before.find((use) => use.lotId === lotId)
    const now = taken.find((use) => use.lotId === lotId && !use.eventId)
    const like = present(
      now ?? (await movements.retracted(potId)).find((use) => use.lotId === lotId),
    )
    const deltaG = (was?.deltaG ?? 0) - (now?.deltaG ?? 0)
    if (deltaG === 0) continue
    const weighed = { ...like, potId: null, kind: 'corrected' as const, deltaG, happenedOn: on }
    await movements.add(weighed, at)
  }
}

async function correctPieces(
  trx: Knex,
  pot: Pot,
  pieces: NonNullable<PotContents['pieces']>,
  on: string,
  at: string,
): Promise<void> {
  const pots = potRepository(trx)
  for (const { pieceId, pieceCode } of pot.pieces) {
    if (pieces.some((each) => each.pieceId === pieceId)) continue
    const read = await swatchRepository(trx).dropUnread(pot.id, pieceId)
    if (read) {
      throw unacceptable('/pieces', `${read} of ${pieceCode} was read: ${pieceCode} was in it.`)
    }
    await pots.releasePiece(pot.id, pieceId)
  }
  for (const [i, given] of pieces.entries()) {
    const { pieceId, swatchId, swatchCode, dryG, dryBasis, minutes, outcome } = given
    const piece = await pieceRepository(trx).find(pieceId)
    if (!piece || piece.setAsideAt) {
      const pointer = `/pieces/${i}/pieceId`
      throw unacceptable(pointer, `There is no piece with the id ${pieceId}.`)
    }
    const was = pot.pieces.find((each) => each.pieceId === pieceId)
    const weight = {
      dryG: dryG ?? was?.dryG ?? piece.dryG,
      dryBasis: dryBasis ?? was?.dryBasis ?? piece.dryBasis,
    }
    if (was) await pots.weighPiece(pot.id, pieceId, weight)
    else await pots.addPiece(pot.id, { pieceId, ...weight })
    await pots.setOutcome(
      pot.id,
      pieceId,
      minutes === undefined ? (was?.minutes ?? null) : minutes,
      outcome === undefined ? (was?.outcome ?? null) : outcome,
    )
    if (!was) await addSwatch(trx, { potId: pot.id, pieceId, swatchId, swatchCode, on }, at)
  }
}
