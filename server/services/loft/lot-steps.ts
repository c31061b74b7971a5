import type { Knex } from 'knex'
import { FOREIGN, usefulShare } from '../../../core/harvest/contents'
import { lotStep } from '../../../core/harvest/lot-step'
import { InputError } from '../../../core/input-error'
import type { Lot, NewLotStep } from '../../../shared/schemas/loft/lot'
import type { LotEdit } from '../../repositories/lot-rows'
import { lotRepository } from '../../repositories/lots'
import { movementRepository } from '../../repositories/lot-movements'
import { stepRepository } from '../../repositories/lot-steps'
import { refuseFuture } from '../log/calendar'
import { unacceptable } from '../log/failures'
import { move, refuseOverdraw } from './lot-ledger'

/**
 * One weighing on a lot's way: the step is added to its chain, the difference to its ledger, and
 * what the step makes of the lot (dried, ground, its share of dry matter) to the lot.
 *
 * @param edited the lot with what else was changed in the same go
 */
export async function takeStep(
  trx: Knex,
  current: Lot,
  edited: LotEdit,
  { id, kind, doneOn, afterG, note }: NewLotStep,
  at: string,
): Promise<void> {
  refuseFuture('/step/doneOn', doneOn, at)
  if (doneOn < current.gatheredOn) {
    throw unacceptable(
      '/step/doneOn',
      `doneOn must not be before it was gathered (${current.gatheredOn}); got ${doneOn}`,
    )
  }
  const latest = await movementRepository(trx).latestDay(current.id)
  if (latest && doneOn < latest) {
    throw unacceptable(
      '/step/doneOn',
      `${current.code} was last moved on ${latest}: what lay in the bag before that is not known. Weigh it as of that day or later; got ${doneOn}`,
    )
  }
  // stripping takes the foreign matter off, so the share of what is left is all plant
  const contents =
    kind === 'stripped' ? edited.contents.filter(({ what }) => what !== FOREIGN) : edited.contents
  const useful = usefulShare(current.contents).value
  const { stock, deltaG, shownDryFraction } = stepped(current, { kind, afterG })
  await move(trx, current, { kind, deltaG, on: doneOn, stepId: id }, at)
  await lotRepository(trx).update(current.id, {
    ...edited,
    contents,
    state: stock.state,
    chop: stock.chop,
    hungOn: stock.state === 'dried' ? null : edited.hungOn,
    ...(shownDryFraction !== null && { ownDryFraction: shownDryFraction, ownDryBasis: 'measured' }),
    ...(kind === 'aged' && {
      ownDryFraction: Math.min(1, stock.dryFraction / useful),
      ownDryBasis: stock.dryFractionBasis,
    }),
  })
  const step = {
    id,
    kind,
    doneOn,
    note,
    afterG,
    beforeG: current.leftG,
    stateBefore: current.state,
    stateAfter: stock.state,
  }
  await stepRepository(trx).add(current.id, step, at)
  await refuseOverdraw(trx, current, '/step/afterG')
}

function stepped(lot: Lot, step: Pick<NewLotStep, 'kind' | 'afterG'>) {
  try {
    return lotStep({ ...lot, massG: lot.leftG }, step)
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    const pointer = error.pointer === '/massG' ? '' : `/step${error.pointer}`
    const words = pointer === '' ? `Nothing is left of ${lot.code}.` : error.message
    throw unacceptable(pointer, words)
  }
}
