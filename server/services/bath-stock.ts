import type { Knex } from 'knex'
import { AGENTS } from '../../catalogue/agents'
import type { BathAgent } from '../../shared/schemas/mordant-bath'
import { movementRepository } from '../repositories/lot-movements'
import { lotRepository } from '../repositories/lots'
import { shelfRepository } from '../repositories/shelf'
import { stillNeeded, unacceptable } from './failures'
import { move, refuseBeforeWeighing, refuseOverdraw } from './lots'
import { refuseShelfOverdraw } from './shelf'

/** Takes what a bath is made of off the shelf and out of gathered lots. */
export async function takeOut(
  trx: Knex,
  bathId: string,
  agents: readonly BathAgent[],
  on: string,
  at: string,
): Promise<void> {
  for (const [i, { agent, shelfId, lotId, massG }] of agents.entries()) {
    const pointer = `/agents/${i}`
    if (shelfId) await takeOffShelf(trx, { bathId, shelfId, agent, massG, on }, at, pointer)
    if (lotId) await takeFromLot(trx, { bathId, lotId, massG, on }, at, pointer)
  }
}

async function takeOffShelf(
  trx: Knex,
  taken: { bathId: string; shelfId: string; agent: BathAgent['agent']; massG: number; on: string },
  at: string,
  pointer: string,
): Promise<void> {
  const item = await shelfRepository(trx).find(taken.shelfId)
  if (!item || item.setAsideAt) {
    throw unacceptable(
      `${pointer}/shelfId`,
      `There is no jar on the shelf with the id ${taken.shelfId}.`,
    )
  }
  if (item.agent !== taken.agent) {
    throw unacceptable(
      `${pointer}/shelfId`,
      `That jar holds ${AGENTS[item.agent].label}, not ${AGENTS[taken.agent].label}.`,
    )
  }
  const { bathId, massG, on } = taken
  await shelfRepository(trx).move({ itemId: item.id, bathId, kind: 'used', deltaG: -massG, on }, at)
  await refuseShelfOverdraw(trx, item.id, `${pointer}/massG`)
}

async function takeFromLot(
  trx: Knex,
  { bathId, lotId, massG, on }: { bathId: string; lotId: string; massG: number; on: string },
  at: string,
  pointer: string,
): Promise<void> {
  const lot = await lotRepository(trx).find(lotId)
  if (!lot || lot.setAsideAt) {
    throw unacceptable(`${pointer}/lotId`, `There is no lot with the id ${lotId}.`)
  }
  if (lot.held) {
    throw unacceptable(`${pointer}/lotId`, `${lot.code} is held back: its name is not sure.`)
  }
  refuseBeforeWeighing(lot, on, '/startedAt')
  await move(trx, lot, { kind: 'used', deltaG: -massG, on, bathId }, at)
  await refuseOverdraw(trx, lot, `${pointer}/massG`)
}

/** Puts all that a bath took back where it came from, when it is taken back. */
export async function giveBack(trx: Knex, bathId: string, at: string): Promise<void> {
  const shelf = shelfRepository(trx)
  for (const { itemId, massG } of await shelf.takenBy({ bath_id: bathId })) {
    await shelf.move({ itemId, bathId, kind: 'returned', deltaG: massG, on: at.slice(0, 10) }, at)
  }
  for (const use of await movementRepository(trx).takenBy({ bath_id: bathId })) {
    const lot = (await lotRepository(trx).find(use.lotId))!
    if (lot.setAsideAt) throw stillNeeded(`${lot.code} is set aside: bring it back first.`)
    await movementRepository(trx).add({ ...use, kind: 'returned', deltaG: -use.deltaG }, at)
  }
}
