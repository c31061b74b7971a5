import type { Knex } from 'knex'
import { FIBRES } from '../../../catalogue/fibres'
import { gramsOfAgent } from '../../../core/mordant/percent-of-fibre'
import { newId } from '../../../shared/ids'
import {
  PLAIN_TRAITS,
  type NewPiece,
  type NewTreatment,
  type Piece,
  type PieceChange,
  type PieceQuery,
  type PieceTraits,
  type Treatment,
} from '../../../shared/schemas/basket/piece'
import { pieceRepository } from '../../repositories/pieces'
import { readingRepository } from '../../repositories/readings'
import { nextTagCode, reserveTagCode, yearOf } from '../../repositories/tag-serials'
import { treatmentRepository } from '../../repositories/treatments'
import { refuseFuture } from '../log/calendar'
import { stillNeeded, unacceptable } from '../log/failures'
import { takeReading } from '../swatch/readings'
import type { RecordKind } from '../log/record-kind'
import { isLiveSet } from '../../repositories/piece-sets'
import { present } from '../../../core/present'

/**
 * A piece as services make it; `code` where it is on a tag already, `from` where it was split off,
 * `fromLog` where it is another dyer's.
 */
export type MadePiece = NewPiece & { code?: string; from?: Piece; fromLog?: string }

export const pieceKind: RecordKind<Piece, MadePiece, PieceChange, PieceQuery> = {
  collection: 'pieces',
  noun: 'piece',
  table: 'piece',
  page: (db, query) => pieceRepository(db).page(query),
  find: (db, id) => pieceRepository(db).find(id),

  async insert(trx, input, at) {
    const { from } = input
    const traits = { ...PLAIN_TRAITS, ...input }
    await checkTraits(trx, input.fibre, traits)
    if (input.code) await reserveTagCode(trx, input.code)
    const code = input.code ?? (await nextTagCode(trx, FIBRES[input.fibre].code, yearOf(at)))
    await pieceRepository(trx).insert(
      {
        ...traits,
        code,
        fromPieceId: from?.id ?? null,
        earlierPots: from?.potIds ?? [],
        fromLog: input.fromLog ?? '',
      },
      at,
    )
    for (const treatment of from?.treatments ?? []) {
      const massG =
        treatment.percentWof === null ? null : gramsOfAgent(treatment.percentWof, input.dryG)
      await treatmentRepository(trx).add(input.id, { ...treatment, id: newId(), massG }, at)
    }
    for (const [i, treatment] of input.treatments.entries()) {
      await treat(trx, input.id, input.dryG, treatment, at, `/treatments/${i}`)
    }
    if (input.bare) {
      await readingRepository(trx).insert(takeReading(input.bare, at, '/bare'), {
        pieceId: input.id,
      })
    }
  },

  async change(trx, current, { bare, treatment, corrected, takenBack, ...change }, at) {
    const edited = { ...current, ...change }
    if (change.dryG !== undefined && change.dryG !== current.dryG && current.potIds.length > 0) {
      throw stillNeeded(
        'Its weight stands behind the ratio of a pot it has been through: set that pot aside first.',
      )
    }
    if (change.dryG !== undefined && change.dryG !== current.dryG && current.bathId) {
      throw stillNeeded(
        'A mordant bath was reckoned on its weight: take it out of that, or set the bath aside.',
      )
    }
    await checkTraits(trx, edited.fibre, edited)
    await pieceRepository(trx).update(current.id, edited)
    if (treatment) await treat(trx, current.id, edited.dryG, treatment, at, '/treatment')
    if (corrected) {
      const was = await takeBack(trx, current, corrected.id, '/corrected/id', at)
      // where it came from stays: only what was told of it was wrong
      const { bathId, potId, lotId, basis } = was
      const from = { bathId, potId, lotId, basis }
      const pointer = '/corrected/treatment'
      await treat(trx, current.id, edited.dryG, corrected.treatment, at, pointer, from)
    }
    if (takenBack) await takeBack(trx, current, takenBack, '/takenBack', at)
    if (bare) {
      await readingRepository(trx).insert(takeReading(bare, at, '/bare'), { pieceId: current.id })
    }
  },

  async revert(trx, before, after, at) {
    // an entry written before a piece told so much says nothing of the rest
    const earlier: Piece = { ...after, ...before }
    await pieceRepository(trx).update(before.id, earlier)
    if (earlier.splitOn !== after.splitOn) {
      await pieceRepository(trx).setSplit(before.id, earlier.splitOn)
    }
    const treatments = treatmentRepository(trx)
    const kept = new Set(before.treatments.map(({ id }) => id))
    const now = new Set(after.treatments.map(({ id }) => id))
    for (const id of now) if (!kept.has(id)) await treatments.setAside(id, at)
    for (const id of kept) if (!now.has(id)) await treatments.setAside(id, null)
    if (after.bare && after.bare.id !== before.bare?.id) {
      await readingRepository(trx).setAside(after.bare.id, at)
    }
    if (before.bare) await readingRepository(trx).setAside(before.bare.id, null)
  },

  async setAside(trx, { id }) {
    const dependents = await pieceRepository(trx).dependents(id)
    if (dependents) throw stillNeeded(dependents)
  },

  async restore(trx, piece) {
    if (piece.setId) await liveSet(trx, piece.setId, '/setId')
    // parts of a split that was undone: the piece is whole again
    if (!piece.fromPieceId) return
    const from = present(await pieceRepository(trx).find(piece.fromPieceId))
    if (from.splitOn === null) {
      throw stillNeeded(`${from.code} is whole again: split it anew.`)
    }
  },
}

/** Takes an entry out of a piece's history. */
async function takeBack(
  trx: Knex,
  { code, treatments }: Piece,
  id: string,
  pointer: string,
  at: string,
): Promise<Treatment> {
  const found = treatments.find((each) => each.id === id)
  if (!found) throw unacceptable(pointer, `${code} has no entry with the id ${id}.`)
  await treatmentRepository(trx).setAside(id, at)
  return found
}

async function liveSet(trx: Knex, id: string, pointer: string): Promise<void> {
  if (!(await isLiveSet(trx, id))) throw unacceptable(pointer, `There is no set with the id ${id}.`)
}

async function checkTraits(trx: Knex, fibre: Piece['fibre'], { blend, setId }: PieceTraits) {
  if (setId) await liveSet(trx, setId, '/setId')
  const own = blend.findIndex((part) => part.fibre === fibre)
  if (own >= 0) {
    throw unacceptable(
      `/blend/${own}/fibre`,
      'The fibre itself is what the others leave: list the others only.',
    )
  }
}

/** Writes something done into a piece's history. */
export async function treat(
  trx: Knex,
  pieceId: string,
  dryG: number,
  { id = newId(), kind, agent, percentWof, doneOn, finish, heat, note = '' }: NewTreatment,
  at: string,
  pointer: string,
  from: Partial<Pick<Treatment, 'bathId' | 'potId' | 'lotId' | 'basis'>> = {},
): Promise<void> {
  refuseFuture(`${pointer}/doneOn`, doneOn, at)
  await treatmentRepository(trx).add(
    pieceId,
    {
      id,
      kind,
      agent: agent ?? null,
      percentWof: percentWof ?? null,
      massG: percentWof === undefined ? null : gramsOfAgent(percentWof, dryG),
      doneOn,
      finish: finish ?? null,
      heat: heat ?? null,
      note,
      bathId: null,
      potId: null,
      lotId: null,
      basis: 'measured',
      ...from,
    },
    at,
  )
}
