import { sum } from 'd3-array'
import { FOREIGN, usefulShare } from '../../../core/harvest/contents'
import { combined } from '../../../core/harvest/lot-step'
import { newId } from '../../../shared/ids'
import type { Lot, LotChange, LotQuery } from '../../../shared/schemas/loft/lot'
import type {
  CombineLots,
  CountLog,
  CountStock,
  SplitLot,
} from '../../../shared/schemas/loft/lot-moves'
import type { Database } from '../../database/open'
import { lotRepository } from '../../repositories/lots'
import { idTaken, unacceptable } from '../log/failures'
import type { Derived, MadeLot } from './lots'
import type { Batch, Clock, Records, Written } from '../log/records'
import { move, refuseBeforeWeighing, refuseOverdraw } from './lot-ledger'
import { last, present } from '../../../core/present'
import { lotWordsOf } from '../../../shared/schemas/loft/lot-words'

export type LotRecords = Records<Lot, MadeLot, LotChange, LotQuery>

/** What moves between lots: each is one change, undone as one. */
export const lotMoves = (database: Database, lots: LotRecords, clock: Clock) => {
  const batch = <T>(run: (batch: Batch) => Promise<T>): Promise<T> =>
    database.write.transaction((trx) =>
      run({ trx, at: clock().toISOString(), changeSetId: newId() }),
    )

  async function live({ trx }: Batch, id: string, pointer: string): Promise<Lot> {
    const lot = await lotRepository(trx).find(id)
    if (lot && !lot.setAsideAt) return lot
    throw unacceptable(pointer, `There is no lot with the id ${id}.`)
  }

  /** Takes grams out of a lot as a logged change of it. */
  async function takeOut(
    step: Batch,
    lot: Lot,
    kind: 'splitOut' | 'combinedOut',
    massG: number,
    on: string,
    pointer: string,
  ): Promise<void> {
    refuseBeforeWeighing(lot, on, '/doneOn')
    if (on < lot.gatheredOn) {
      throw unacceptable(
        '/doneOn',
        `doneOn must not be before ${lot.code} was gathered (${lot.gatheredOn}); got ${on}`,
      )
    }
    await move(step.trx, lot, { kind, deltaG: -massG, on }, step.at)
    await refuseOverdraw(step.trx, lot, pointer)
    await lots.logChange(step, lot)
  }

  return {
    /** Part of a lot in a bag of its own. @returns the new lot */
    split: ({ id, lotId, massG, doneOn, note }: SplitLot): Promise<Written<Lot>> =>
      batch(async (step) => {
        const before = await madeBefore(step, id, [lotId])
        if (before) return before
        const from = await live(step, lotId, '/lotId')
        const made = await lots.createIn(step, {
          ...likeIt(from, id, note),
          netG: massG,
          derived: {
            ...derivedOf(from),
            movement: 'splitIn',
            ownDryBasis: from.ownDryBasis,
            fromLots: [from.id],
          },
        })
        await takeOut(step, from, 'splitOut', massG, doneOn, '/massG')
        return { item: present(made), changeSetId: step.changeSetId }
      }),

    /** All that is left of several lots in one bag. @returns the new lot */
    combine: ({ id, lotIds, doneOn, note }: CombineLots): Promise<Written<Lot>> =>
      batch(async (step) => {
        const before = await madeBefore(step, id, lotIds)
        if (before) return before
        const from = await Promise.all(lotIds.map((lotId, i) => live(step, lotId, `/lotIds/${i}`)))
        const first = from[0]!
        const other = from.findIndex(
          ({ sourceId, state }) => sourceId !== first.sourceId || state !== first.state,
        )
        if (other > 0) {
          throw unacceptable(
            `/lotIds/${other}`,
            `${from[other]!.code} is not the same source in the same state as ${first.code}: a mixed bag would mean nothing.`,
          )
        }
        const held = from.filter(({ leftG }) => leftG > 0)
        if (held.length < 2) {
          throw unacceptable('/lotIds', 'Something must be left of at least two lots.')
        }
        const mixed = combined(
          held.map(({ leftG, dryFraction, dryFractionBasis }) => ({
            massG: leftG,
            dryFraction,
            basis: dryFractionBasis,
          })),
        )
        const foreign =
          sum(held, (lot) => lot.leftG * (1 - usefulShare(lot.contents).value)) / mixed.massG
        const made = await lots.createIn(step, {
          ...likeIt(first, id, note),
          gatheredOn: last(from.map(({ gatheredOn }) => gatheredOn).sort()),
          patchId: from.every(({ patchId }) => patchId === first.patchId) ? first.patchId : null,
          sureness: from.find(({ sureness }) => sureness !== 'sure')?.sureness ?? 'sure',
          contents: foreign > 0 ? [{ what: FOREIGN, share: foreign, basis: 'guessed' }] : [],
          netG: mixed.massG,
          derived: {
            ...derivedOf(first),
            movement: 'combinedIn',
            ownDryFraction: Math.min(1, mixed.dryFraction / (1 - foreign)),
            ownDryBasis: mixed.basis,
            extracted: Math.max(...from.map(({ extracted }) => extracted)),
            fromLots: lotIds,
          },
        })
        for (const [i, lot] of from.entries()) {
          if (lot.leftG > 0) {
            await takeOut(step, lot, 'combinedOut', lot.leftG, doneOn, `/lotIds/${i}`)
          }
        }
        return { item: present(made), changeSetId: step.changeSetId }
      }),

    /** Many bags weighed in one go: each difference is booked, all or nothing. */
    count: ({ doneOn, counted }: CountStock): Promise<{ changeSetId: string; lots: Lot[] }> =>
      batch(async (step) => {
        const done: Lot[] = []
        for (const [i, { lotId, stepId, massG }] of counted.entries()) {
          const lot = await live(step, lotId, `/counted/${i}/lotId`)
          if (lot.leftG <= 0) {
            throw unacceptable(
              `/counted/${i}/lotId`,
              `Nothing is left of ${lot.code} by the books.`,
            )
          }
          done.push(
            await lots.changeIn(step, lotId, {
              step: { id: stepId, kind: 'counted', doneOn, afterG: massG, note: '' },
            }),
          )
        }
        return { changeSetId: step.changeSetId, lots: done }
      }),

    /**
     * Lets another log's lots of a source count on its curves, or keeps them apart again.
     *
     * @throws Refusal where there are none
     */
    countLog: ({ fromLog, sourceId, isCounted }: CountLog) =>
      batch(async (step): Promise<{ items: Lot[]; changeSetId: string | null }> => {
        const found = await lotRepository(step.trx).fromLog(fromLog, sourceId)
        if (found.length === 0) {
          throw unacceptable('/fromLog', `There is no lot of it out of “${fromLog}”.`)
        }
        const items: Lot[] = []
        for (const lot of found.filter((each) => each.isCounted !== isCounted)) {
          items.push(await lots.changeIn(step, lot.id, { isCounted }))
        }
        return { items, changeSetId: items.length > 0 ? step.changeSetId : null }
      }),
  }

  /** What the same request made before; null where it comes for the first time. */
  async function madeBefore(
    { trx }: Batch,
    id: string,
    from: string[],
  ): Promise<Written<Lot> | null> {
    const item = await lotRepository(trx).find(id)
    if (!item) return null
    if (item.fromLots.join() !== from.join()) throw idTaken('lot', id)
    return { item, changeSetId: null }
  }
}

/** A new lot with all that its origin tells of it. */
const likeIt = (from: Lot, id: string, note: string): MadeLot => ({
  id,
  sourceId: from.sourceId,
  patchId: from.patchId,
  gatheredOn: from.gatheredOn,
  gatheredWithinDays: from.gatheredWithinDays,
  state: from.state === 'liquor' ? 'fresh' : from.state,
  stage: from.stage,
  obtained: from.obtained,
  ...lotWordsOf(from),
  minutes: null,
  chop: from.chop,
  contents: from.contents,
  sureness: from.sureness,
  evidence: from.evidence,
  note,
})

const derivedOf = (from: Lot): Omit<Derived, 'movement' | 'ownDryBasis' | 'fromLots'> => ({
  state: from.state,
  ownDryFraction: from.ownDryFraction,
  extracted: from.extracted,
  jarId: from.jarId,
  amountBasis: from.amountBasis,
})
