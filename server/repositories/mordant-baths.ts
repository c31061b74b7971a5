import { group } from 'd3-array'
import type { Knex } from 'knex'
import { stagesOf } from '../../catalogue/mordant-schemes'
import { bathSteps } from '../../core/mordant/bath-steps'
import type { Page } from '../../shared/schemas/log/common'
import type {
  BathAgent,
  BathEvent,
  BathPiece,
  BathQuery,
  MordantBath,
} from '../../shared/schemas/basket/mordant-bath'
import { pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { first } from '../../core/present'
import { parseJson } from '../../core/json'

interface BathRow extends RecordedRow {
  code: string
  scheme: MordantBath['scheme']
  heat: MordantBath['heat']
  placing: MordantBath['placing']
  finish: MordantBath['finish']
  rinse: number
  water_l: number | null
  temp_c: number
  vessel: string
  vessel_l: number | null
  again_of: string | null
  planned_for: string | null
  started_at: string | null
  ended_at: string | null
  overrides: string
  note: string
  wet_out_min: number
}

/** The columns a bath is written to; pieces, agents and events are rows of their own. */
export type BathFields = Pick<
  MordantBath,
  | 'id'
  | 'code'
  | 'scheme'
  | 'heat'
  | 'placing'
  | 'finish'
  | 'rinse'
  | 'waterL'
  | 'tempC'
  | 'vessel'
  | 'vesselL'
  | 'againOf'
  | 'note'
> &
  BathEdit & { wetOutMin: number }

/** What becomes of a bath after it was written down. */
export type BathEdit = Pick<
  MordantBath,
  'plannedFor' | 'startedAt' | 'endedAt' | 'overrides' | 'note' | 'vessel' | 'finish'
>

type OfBath<T> = T & { bath_id: string }

export const bathRepository = (db: Knex) => {
  async function whole(rows: BathRow[]): Promise<MordantBath[]> {
    const ids = rows.map(({ id }) => id)
    const pieces = group(
      await db('bath_piece')
        .join('piece', 'piece.id', 'bath_piece.piece_id')
        .whereIn('bath_piece.bath_id', ids)
        .orderBy('piece.code')
        .select<OfBath<BathPiece>[]>(
          'bath_piece.bath_id',
          'piece.id as pieceId',
          'piece.code as pieceCode',
          'bath_piece.dry_g as dryG',
        ),
      (row) => row.bath_id,
    )
    const agents = group(
      await db('bath_agent')
        .whereIn('bath_id', ids)
        .orderBy('id')
        .select<OfBath<BathAgent>[]>(
          'bath_id',
          'stage',
          'agent',
          'form',
          'percent_wof as percentWof',
          'mass_g as massG',
          'shelf_id as shelfId',
          'lot_id as lotId',
        ),
      (row) => row.bath_id,
    )
    const events = group(
      await db('bath_event')
        .whereIn('bath_id', ids)
        .whereNull('set_aside_at')
        .orderBy(['at', 'id'])
        .select<OfBath<Omit<BathEvent, 'skipped'> & { skipped: number }>[]>(
          'bath_id',
          'id',
          'step_id as stepId',
          'at',
          'skipped',
          'note',
        ),
      (row) => row.bath_id,
    )
    return rows.map((row) =>
      toBath(
        row,
        (pieces.get(row.id) ?? []).map(({ bath_id: _, ...piece }) => piece),
        (agents.get(row.id) ?? []).map(({ bath_id: _, ...agent }) => agent),
        (events.get(row.id) ?? []).map(({ bath_id: _, skipped, ...event }) => ({
          ...event,
          skipped: Boolean(skipped),
        })),
      ),
    )
  }

  return {
    async page({ stage, scheme, ...page }: BathQuery): Promise<Page<MordantBath>> {
      const rows = db('mordant_bath')
      if (scheme) rows.where({ scheme })
      if (stage === 'done') rows.whereNotNull('ended_at')
      if (stage === 'running') rows.whereNull('ended_at').whereNotNull('started_at')
      if (stage === 'planned') rows.whereNull('ended_at').whereNull('started_at')
      const found = await pageOf<BathRow>(db, rows, 'mordant_bath', page)
      return { items: await whole(found.items), next: found.next }
    },

    async find(id: string): Promise<MordantBath | null> {
      const row = await db<BathRow>('mordant_bath').where({ id }).first()
      return row ? first(await whole([row])) : null
    },

    async findMany(ids: string[]): Promise<MordantBath[]> {
      return whole(await db<BathRow>('mordant_bath').whereIn('id', ids).orderBy('id'))
    },

    /** Baths that are not over: planned or running. */
    async open(): Promise<MordantBath[]> {
      return whole(
        await db<BathRow>('mordant_bath')
          .whereNull('ended_at')
          .whereNull('set_aside_at')
          .orderBy('id'),
      )
    },

    /** Codes of pieces of a bath that another open bath has, too. */
    async alsoElsewhere(id: string): Promise<string[]> {
      return await db('bath_piece as mine')
        .join('bath_piece as other', 'other.piece_id', 'mine.piece_id')
        .join('mordant_bath as b', 'b.id', 'other.bath_id')
        .join('piece', 'piece.id', 'mine.piece_id')
        .where('mine.bath_id', id)
        .whereNot('other.bath_id', id)
        .whereNull('b.ended_at')
        .whereNull('b.set_aside_at')
        .distinct()
        .orderBy('piece.code')
        .pluck<string[]>('piece.code')
    },

    /** Codes of live pots that pieces of a bath went through from a local day on. */
    async pottedSince(id: string, day: string): Promise<string[]> {
      return await db('bath_piece')
        .join('pot_piece', 'pot_piece.piece_id', 'bath_piece.piece_id')
        .join('pot', 'pot.id', 'pot_piece.pot_id')
        .where('bath_piece.bath_id', id)
        .where('pot.dyed_on', '>=', day)
        .whereNull('pot.set_aside_at')
        .distinct()
        .orderBy('pot.code')
        .pluck<string[]>('pot.code')
    },

    async insert(
      bath: BathFields,
      pieces: readonly { pieceId: string; dryG: number }[],
      agents: readonly BathAgent[],
      at: string,
    ): Promise<void> {
      await db('mordant_bath').insert({
        id: bath.id,
        code: bath.code,
        scheme: bath.scheme,
        heat: bath.heat,
        placing: bath.placing,
        rinse: bath.rinse,
        water_l: bath.waterL,
        temp_c: bath.tempC,
        vessel_l: bath.vesselL,
        again_of: bath.againOf,
        wet_out_min: bath.wetOutMin,
        ...toEdited(bath),
        created_at: at,
        updated_at: at,
      })
      await db('bath_piece').insert(
        pieces.map(({ pieceId, dryG }) => ({ bath_id: bath.id, piece_id: pieceId, dry_g: dryG })),
      )
      await db('bath_agent').insert(
        agents.map((agent) => ({
          bath_id: bath.id,
          stage: agent.stage,
          agent: agent.agent,
          form: agent.form,
          percent_wof: agent.percentWof,
          mass_g: agent.massG,
          shelf_id: agent.shelfId,
          lot_id: agent.lotId,
        })),
      )
    },

    async update(id: string, edit: BathEdit): Promise<void> {
      await db('mordant_bath').where({ id }).update(toEdited(edit))
    },

    async addEvent(bathId: string, event: BathEvent): Promise<void> {
      await db('bath_event').insert({
        id: event.id,
        bath_id: bathId,
        step_id: event.stepId,
        at: event.at,
        skipped: event.skipped,
        note: event.note,
      })
    },

    async setEventsAside(ids: string[], at: string | null): Promise<void> {
      await db('bath_event').whereIn('id', ids).update({ set_aside_at: at })
    },
  }
}

const toEdited = (edit: BathEdit) => ({
  planned_for: edit.plannedFor,
  started_at: edit.startedAt,
  ended_at: edit.endedAt,
  overrides: JSON.stringify(edit.overrides),
  note: edit.note,
  vessel: edit.vessel,
  finish: edit.finish,
})

function toBath(
  row: BathRow,
  pieces: BathPiece[],
  agents: BathAgent[],
  events: BathEvent[],
): MordantBath {
  const rinse = Boolean(row.rinse)
  const { heat, finish, scheme } = row
  return {
    code: row.code,
    scheme,
    heat,
    placing: row.placing,
    finish,
    rinse,
    waterL: row.water_l,
    tempC: row.temp_c,
    vessel: row.vessel,
    vesselL: row.vessel_l,
    againOf: row.again_of,
    plannedFor: row.planned_for,
    startedAt: row.started_at,
    endedAt: row.ended_at,
    overrides: parseJson<MordantBath['overrides']>(row.overrides),
    note: row.note,
    pieces,
    agents,
    events,
    fibreG: pieces.reduce((sum, { dryG }) => sum + dryG, 0),
    steps: bathSteps({
      heat,
      finish,
      rinse,
      placing: row.placing,
      stages: stagesOf(scheme),
      wetOutMin: row.wet_out_min,
    }),
    ...toRecorded(row),
  }
}
