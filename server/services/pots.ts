import type { Knex } from 'knex'
import { newId } from '../../shared/ids'
import type { NewPot, Pot, PotChange, PotQuery } from '../../shared/schemas/pot'
import { movementRepository } from '../repositories/lot-movements'
import { lotRepository } from '../repositories/lots'
import { bathRepository } from '../repositories/mordant-baths'
import { pieceRepository } from '../repositories/pieces'
import { potRepository } from '../repositories/pots'
import { swatchRepository } from '../repositories/swatches'
import { nextTagCode, yearOf } from '../repositories/tag-serials'
import { refuseFuture } from './calendar'
import { stillNeeded, unacceptable } from './failures'
import { move, refuseBeforeWeighing, refuseOverdraw } from './lots'
import type { RecordKind } from './record-kind'

export const POT_PREFIX = 'POT'
export const SWATCH_PREFIX = 'SWA'

export const potKind: RecordKind<Pot, NewPot, PotChange, PotQuery> = {
  collection: 'pots',
  noun: 'pot',
  table: 'pot',
  page: (db, query) => potRepository(db).page(query),
  find: (db, id) => potRepository(db).find(id),

  /** The pot, what it took of each lot, its pieces and a swatch for each: all or nothing. */
  async insert(trx, input, at) {
    refuseFuture('/dyedOn', input.dyedOn, at)
    const code = await nextTagCode(trx, POT_PREFIX, yearOf(input.dyedOn))
    const pots = potRepository(trx)
    await pots.insert({ ...input, code }, at)
    await takeFromLots(trx, input, at)
    await enterPieces(trx, input, at)
    await pots.addEvent(input.id, 'done', at)
  },

  async change(trx, current, change) {
    await potRepository(trx).update(current.id, { ...current, ...change })
  },

  async revert(trx, before) {
    await potRepository(trx).update(before.id, before)
  },

  /** Puts what it took back into its lots. Refused once a swatch of it was read. */
  async setAside(trx, pot, at) {
    const read = (await swatchRepository(trx).ofPot(pot.id)).filter(
      ({ readings, setAsideAt }) => readings.length > 0 && !setAsideAt,
    )
    if (read.length > 0) {
      const codes = read.map(({ code }) => code).join(', ')
      throw stillNeeded(`Its swatches were read already (${codes}): set those aside first.`)
    }
    for (const use of await movementRepository(trx).takenBy({ pot_id: pot.id })) {
      const back = { ...use, kind: 'returned' as const, deltaG: -use.deltaG }
      await movementRepository(trx).add(back, at)
    }
    await swatchRepository(trx).setAsideWithPot(pot.id, at)
    await potRepository(trx).addEvent(pot.id, 'setAside', at)
  },

  /** Takes it out of the lots again, where they still hold it. */
  async restore(trx, pot, at) {
    for (const use of await movementRepository(trx).takenBy({ pot_id: pot.id })) {
      await movementRepository(trx).add(use, at)
      const lot = (await lotRepository(trx).find(use.lotId))!
      if (lot.setAsideAt) throw stillNeeded(`${lot.code} is set aside: bring it back first.`)
      await refuseOverdraw(trx, lot, '')
    }
    const pieces = await pieceRepository(trx).findMany(pot.pieces.map(({ pieceId }) => pieceId))
    const gone = pieces.find(({ setAsideAt }) => setAsideAt)
    if (gone) throw stillNeeded(`${gone.code} is set aside: bring it back first.`)
    await swatchRepository(trx).setAsideWithPot(pot.id, null)
    await potRepository(trx).addEvent(pot.id, 'restored', at)
  },
}

async function takeFromLots(trx: Knex, input: NewPot, at: string): Promise<void> {
  for (const [i, { lotId, massG }] of input.lots.entries()) {
    const lot = await lotRepository(trx).find(lotId)
    if (!lot || lot.setAsideAt) {
      throw unacceptable(`/lots/${i}/lotId`, `There is no lot with the id ${lotId}.`)
    }
    if (lot.held) {
      throw unacceptable(
        `/lots/${i}/lotId`,
        `${lot.code} is held back: its name is not sure. Ask a local society, note what the name rests on, then dye with it.`,
      )
    }
    refuseBeforeWeighing(lot, input.dyedOn, '/dyedOn')
    const use = { kind: 'used' as const, deltaG: -massG, on: input.dyedOn, potId: input.id }
    await move(trx, lot, use, at)
    await refuseOverdraw(trx, lot, `/lots/${i}/massG`)
  }
}

async function enterPieces(trx: Knex, input: NewPot, at: string): Promise<void> {
  for (const [i, { pieceId, swatchId }] of input.pieces.entries()) {
    const piece = await pieceRepository(trx).find(pieceId)
    if (!piece || piece.setAsideAt) {
      throw unacceptable(`/pieces/${i}/pieceId`, `There is no piece with the id ${pieceId}.`)
    }
    if (piece.splitOn) {
      throw unacceptable(
        `/pieces/${i}/pieceId`,
        `${piece.code} was split into others: choose its parts.`,
      )
    }
    const bath = piece.bathId ? await bathRepository(trx).find(piece.bathId) : null
    if (bath?.startedAt) {
      throw unacceptable(
        `/pieces/${i}/pieceId`,
        `${piece.code} is in ${bath.code}: take it out of that bath first.`,
      )
    }
    await potRepository(trx).addPiece(input.id, pieceId, piece.dryG)
    await swatchRepository(trx).insert(
      {
        id: swatchId ?? newId(),
        code: await nextTagCode(trx, SWATCH_PREFIX, yearOf(input.dyedOn)),
        potId: input.id,
        pieceId,
        note: '',
      },
      at,
    )
  }
}
