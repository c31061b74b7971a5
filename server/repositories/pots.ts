import { group } from 'd3-array'
import type { Knex } from 'knex'
import { plantToFibreRatio } from '../../core/harvest/ratio'
import { newId } from '../../shared/ids'
import type { Page } from '../../shared/schemas/common'
import type { Pot, PotEvent, PotLot, PotPiece, PotQuery } from '../../shared/schemas/pot'
import { likeText, pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'

interface PotRow extends RecordedRow {
  code: string
  title: string
  dyed_on: string
  way: Pot['way']
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

export type PotFields = PotEdit &
  Pick<Pot, 'id' | 'code' | 'dyedOn'> & { overrides?: Pot['overrides'] }

/** Evidence comes as JSON, as it is kept. */
type LotRow = OfPot<Omit<PotLot, 'evidence'>> & { evidence: string }

export const potRepository = (db: Knex) => {
  /** The newest use of each lot: a pot that was set aside and restored has used it twice. */
  const lotsOf = (ids: string[]) =>
    db('lot_movement')
      .join('lot', 'lot.id', 'lot_movement.lot_id')
      .whereIn('lot_movement.pot_id', ids)
      .where('lot_movement.kind', 'used')
      .groupBy('lot_movement.pot_id', 'lot_movement.lot_id')
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
      .join('swatch', (on) =>
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
        db.raw('min(swatch.id) as swatchId'),
        'swatch.code as swatchCode',
      ) as unknown as Promise<OfPot<PotPiece>[]>

  async function whole(rows: PotRow[]): Promise<Pot[]> {
    const ids = rows.map(({ id }) => id)
    const lots = group(await lotsOf(ids), ({ potId }) => potId)
    const pieces = group(await piecesOf(ids), ({ potId }) => potId)
    const events = group(
      (await db('pot_event').whereIn('pot_id', ids).orderBy('id')) as (PotEvent & {
        pot_id: string
      })[],
      (row) => row.pot_id,
    )
    return rows.map((row) =>
      toPot(row, lots.get(row.id) ?? [], pieces.get(row.id) ?? [], events.get(row.id) ?? []),
    )
  }

  return {
    async page({ lotId, sourceId, code, ...page }: PotQuery): Promise<Page<Pot>> {
      const rows = db('pot')
      if (code) rows.whereRaw(`pot.code like ? escape '\\'`, `${likeText(code)}%`)
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

    async insert(pot: PotFields, at: string): Promise<void> {
      await db('pot').insert({
        id: pot.id,
        code: pot.code,
        dyed_on: pot.dyedOn,
        overrides: JSON.stringify(pot.overrides ?? []),
        ...toEdited(pot),
        created_at: at,
        updated_at: at,
      })
    },

    async update(id: string, pot: PotEdit): Promise<void> {
      await db('pot').where({ id }).update(toEdited(pot))
    },

    async addPiece(potId: string, pieceId: string, dryG: number): Promise<void> {
      await db('pot_piece').insert({ pot_id: potId, piece_id: pieceId, dry_g: dryG })
    },

    async addEvent(potId: string, kind: PotEvent['kind'], at: string, note = ''): Promise<void> {
      await db('pot_event').insert({ id: newId(), pot_id: potId, kind, at, note })
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

function toPot(row: PotRow, lots: LotRow[], pieces: OfPot<PotPiece>[], events: PotEvent[]): Pot {
  const ratio = plantToFibreRatio({
    dyestuff: lots,
    fibreG: pieces.reduce((sum, piece) => sum + piece.dryG, 0),
  })
  return {
    ...toRecorded(row),
    code: row.code,
    title: row.title,
    dyedOn: row.dyed_on,
    way: row.way,
    lots: lots.map((lot) => ({
      lotId: lot.lotId,
      lotCode: lot.lotCode,
      sourceId: lot.sourceId,
      massG: lot.massG,
      state: lot.state,
      dryFraction: lot.dryFraction,
      dryFractionBasis: lot.dryFractionBasis,
      sureness: lot.sureness,
      evidence: JSON.parse(lot.evidence) as string[],
    })),
    pieces: pieces.map(({ pieceId, pieceCode, dryG, swatchId, swatchCode }) => ({
      pieceId,
      pieceCode,
      dryG,
      swatchId,
      swatchCode,
    })),
    events: events.map(({ id, kind, at, note }) => ({ id, kind, at, note })),
    ratioAsWeighed: ratio.asWeighed,
    ratioDry: ratio.dry,
    waterL: row.water_l,
    tempC: row.temp_c,
    minutes: row.minutes,
    finalPh: row.final_ph,
    overrides: JSON.parse(row.overrides) as Pot['overrides'],
    note: row.note,
  }
}
