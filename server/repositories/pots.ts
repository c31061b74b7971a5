import { group } from 'd3-array'
import type { Knex } from 'knex'
import { plantToFibreRatio } from '../../core/harvest/ratio'
import type { Page } from '../../shared/schemas/common'
import type { Pot, PotLot, PotPiece, PotQuery } from '../../shared/schemas/pot'
import type { PieceOutcome, PotEvent } from '../../shared/schemas/pot-event'
import type { PotPlan } from '../../shared/schemas/pot-plan'
import { likeText, pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { potNotes } from './pot-notes'

interface PotRow extends RecordedRow {
  code: string
  title: string
  stage: Pot['stage']
  dyed_on: string
  way: Pot['way']
  own_way_id: string | null
  way_name: string
  plan: string | null
  lit_at: string | null
  ended_at: string | null
  end: string | null
  vessel_id: string | null
  group_id: string | null
  from_pot_id: string | null
  bath_number: number
  is_ratio_known: number
  water_l: number | null
  temp_c: number | null
  minutes: number | null
  final_ph: number | null
  overrides: string
  note: string
}

type OfPot<T> = T & { potId: string }

/** What can be edited of a pot once it is done. */
export type PotEdit = Pick<
  Pot,
  'title' | 'way' | 'waterL' | 'tempC' | 'minutes' | 'finalPh' | 'note'
>

/** Lots and pieces of a plan, as they stood when it was made: nothing was taken yet. */
export interface KeptPlan {
  plan: PotPlan
  lots: PotLot[]
  pieces: Pick<PotPiece, 'pieceId' | 'pieceCode' | 'dryG'>[]
}

/** Where a pot is in its life. */
export type PotCourse = Pick<
  Pot,
  | 'stage'
  | 'dyedOn'
  | 'ownWayId'
  | 'wayName'
  | 'litAt'
  | 'endedAt'
  | 'end'
  | 'vesselId'
  | 'groupId'
  | 'fromPotId'
  | 'bathNumber'
  | 'isRatioKnown'
  | 'overrides'
>

export type PotFields = PotEdit & PotCourse & Pick<Pot, 'id' | 'code'>

/** Evidence comes as JSON, as it is kept. */
type LotRow = OfPot<Omit<PotLot, 'evidence'>> & { evidence: string }
type PieceRow = OfPot<Omit<PotPiece, 'outcome'>> & { outcome: string | null }

export const potRepository = (db: Knex) => {
  /** The newest of each use: a pot that was set aside and restored has used its lots twice. */
  const lotsOf = (ids: string[]) =>
    db('lot_movement')
      .join('lot', 'lot.id', 'lot_movement.lot_id')
      .leftJoin('pot_event as added', 'added.id', 'lot_movement.event_id')
      .whereIn('lot_movement.pot_id', ids)
      .where('lot_movement.kind', 'used')
      .whereNull('added.set_aside_at')
      .groupBy('lot_movement.pot_id', 'lot_movement.lot_id', 'lot_movement.event_id')
      .orderBy('lot.code')
      .select(
        'lot_movement.pot_id as potId',
        'lot_movement.lot_id as lotId',
        'lot.code as lotCode',
        'lot.source_id as sourceId',
        db.raw('-delta_g as massG'),
        'lot_movement.state as state',
        'lot_movement.dry_fraction as dryFraction',
        'lot_movement.dry_fraction_basis as dryFractionBasis',
        'lot.sureness as sureness',
        db.raw(
          `(select json_group_array(value ->> 'words') from json_each(lot.evidence)) as evidence`,
        ),
        db.raw('max(lot_movement.id)'),
      ) as unknown as Promise<LotRow[]>

  const piecesOf = (ids: string[]) =>
    db('pot_piece')
      .join('piece', 'piece.id', 'pot_piece.piece_id')
      .leftJoin('swatch', (on) =>
        on.on('swatch.pot_id', 'pot_piece.pot_id').andOn('swatch.piece_id', 'pot_piece.piece_id'),
      )
      .whereIn('pot_piece.pot_id', ids)
      .groupBy('pot_piece.pot_id', 'pot_piece.piece_id')
      .orderBy('piece.code')
      .select(
        'pot_piece.pot_id as potId',
        'pot_piece.piece_id as pieceId',
        'piece.code as pieceCode',
        'pot_piece.dry_g as dryG',
        'pot_piece.minutes as minutes',
        'pot_piece.outcome as outcome',
        db.raw('min(swatch.id) as swatchId'),
        'swatch.code as swatchCode',
      ) as unknown as Promise<PieceRow[]>

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
      return row ? (await whole([row]))[0]! : null
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
      const row = (await db('pot_piece')
        .join('pot', 'pot.id', 'pot_piece.pot_id')
        .where('pot_piece.piece_id', pieceId)
        .whereRaw(`pot.stage = 'running' and pot.set_aside_at is null`)
        .first('pot.code')) as { code: string } | undefined
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

    async addPiece(potId: string, pieceId: string, dryG: number): Promise<void> {
      await db('pot_piece').insert({ pot_id: potId, piece_id: pieceId, dry_g: dryG })
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

const toEdited = (pot: PotEdit) => ({
  title: pot.title,
  way: pot.way,
  water_l: pot.waterL,
  temp_c: pot.tempC,
  minutes: pot.minutes,
  final_ph: pot.finalPh,
  note: pot.note,
})

const toCourse = (pot: PotCourse) => ({
  stage: pot.stage,
  dyed_on: pot.dyedOn,
  own_way_id: pot.ownWayId,
  way_name: pot.wayName,
  lit_at: pot.litAt,
  ended_at: pot.endedAt,
  end: pot.end && JSON.stringify(pot.end),
  vessel_id: pot.vesselId,
  group_id: pot.groupId,
  from_pot_id: pot.fromPotId,
  bath_number: pot.bathNumber,
  is_ratio_known: pot.isRatioKnown,
  overrides: JSON.stringify(pot.overrides),
})

/** Uses of one lot, at first and on the way, as one. */
function summed(rows: LotRow[]): PotLot[] {
  return [...group(rows, ({ lotId }) => lotId).values()].map((uses) => {
    const last = uses.at(-1)!
    return {
      lotId: last.lotId,
      lotCode: last.lotCode,
      sourceId: last.sourceId,
      massG: uses.reduce((sum, { massG }) => sum + massG, 0),
      state: last.state,
      dryFraction: last.dryFraction,
      dryFractionBasis: last.dryFractionBasis,
      sureness: last.sureness,
      evidence: JSON.parse(last.evidence) as string[],
    }
  })
}

function toPot(row: PotRow, used: LotRow[], pieceRows: PieceRow[], events: PotEvent[]): Pot {
  const kept = row.plan ? (JSON.parse(row.plan) as KeptPlan) : null
  const isPlanned = row.stage === 'planned'
  const lots = isPlanned ? (kept?.lots ?? []) : summed(used)
  const pieces = isPlanned
    ? (kept?.pieces ?? []).map((piece) => ({
        ...piece,
        ...{ swatchId: null, swatchCode: null, minutes: null, outcome: null },
      }))
    : pieceRows.map(({ potId: _, outcome, ...piece }) => ({
        ...piece,
        outcome: outcome ? (JSON.parse(outcome) as PieceOutcome) : null,
      }))
  const isRatioKnown = Boolean(row.is_ratio_known)
  const fibreG = pieces.reduce((sum, piece) => sum + piece.dryG, 0)
  const ratio =
    isRatioKnown && lots.length > 0 && fibreG > 0
      ? plantToFibreRatio({ dyestuff: lots, fibreG })
      : null
  return {
    ...toRecorded(row),
    ...{ code: row.code, title: row.title, stage: row.stage, dyedOn: row.dyed_on, way: row.way },
    ...{ ownWayId: row.own_way_id, wayName: row.way_name, plan: kept?.plan ?? null },
    ...{ litAt: row.lit_at, endedAt: row.ended_at },
    end: row.end ? (JSON.parse(row.end) as Pot['end']) : null,
    ...{ vesselId: row.vessel_id, groupId: row.group_id, fromPotId: row.from_pot_id },
    ...{ bathNumber: row.bath_number, isRatioKnown, lots, pieces, events },
    ratioAsWeighed: ratio?.asWeighed ?? null,
    ratioDry: ratio?.dry ?? null,
    waterL: row.water_l,
    tempC: row.temp_c,
    minutes: row.minutes,
    finalPh: row.final_ph,
    overrides: JSON.parse(row.overrides) as Pot['overrides'],
    note: row.note,
  }
}
