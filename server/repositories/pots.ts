import { group } from 'd3-array'
import type { Knex } from 'knex'
import type { LotStepKind } from '../../core/harvest/lot-step'
import type { Page } from '../../shared/schemas/log/common'
import type { Pot, PotPiece, PotQuery } from '../../shared/schemas/pot/pot'
import type { PieceOutcome } from '../../shared/schemas/pot/pot-event'
import { likeText, pageOf } from '../database/page'
import { potNotes } from './pot-notes'
import {
  toCourse,
  toEdited,
  toPot,
  type KeptPlan,
  type LotRow,
  type PieceRow,
  type PotCourse,
  type PotEdit,
  type PotFields,
  type PotRow,
} from './pot-rows'
import { first } from '../../core/present'

export const potRepository = (db: Knex) => {
  /** The newest of each use: a pot that was set aside and restored has used its lots twice. */
  const lotsOf = (ids: string[]) =>
    db('lot_movement')
      .join('lot', 'lot.id', 'lot_movement.lot_id')
      .join('source', 'source.id', 'lot.source_id')
      .join('pot', 'pot.id', 'lot_movement.pot_id')
      .leftJoin('pot_event as added', 'added.id', 'lot_movement.event_id')
      .whereIn('lot_movement.pot_id', ids)
      .where('lot_movement.kind', 'used')
      .whereNull('added.set_aside_at')
      .groupBy('lot_movement.pot_id', 'lot_movement.lot_id', 'lot_movement.event_id')
      .orderBy('lot.code')
      .select<LotRow[]>(
        'lot_movement.pot_id as potId',
        'lot_movement.lot_id as lotId',
        'lot.code as lotCode',
        'lot.source_id as sourceId',
        'source.part as part',
        db.raw('lot.extracted > 0 as isSpent'),
        hadStep('aged', 'isAged'),
        hadStep('soaked', 'isSoaked'),
        db.raw('-delta_g as massG'),
        'lot_movement.mass_basis as massBasis',
        'lot_movement.state as state',
        'lot_movement.dry_fraction as dryFraction',
        'lot_movement.dry_fraction_basis as dryFractionBasis',
        'lot.sureness as sureness',
        'lot.from_log as fromLog',
        'lot.is_counted as isCounted',
        db.raw(
          `(select json_group_array(value ->> 'words') from json_each(lot.evidence)) as evidence`,
        ),
        db.raw('max(lot_movement.id)'),
      )

  /** Whether that was done to a lot by the day of the pot. */
  const hadStep = (kind: LotStepKind, as: string) =>
    db.raw(
      `exists (select 1 from lot_step s where s.lot_id = lot.id and s.kind = ?
        and s.set_aside_at is null and s.done_on <= pot.dyed_on) as ??`,
      [kind, as],
    )

  const piecesOf = (ids: string[]) =>
    db('pot_piece')
      .join('piece', 'piece.id', 'pot_piece.piece_id')
      .leftJoin('swatch', (on) =>
        on.on('swatch.pot_id', 'pot_piece.pot_id').andOn('swatch.piece_id', 'pot_piece.piece_id'),
      )
      .whereIn('pot_piece.pot_id', ids)
      .groupBy('pot_piece.pot_id', 'pot_piece.piece_id')
      .orderBy('piece.code')
      .select<PieceRow[]>(
        'pot_piece.pot_id as potId',
        'pot_piece.piece_id as pieceId',
        'piece.code as pieceCode',
        'pot_piece.dry_g as dryG',
        'pot_piece.dry_basis as dryBasis',
        'pot_piece.minutes as minutes',
        'pot_piece.outcome as outcome',
        db.raw('min(swatch.id) as swatchId'),
        'swatch.code as swatchCode',
      )

  async function whole(rows: PotRow[]): Promise<Pot[]> {
    const ids = rows.map(({ id }) => id)
    const lots = group(await lotsOf(ids), ({ potId }) => potId)
    const pieces = group(await piecesOf(ids), ({ potId }) => potId)
    const events = await potNotes(db).ofPots(ids)
    return rows.map((row) =>
      toPot(row, lots.get(row.id) ?? [], pieces.get(row.id) ?? [], events.get(row.id) ?? []),
    )
  }

  return {
    async page({ lotId, sourceId, code, stage, ...page }: PotQuery): Promise<Page<Pot>> {
      const rows = db('pot')
      if (code) rows.whereRaw(`pot.code like ? escape '\\'`, `${likeText(code)}%`)
      if (stage) rows.where('pot.stage', stage)
      if (lotId || sourceId) {
        const uses = db('lot_movement').where('lot_movement.kind', 'used').select('pot_id')
        if (lotId) uses.where('lot_movement.lot_id', lotId)
        if (sourceId) {
          uses.whereIn('lot_movement.lot_id', db('lot').where({ source_id: sourceId }).select('id'))
        }
        rows.whereIn('pot.id', uses)
      }
      const found = await pageOf<PotRow>(db, rows, 'pot', page)
      return { items: await whole(found.items), next: found.next }
    },

    async find(id: string): Promise<Pot | null> {
      const row = await db<PotRow>('pot').where({ id }).first()
      return row ? first(await whole([row])) : null
    },

    /** Which of these ids are pots, and whether they were set aside. */
    async statesOf(ids: readonly string[]): Promise<Map<string, 'kept' | 'aside'>> {
      const rows = await db('pot')
        .whereIn('id', ids)
        .select<{ id: string; set_aside_at: string | null }[]>('id', 'set_aside_at')
      return new Map(rows.map(({ id, set_aside_at: at }) => [id, at ? 'aside' : 'kept']))
    },

    /** The bath that a chain of baths in one liquor began with: the pot itself where it is none. */
    async firstBath(pot: Pot): Promise<Pot> {
      let at = pot
      // a chain is as long as its bath's number
      for (let i = pot.bathNumber; i > 1 && at.fromPotId; i--) {
        at = (await this.find(at.fromPotId)) ?? at
      }
      return at
    },

    async findMany(ids: string[]): Promise<Pot[]> {
      return whole(await db<PotRow>('pot').whereIn('id', ids))
    },

    /** Pots that are planned or running, the oldest first. */
    async open(): Promise<Pot[]> {
      return whole(
        await db<PotRow>('pot').whereRaw(`stage <> 'done' and set_aside_at is null`).orderBy('id'),
      )
    },

    /** The code of a running pot that a piece lies in; null: it is free. */
    async runningWith(pieceId: string): Promise<string | null> {
      const row = await db('pot_piece')
        .join('pot', 'pot.id', 'pot_piece.pot_id')
        .where('pot_piece.piece_id', pieceId)
        .whereRaw(`pot.stage = 'running' and pot.set_aside_at is null`)
        .first<{ code: string }>('pot.code')
      return row?.code ?? null
    },

    async insert(pot: PotFields, kept: KeptPlan | null, at: string): Promise<void> {
      await db('pot').insert({
        id: pot.id,
        code: pot.code,
        ...toCourse(pot),
        ...toEdited(pot),
        plan: kept && JSON.stringify(kept),
        created_at: at,
        updated_at: at,
      })
    },

    async update(id: string, pot: PotEdit): Promise<void> {
      await db('pot').where({ id }).update(toEdited(pot))
    },

    async setCourse(id: string, pot: PotCourse): Promise<void> {
      await db('pot').where({ id }).update(toCourse(pot))
    },

    async keepPlan(id: string, kept: KeptPlan | null): Promise<void> {
      await db('pot')
        .where({ id })
        .update({ plan: kept && JSON.stringify(kept) })
    },

    async addPiece(
      potId: string,
      { pieceId, dryG, dryBasis }: Pick<PotPiece, 'pieceId' | 'dryG' | 'dryBasis'>,
    ): Promise<void> {
      const weight = { dry_g: dryG, dry_basis: dryBasis }
      await db('pot_piece').insert({ pot_id: potId, piece_id: pieceId, ...weight })
    },

    async weighPiece(
      potId: string,
      pieceId: string,
      { dryG, dryBasis }: Pick<PotPiece, 'dryG' | 'dryBasis'>,
    ): Promise<void> {
      const weight = { dry_g: dryG, dry_basis: dryBasis }
      await db('pot_piece').where({ pot_id: potId, piece_id: pieceId }).update(weight)
    },

    /** Lets a piece go that was never in the pot. */
    async releasePiece(potId: string, pieceId: string): Promise<void> {
      await db('pot_piece').where({ pot_id: potId, piece_id: pieceId }).delete()
    },

    /** Lets the pieces of a pot go whose lighting is taken back. */
    async releasePieces(potId: string): Promise<void> {
      await db('pot_piece').where({ pot_id: potId }).delete()
    },

    async setOutcome(
      potId: string,
      pieceId: string,
      minutes: number | null,
      outcome: PieceOutcome | null,
    ): Promise<void> {
      await db('pot_piece')
        .where({ pot_id: potId, piece_id: pieceId })
        .update({ minutes, outcome: outcome && JSON.stringify(outcome) })
    },
  }
}
