import type { Knex } from 'knex'
import { AGENTS, type Agent } from '../../../catalogue/agents'
import type { AmountBasis } from '../../../core/harvest/ratio-error'
import type { Lot } from '../../../shared/schemas/loft/lot'
import { movementRepository } from '../../repositories/lot-movements'
import { lotRepository } from '../../repositories/lots'
import { shelfRepository } from '../../repositories/shelf'
import { stillNeeded, unacceptable } from '../log/failures'
import { refuseShelfOverdraw } from './shelf'
import { move, refuseBeforeWeighing, refuseOverdraw } from './lot-ledger'
import { present } from '../../../core/present'

/** What takes from loft and shelf: a mordant bath, a pot, or a note of a pot. */
export type Taker = { bathId: string } | { potId: string; eventId?: string }

interface Taken {
  massG: number
  massBasis?: AmountBasis
  /** Local date. */
  on: string
  taker: Taker
}

/** Where in what was sent the lot or jar stands, and the day. */
interface Pointers {
  pointer: string
  day: string
}

/** A lot that may be taken from. */
export async function usableLot(trx: Knex, lotId: string, pointer: string): Promise<Lot> {
  const lot = await lotRepository(trx).find(lotId)
  if (!lot || lot.setAsideAt) {
    throw unacceptable(`${pointer}/lotId`, `There is no lot with the id ${lotId}.`)
  }
  if (lot.held) {
    throw unacceptable(
      `${pointer}/lotId`,
      `${lot.code} is held back: its name is not sure. Ask a local society, note what the name rests on, then dye with it.`,
    )
  }
  return lot
}

export async function takeFromLot(
  trx: Knex,
  { lotId, massG, massBasis, on, taker }: Taken & { lotId: string },
  at: string,
  { pointer, day }: Pointers,
): Promise<void> {
  const lot = await usableLot(trx, lotId, pointer)
  refuseBeforeWeighing(lot, on, day)
  await move(trx, lot, { kind: 'used', deltaG: -massG, massBasis, on, ...taker }, at)
  await refuseOverdraw(trx, lot, `${pointer}/massG`)
}

export async function takeOffShelf(
  trx: Knex,
  { shelfId, agent, massG, on, taker }: Taken & { shelfId: string; agent: Agent },
  at: string,
  pointer: string,
): Promise<void> {
  const item = await shelfRepository(trx).find(shelfId)
  if (!item || item.setAsideAt) {
    throw unacceptable(`${pointer}/shelfId`, `There is no jar on the shelf with the id ${shelfId}.`)
  }
  if (item.agent !== agent) {
    throw unacceptable(
      `${pointer}/shelfId`,
      `That jar holds ${AGENTS[item.agent].label}, not ${AGENTS[agent].label}.`,
    )
  }
  await shelfRepository(trx).move(
    { itemId: shelfId, kind: 'used', deltaG: -massG, on, ...taker },
    at,
  )
  await refuseShelfOverdraw(trx, shelfId, `${pointer}/massG`)
}

/** Puts all that something took back where it came from, when it is taken back. */
export async function putBack(trx: Knex, taker: Taker, at: string): Promise<void> {
  const by = columnOf(taker)
  for (const use of await movementRepository(trx).takenBy(by)) {
    const lot = present(await lotRepository(trx).find(use.lotId))
    if (lot.setAsideAt) throw stillNeeded(`${lot.code} is set aside: bring it back first.`)
    await movementRepository(trx).add({ ...use, kind: 'returned', deltaG: -use.deltaG }, at)
  }
  const shelf = shelfRepository(trx)
  for (const { itemId, massG } of await shelf.takenBy(by)) {
    const back = { itemId, kind: 'returned' as const, deltaG: massG, on: at.slice(0, 10) }
    await shelf.move({ ...back, ...taker }, at)
  }
}

function columnOf(taker: Taker) {
  if ('bathId' in taker) return { bath_id: taker.bathId }
  return taker.eventId ? { event_id: taker.eventId } : { pot_id: taker.potId }
}
