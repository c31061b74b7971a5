import type { Knex } from 'knex'
import type { Lab } from '../../core/colour/tristimulus'
import type { Piece } from '../../shared/schemas/basket/piece'

/** Dry readings of live swatches within so much of a colour along each axis of CIELAB. */
export const coloursInBox = async (
  db: Knex,
  lab: Lab,
  reach: number,
): Promise<(Lab & { id: string })[]> =>
  // a box, in SQL: CIEDE2000 of a hundred thousand would hold up all others
  await db('reading as r')
    .join('swatch as s', 's.id', 'r.swatch_id')
    .whereNull('s.set_aside_at')
    .whereNull('r.set_aside_at')
    .where({ 'r.wet': false })
    .whereBetween('r.l', [lab.l - reach, lab.l + reach])
    .whereBetween('r.a', [lab.a - reach, lab.a + reach])
    .whereBetween('r.b', [lab.b - reach, lab.b + reach])
    .select<(Lab & { id: string })[]>('s.id', 'r.l', 'r.a', 'r.b')

/** A piece of the same set, or of the same name, fibre, form and base, whose bare colour was read. */
export async function readPieceLike(
  db: Knex,
  piece: Piece,
): Promise<{ id: string; code: string } | null> {
  const alike = db('piece')
    .where({ fibre: piece.fibre, form: piece.form, base: piece.base })
    .whereNot({ 'piece.id': piece.id })
    .where((rows) => {
      rows.where({ name: piece.name })
      if (piece.setId) rows.orWhere({ set_id: piece.setId })
    })
  const found = await alike
    .join('reading', 'reading.piece_id', 'piece.id')
    .whereNull('reading.set_aside_at')
    .orderBy('reading.read_at', 'desc')
    .first<{ id: string; code: string }>('piece.id', 'piece.code')
  return found ?? null
}
