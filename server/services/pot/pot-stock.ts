import type { Knex } from 'knex'
import type { AmountBasis } from '../../../core/harvest/ratio-error'
import type { LotStepKind } from '../../../core/harvest/lot-step'
import type { Lot } from '../../../shared/schemas/loft/lot'
import type { NewPot, PotLot } from '../../../shared/schemas/pot/pot'
import type { PotEvent } from '../../../shared/schemas/pot/pot-event'
import { present } from '../../../core/present'
import { sourceRepository } from '../../repositories/sources'
import { dateOf } from '../loft/jars'
import { takeFromLot, takeOffShelf, usableLot } from '../loft/stock-out'

/** Lots of a plan as they stand now: nothing is taken yet. */
export async function lookAtLots(trx: Knex, lots: NewPot['lots']): Promise<PotLot[]> {
  return Promise.all(
    lots.map(async ({ lotId, massG, massBasis }, i) => {
      const lot = await usableLot(trx, lotId, `/lots/${i}`)
      return {
        lotId,
        lotCode: lot.code,
        sourceId: lot.sourceId,
        part: present(await sourceRepository(trx).find(lot.sourceId)).part,
        isSpent: lot.extracted > 0,
        isAged: hadStep(lot, 'aged'),
        isSoaked: hadStep(lot, 'soaked'),
        fromLog: lot.fromLog,
        isCounted: lot.isCounted,
        massG,
        massBasis: massBasis ?? usualBasisOf(lot),
        state: lot.state,
        dryFraction: lot.dryFraction,
        dryFractionBasis: lot.dryFractionBasis,
        sureness: lot.sureness,
        evidence: lot.evidence.map(({ words }) => words),
      }
    }),
  )
}

const hadStep = ({ steps }: Lot, kind: LotStepKind) => steps.some((step) => step.kind === kind)

/** Takes what a pot is made of out of the loft; `only` points at the one lot, where it is one of more. */
export async function takeFromLots(
  trx: Knex,
  pot: { id: string; on: string; lots: NewPot['lots'] },
  at: string,
  day = '/dyedOn',
  only?: string,
): Promise<void> {
  for (const [i, { lotId, massG, massBasis }] of pot.lots.entries()) {
    const pointer = only ?? `/lots/${i}`
    const lot = await usableLot(trx, lotId, pointer)
    const amount = { massG, massBasis: massBasis ?? usualBasisOf(lot) }
    const taken = { ...amount, lotId, on: pot.on, taker: { potId: pot.id } }
    await takeFromLot(trx, taken, at, { pointer, day })
  }
}

/** Of a lot that was only counted or guessed, what is taken out is known no better. */
const usualBasisOf = ({ amountBasis, steps }: Lot): AmountBasis =>
  amountBasis === 'measured' || steps.length > 0 ? 'weighed' : 'about'

type Addition = Extract<PotEvent, { kind: 'add' }>

/** Takes what is stirred into a running pot off the shelf, or out of a lot. */
export async function takeAddition(
  trx: Knex,
  potId: string,
  { id: eventId, data, at: when }: Addition,
  at: string,
): Promise<void> {
  // what nobody weighed leaves the shelf as it stands: there is no amount to take off
  if (data.massG === null) return
  const taken = { massG: data.massG, on: dateOf(when), taker: { potId, eventId } }
  if (data.lotId) {
    await takeFromLot(trx, { ...taken, lotId: data.lotId }, at, { pointer: '/data', day: '/at' })
  }
  if (data.shelfId && data.agent) {
    await takeOffShelf(trx, { ...taken, shelfId: data.shelfId, agent: data.agent }, at, '/data')
  }
}

/** Takes what was stirred in off the shelf again, when a pot that was set aside comes back. */
export async function takeAgentsAgain(
  trx: Knex,
  potId: string,
  events: readonly PotEvent[],
  at: string,
): Promise<void> {
  for (const event of events) {
    if (event.kind !== 'add' || !event.data.shelfId) continue
    await takeAddition(trx, potId, { ...event, data: { ...event.data, lotId: null } }, at)
  }
}
