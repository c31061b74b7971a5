import type { Knex } from 'knex'
import { FIBRES } from '../../catalogue/fibres'
import { gramsOfAgent } from '../../core/mordant/percent-of-fibre'
import { newId } from '../../shared/ids'
import type {
  NewPiece,
  NewTreatment,
  Piece,
  PieceChange,
  PieceQuery,
} from '../../shared/schemas/piece'
import { pieceRepository } from '../repositories/pieces'
import { readingRepository } from '../repositories/readings'
import { nextTagCode, yearOf } from '../repositories/tag-serials'
import { refuseFuture } from './calendar'
import { stillNeeded } from './failures'
import { takeReading } from './readings'
import type { RecordKind } from './record-kind'

export const pieceKind: RecordKind<Piece, NewPiece, PieceChange, PieceQuery> = {
  collection: 'pieces',
  noun: 'piece',
  table: 'piece',
  page: (db, query) => pieceRepository(db).page(query),
  find: (db, id) => pieceRepository(db).find(id),

  async insert(trx, input, at) {
    const code = await nextTagCode(trx, FIBRES[input.fibre].code, yearOf(at))
    await pieceRepository(trx).insert({ ...input, code }, at)
    for (const [i, treatment] of input.treatments.entries()) {
      await treat(trx, input.id, input.dryG, treatment, at, `/treatments/${i}`)
    }
    if (input.bare) {
      await readingRepository(trx).insert(takeReading(input.bare, at, '/bare'), {
        pieceId: input.id,
      })
    }
  },

  async change(trx, current, { bare, treatment, ...change }, at) {
    const edited = { ...current, ...change }
    if (change.dryG !== undefined && change.dryG !== current.dryG && current.potIds.length > 0) {
      throw stillNeeded(
        'Its weight stands behind the ratio of a pot it has been through: set that pot aside first.',
      )
    }
    await pieceRepository(trx).update(current.id, edited)
    if (treatment) await treat(trx, current.id, edited.dryG, treatment, at, '/treatment')
    if (bare) {
      await readingRepository(trx).insert(takeReading(bare, at, '/bare'), { pieceId: current.id })
    }
  },

  async revert(trx, before, after, at) {
    const pieces = pieceRepository(trx)
    await pieces.update(before.id, before)
    const kept = new Set(before.treatments.map(({ id }) => id))
    const now = new Set(after.treatments.map(({ id }) => id))
    for (const id of now) if (!kept.has(id)) await pieces.setTreatmentAside(id, at)
    for (const id of kept) if (!now.has(id)) await pieces.setTreatmentAside(id, null)
    if (after.bare && after.bare.id !== before.bare?.id) {
      await readingRepository(trx).setAside(after.bare.id, at)
    }
    if (before.bare) await readingRepository(trx).setAside(before.bare.id, null)
  },

  async setAside(trx, { id }) {
    const dependents = await pieceRepository(trx).dependents(id)
    if (dependents) throw stillNeeded(dependents)
  },
}

async function treat(
  trx: Knex,
  pieceId: string,
  dryG: number,
  { id = newId(), kind, agent = undefined, percentWof, doneOn }: NewTreatment,
  at: string,
  pointer: string,
): Promise<void> {
  refuseFuture(`${pointer}/doneOn`, doneOn, at)
  await pieceRepository(trx).addTreatment(
    pieceId,
    {
      id,
      kind,
      agent: agent ?? null,
      percentWof: percentWof ?? null,
      massG: percentWof === undefined ? null : gramsOfAgent(percentWof, dryG),
      doneOn,
    },
    at,
  )
}
