import { group } from 'd3-array'
import type { Knex } from 'knex'
import type { Page } from '../../shared/schemas/log/common'
import type { Piece, PieceQuery, PieceTraits } from '../../shared/schemas/basket/piece'
import { countOf, likeText, pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { readingRepository } from './readings'
import { treatmentRepository } from './treatments'
import { formatCount } from '../../core/quantity/format-count'
import { first } from '../../core/present'
import { parseJson } from '../../core/json'

interface PieceRow extends RecordedRow {
  code: string
  name: string
  fibre: Piece['fibre']
  form: Piece['form']
  dry_g: number
  note: string
  blend: string
  dry_basis: Piece['dryBasis']
  mordant_known: number
  base: Piece['base']
  mark: string
  set_id: string | null
  width_cm: number | null
  length_cm: number | null
  metres_per_100g: number | null
  sold_as_g: number | null
  from_piece_id: string | null
  earlier_pots: string
  split_on: string | null
  bath_id: string | null
  overrides: string
  from_log: string
}

/** What of a piece can be edited; its history and colours are rows of their own. */
export type PieceEdit = Pick<Piece, 'name' | 'fibre' | 'form' | 'dryG' | 'note'> & PieceTraits

/** The columns a piece is written to. */
export type PieceFields = PieceEdit & {
  id: string
  code: string
  fromPieceId: string | null
  earlierPots: string[]
  fromLog: string
}

/** Live pots that a piece has been through. */
const livePots = (db: Knex) =>
  db('pot_piece').join('pot', 'pot.id', 'pot_piece.pot_id').whereNull('pot.set_aside_at')

export const pieceRepository = (db: Knex) => {
  async function whole(rows: PieceRow[]): Promise<Piece[]> {
    const ids = rows.map(({ id }) => id)
    const treatments = await treatmentRepository(db).ofPieces(ids)
    const pots = group(
      await livePots(db)
        .whereIn('piece_id', ids)
        .select<{ piece_id: string; pot_id: string }[]>('piece_id', 'pot_id')
        .orderBy(['pot.dyed_on', 'pot.id']),
      (row) => row.piece_id,
    )
    const bare = await readingRepository(db).ofPieces(ids)
    return rows.map((row) => ({
      code: row.code,
      name: row.name,
      fibre: row.fibre,
      form: row.form,
      dryG: row.dry_g,
      blend: parseJson<Piece['blend']>(row.blend),
      dryBasis: row.dry_basis,
      mordantKnown: Boolean(row.mordant_known),
      base: row.base,
      mark: row.mark,
      setId: row.set_id,
      widthCm: row.width_cm,
      lengthCm: row.length_cm,
      metresPer100G: row.metres_per_100g,
      soldAsG: row.sold_as_g,
      overrides: parseJson<Piece['overrides']>(row.overrides),
      treatments: treatments.get(row.id) ?? [],
      bare: bare.get(row.id)?.[0] ?? null,
      potIds: [
        ...parseJson<string[]>(row.earlier_pots),
        ...(pots.get(row.id) ?? []).map(({ pot_id }) => pot_id),
      ],
      fromPieceId: row.from_piece_id,
      fromLog: row.from_log,
      splitOn: row.split_on,
      bathId: row.bath_id,
      note: row.note,
      ...toRecorded(row),
    }))
  }

  return {
    async page(query: PieceQuery): Promise<Page<Piece>> {
      const { fibre, undyed, setId, bathId, code, ...page } = query
      const rows = db('piece')
      if (fibre) rows.where('piece.fibre', fibre)
      if (setId) rows.where('piece.set_id', setId)
      if (bathId) {
        rows.whereIn('piece.id', db('bath_piece').where({ bath_id: bathId }).select('piece_id'))
      }
      if (code) rows.whereRaw(`piece.code like ? escape '\\'`, `${likeText(code)}%`)
      if (undyed) rows.whereRaw('piece.pots = 0 and piece.split_on is null')
      if (undyed === false) rows.where('piece.pots', '>', 0)
      const found = await pageOf<PieceRow>(db, rows, 'piece', page)
      return { items: await whole(found.items), next: found.next }
    },

    countInSet: (setId: string): Promise<number> =>
      countOf(db('piece').where({ set_id: setId }).whereNull('set_aside_at')),

    /** Codes of the pieces that are set aside. */
    codesAside: async (): Promise<Set<string>> =>
      new Set(await db('piece').whereNotNull('set_aside_at').pluck<string[]>('code')),

    async find(id: string): Promise<Piece | null> {
      const row = await db<PieceRow>('piece').where({ id }).first()
      return row ? first(await whole([row])) : null
    },

    async findMany(ids: string[]): Promise<Piece[]> {
      return whole(await db<PieceRow>('piece').whereIn('id', ids))
    },

    /** Pieces by their tags, but for those that are set aside. */
    async ofCodes(codes: readonly string[]): Promise<Piece[]> {
      return whole(await db<PieceRow>('piece').whereIn('code', codes).whereNull('set_aside_at'))
    },

    async insert(
      { id, code, fromPieceId, earlierPots, fromLog, ...edit }: PieceFields,
      at: string,
    ) {
      await db('piece').insert({
        id,
        code,
        from_piece_id: fromPieceId,
        from_log: fromLog,
        earlier_pots: JSON.stringify(earlierPots),
        pots: earlierPots.length,
        ...toEdited(edit),
        created_at: at,
        updated_at: at,
      })
    },

    async update(id: string, piece: PieceEdit): Promise<void> {
      await db('piece').where({ id }).update(toEdited(piece))
    },

    /** Marks a piece as split into others from a day on, or as whole again (`null`). */
    async setSplit(id: string, on: string | null): Promise<void> {
      await db('piece').where({ id }).update({ split_on: on })
    },

    /** Dry weights of live pieces of the same fibre, form and name, the latest first, g. */
    async alikeG({ id, fibre, form, name }: Pick<Piece, 'id' | 'fibre' | 'form' | 'name'>) {
      return await db('piece')
        .where({ fibre, form, name, from_log: '' })
        .whereNot({ id })
        .whereNull('set_aside_at')
        .orderBy('id', 'desc')
        .limit(30)
        .pluck<number[]>('dry_g')
    },

    /** One sentence on what hangs on a piece, or null. */
    async dependents(id: string): Promise<string | null> {
      const pots = await countOf(livePots(db).where({ piece_id: id }))
      if (pots) return `It has been through ${formatCount(pots, 'pot')}: set those aside first.`
      const bath = await db('piece').where({ id }).first<{ bath_id: string | null }>('bath_id')
      if (bath.bath_id) return 'It is in a mordant bath, or planned into one: take that back first.'
      const parts = await countOf(
        db('piece').where({ from_piece_id: id }).whereNull('set_aside_at'),
      )
      return parts ? `It was split into ${parts} pieces: undo that first.` : null
    },
  }
}

const toEdited = (piece: PieceEdit) => ({
  name: piece.name,
  fibre: piece.fibre,
  form: piece.form,
  dry_g: piece.dryG,
  dry_basis: piece.dryBasis,
  mordant_known: piece.mordantKnown,
  note: piece.note,
  blend: JSON.stringify(piece.blend),
  base: piece.base,
  mark: piece.mark,
  set_id: piece.setId,
  width_cm: piece.widthCm,
  length_cm: piece.lengthCm,
  metres_per_100g: piece.metresPer100G,
  sold_as_g: piece.soldAsG,
  overrides: JSON.stringify(piece.overrides),
})
