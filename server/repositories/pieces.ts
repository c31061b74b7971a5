import { group } from 'd3-array'
import type { Knex } from 'knex'
import type { Page } from '../../shared/schemas/common'
import type { Piece, PieceQuery, Treatment } from '../../shared/schemas/piece'
import { countOf, likeText, pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { readingRepository } from './readings'

interface PieceRow extends RecordedRow {
  code: string
  name: string
  fibre: Piece['fibre']
  form: Piece['form']
  dry_g: number
  note: string
}

interface TreatmentRow {
  id: string
  piece_id: string
  kind: Treatment['kind']
  agent: Treatment['agent']
  percent_wof: number | null
  mass_g: number | null
  done_on: string
}

const toTreatment = (row: TreatmentRow): Treatment => ({
  id: row.id,
  kind: row.kind,
  agent: row.agent,
  percentWof: row.percent_wof,
  massG: row.mass_g,
  doneOn: row.done_on,
})

/** The columns a piece is written to; its history and colours are rows of their own. */
export type PieceFields = Pick<Piece, 'id' | 'code' | 'name' | 'fibre' | 'form' | 'dryG' | 'note'>

/** Live pots that a piece has been through. */
const livePots = (db: Knex) =>
  db('pot_piece').join('pot', 'pot.id', 'pot_piece.pot_id').whereNull('pot.set_aside_at')

export const pieceRepository = (db: Knex) => {
  async function whole(rows: PieceRow[]): Promise<Piece[]> {
    const ids = rows.map(({ id }) => id)
    const treatments = group(
      await db<TreatmentRow>('treatment')
        .whereIn('piece_id', ids)
        .whereNull('set_aside_at')
        .orderBy(['done_on', 'id']),
      (row) => row.piece_id,
    )
    const pots = group(
      (await livePots(db)
        .whereIn('piece_id', ids)
        .select('piece_id', 'pot_id')
        .orderBy(['pot.dyed_on', 'pot.id'])) as { piece_id: string; pot_id: string }[],
      (row) => row.piece_id,
    )
    const bare = await readingRepository(db).ofPieces(ids)
    return rows.map((row) => ({
      ...toRecorded(row),
      code: row.code,
      name: row.name,
      fibre: row.fibre,
      form: row.form,
      dryG: row.dry_g,
      treatments: (treatments.get(row.id) ?? []).map(toTreatment),
      bare: bare.get(row.id)?.[0] ?? null,
      potIds: (pots.get(row.id) ?? []).map(({ pot_id }) => pot_id),
      note: row.note,
    }))
  }

  return {
    async page({ fibre, undyed, code, ...page }: PieceQuery): Promise<Page<Piece>> {
      const rows = db('piece')
      if (fibre) rows.where('piece.fibre', fibre)
      if (code) rows.whereRaw(`piece.code like ? escape '\\'`, `${likeText(code)}%`)
      if (undyed !== undefined) {
        const dyed = livePots(db).whereRaw('pot_piece.piece_id = piece.id').select(db.raw('1'))
        if (undyed) rows.whereNotExists(dyed)
        else rows.whereExists(dyed)
      }
      const found = await pageOf<PieceRow>(db, rows, 'piece', page)
      return { items: await whole(found.items), next: found.next }
    },

    async find(id: string): Promise<Piece | null> {
      const row = await db<PieceRow>('piece').where({ id }).first()
      return row ? (await whole([row]))[0]! : null
    },

    async findMany(ids: string[]): Promise<Piece[]> {
      return whole(await db<PieceRow>('piece').whereIn('id', ids))
    },

    async insert(piece: PieceFields, at: string): Promise<void> {
      const { id, code, fibre } = piece
      await db('piece').insert({
        id,
        code,
        fibre,
        ...toEdited(piece),
        created_at: at,
        updated_at: at,
      })
    },

    async update(id: string, piece: Pick<Piece, 'name' | 'form' | 'dryG' | 'note'>): Promise<void> {
      await db('piece').where({ id }).update(toEdited(piece))
    },

    async addTreatment(pieceId: string, treatment: Treatment, at: string): Promise<void> {
      await db('treatment').insert({
        id: treatment.id,
        piece_id: pieceId,
        kind: treatment.kind,
        agent: treatment.agent,
        percent_wof: treatment.percentWof,
        mass_g: treatment.massG,
        done_on: treatment.doneOn,
        created_at: at,
      })
    },

    /** Takes an entry of a piece's history back (`at`), or counts it again (`null`). */
    async setTreatmentAside(id: string, at: string | null): Promise<void> {
      await db('treatment').where({ id }).update({ set_aside_at: at })
    },

    /** One sentence on what hangs on a piece, or null. */
    async dependents(id: string): Promise<string | null> {
      const pots = await countOf(livePots(db).where({ piece_id: id }))
      return pots
        ? `It has been through ${pots} pot${pots > 1 ? 's' : ''}: set those aside first.`
        : null
    },
  }
}

const toEdited = ({ name, form, dryG, note }: Pick<Piece, 'name' | 'form' | 'dryG' | 'note'>) => ({
  name,
  form,
  dry_g: dryG,
  note,
})
