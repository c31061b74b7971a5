import type { Knex } from 'knex'
import { AGENTS } from '../../catalogue/agents'
import type { NewPot, PotLot } from '../../shared/schemas/pot'
import type { PotEvent } from '../../shared/schemas/pot-event'
import { movementRepository } from '../repositories/lot-movements'
import { lotRepository } from '../repositories/lots'
import { shelfRepository } from '../repositories/shelf'
import { stillNeeded, unacceptable } from './failures'
import { move, refuseBeforeWeighing, refuseOverdraw } from './lots'
import { refuseShelfOverdraw } from './shelf'
import type { Lot } from '../../shared/schemas/lot'

/** A lot that a pot may take from. */
async function usableLot(trx: Knex, lotId: string, pointer: string): Promise<Lot> {
  const lot = await lotRepository(trx).find(lotId)
  if (!lot || lot.setAsideAt) {
    throw unacceptable(pointer, `There is no lot with the id ${lotId}.`)
  }
  if (lot.held) {
    throw unacceptable(
      pointer,
      `${lot.code} is held back: its name is not sure. Ask a local society, note what the name rests on, then dye with it.`,
    )
  }
  return lot
}

/** Lots of a plan as they stand now: nothing is taken yet. */
export async function lookAtLots(trx: Knex, lots: NewPot['lots']): Promise<PotLot[]> {
  return Promise.all(
    lots.map(async ({ lotId, massG }, i) => {
      const lot = await usableLot(trx, lotId, `/lots/${i}/lotId`)
      return {
        ...{ lotId, lotCode: lot.code, sourceId: lot.sourceId, massG, state: lot.state },
        ...{ dryFraction: lot.dryFraction, dryFractionBasis: lot.dryFractionBasis },
        ...{ sureness: lot.sureness, evidence: lot.evidence.map(({ words }) => words) },
      }
    }),
  )
}

/** Takes what a pot is made of out of the loft. */
export async function takeFromLots(
  trx: Knex,
  pot: { id: string; on: string; lots: NewPot['lots'] },
  at: string,
  pointer = '/dyedOn',
): Promise<void> {
  for (const [i, { lotId, massG }] of pot.lots.entries()) {
    const lot = await usableLot(trx, lotId, `/lots/${i}/lotId`)
    refuseBeforeWeighing(lot, pot.on, pointer)
    await move(trx, lot, { kind: 'used', deltaG: -massG, on: pot.on, potId: pot.id }, at)
    await refuseOverdraw(trx, lot, `/lots/${i}/massG`)
  }
}

/** Puts all that a pot took back where it came from, when it is taken back. */
export async function returnAll(trx: Knex, potId: string, at: string): Promise<void> {
  await putBack(trx, { pot_id: potId }, at)
}

/** Puts back what one note of a pot took. */
export async function returnAddition(trx: Knex, eventId: string, at: string): Promise<void> {
  await putBack(trx, { event_id: eventId }, at)
}

async function putBack(
  trx: Knex,
  by: { pot_id: string } | { event_id: string },
  at: string,
): Promise<void> {
  for (const use of await movementRepository(trx).takenBy(by)) {
    const lot = (await lotRepository(trx).find(use.lotId))!
    if (lot.setAsideAt) throw stillNeeded(`${lot.code} is set aside: bring it back first.`)
    await movementRepository(trx).add({ ...use, kind: 'returned', deltaG: -use.deltaG }, at)
  }
  const shelf = shelfRepository(trx)
  for (const { itemId, massG } of await shelf.takenBy(by)) {
    const from = 'pot_id' in by ? { potId: by.pot_id } : { eventId: by.event_id }
    const back = { itemId, bathId: null, kind: 'returned' as const, deltaG: massG }
    await shelf.move({ ...back, ...from, on: at.slice(0, 10) }, at)
  }
}

/** Takes what is stirred into a running pot off the shelf, or out of a lot. */
export async function takeAddition(
  trx: Knex,
  potId: string,
  { id: eventId, data, at: when }: Extract<PotEvent, { kind: 'add' }>,
  at: string,
): Promise<void> {
  const on = when.slice(0, 10)
  if (data.lotId) {
    const lot = await usableLot(trx, data.lotId, '/data/lotId')
    refuseBeforeWeighing(lot, on, '/at')
    const { id: lotId, state, dryFraction, dryFractionBasis } = lot
    await movementRepository(trx).add(
      {
        ...{ lotId, potId, eventId, kind: 'used', deltaG: -data.massG, happenedOn: on },
        ...{ state, dryFraction, dryFractionBasis },
      },
      at,
    )
    await refuseOverdraw(trx, lot, '/data/massG')
  }
  if (!data.shelfId || !data.agent) return
  const item = await shelfRepository(trx).find(data.shelfId)
  if (!item || item.setAsideAt) {
    throw unacceptable('/data/shelfId', `There is no jar on the shelf with the id ${data.shelfId}.`)
  }
  if (item.agent !== data.agent) {
    throw unacceptable(
      '/data/shelfId',
      `That jar holds ${AGENTS[item.agent].label}, not ${AGENTS[data.agent].label}.`,
    )
  }
  const used = { itemId: item.id, bathId: null, potId, eventId, kind: 'used' as const, on }
  await shelfRepository(trx).move({ ...used, deltaG: -data.massG }, at)
  await refuseShelfOverdraw(trx, item.id, '/data/massG')
}
