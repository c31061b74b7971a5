import type { Knex } from 'knex'
import type { Page } from '../../shared/schemas/log/common'
import type { Swatch, SwatchJudgement, SwatchQuery } from '../../shared/schemas/swatch/swatch'
import { likeText, pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { readingRepository } from './readings'
import { first } from '../../core/present'
import { parseJson } from '../../core/json'

interface SwatchRow extends RecordedRow {
  code: string
  pot_id: string
  piece_id: string
  note: string
  hoped: string | null
  verdict: Swatch['verdict']
  verdict_why: string
  attention_min: number | null
}

export type SwatchFields = Pick<Swatch, 'id' | 'code' | 'potId' | 'pieceId' | 'note'>
/** What can be edited of a swatch. */
export type SwatchEdit = SwatchJudgement & Pick<Swatch, 'note'>

/** Pots in which a lot of a source was used, and later baths in what those left. */
const potsOfSource = (db: Knex, sourceId: string) =>
  db
    .withRecursive('bath', ['pot_id'], (bath) =>
      bath
        .from('lot_movement')
        .where('lot_movement.kind', 'used')
        .whereNotNull('lot_movement.pot_id')
        .whereIn('lot_movement.lot_id', db('lot').where({ source_id: sourceId }).select('id'))
        .select('lot_movement.pot_id')
        .union((later) =>
          later.from('pot').join('bath', 'pot.from_pot_id', 'bath.pot_id').select('pot.id'),
        ),
    )
    .from('bath')
    .select('pot_id')

export const swatchRepository = (db: Knex) => {
  async function withReadings(rows: SwatchRow[]): Promise<Swatch[]> {
    const readings = await readingRepository(db).ofSwatches(rows.map(({ id }) => id))
    return rows.map((row) => ({
      code: row.code,
      potId: row.pot_id,
      pieceId: row.piece_id,
      readings: readings.get(row.id) ?? [],
      note: row.note,
      hoped: row.hoped === null ? null : parseJson<Swatch['hoped']>(row.hoped),
      verdict: row.verdict,
      verdictWhy: row.verdict_why,
      attentionMin: row.attention_min,
      ...toRecorded(row),
    }))
  }

  return {
    async page(query: SwatchQuery): Promise<Page<Swatch>> {
      const { potId, pieceId, sourceId, unread, code, ...page } = query
      const rows = db('swatch')
      if (potId) rows.where('swatch.pot_id', potId)
      if (pieceId) rows.where('swatch.piece_id', pieceId)
      if (sourceId) rows.whereIn('swatch.pot_id', potsOfSource(db, sourceId))
      if (code) rows.whereRaw(`swatch.code like ? escape '\\'`, `${likeText(code)}%`)
      if (unread !== undefined)
        rows.whereRaw(unread ? 'swatch.readings = 0' : 'swatch.readings > 0')
      const found = await pageOf<SwatchRow>(db, rows, 'swatch', page)
      return { items: await withReadings(found.items), next: found.next }
    },

    async find(id: string): Promise<Swatch | null> {
      const row = await db<SwatchRow>('swatch').where({ id }).first()
      return row ? first(await withReadings([row])) : null
    },

    async findMany(ids: readonly string[]): Promise<Swatch[]> {
      return withReadings(await db<SwatchRow>('swatch').whereIn('id', [...ids]))
    },

    async withCodes(codes: readonly string[]): Promise<Swatch[]> {
      return withReadings(await db<SwatchRow>('swatch').whereIn('code', [...codes]))
    },

    /** Every live swatch of the pots in which a source was used, newest first. */
    async ofSource(sourceId: string): Promise<Swatch[]> {
      return withReadings(
        await db<SwatchRow>('swatch')
          .whereIn('pot_id', potsOfSource(db, sourceId))
          .whereNull('set_aside_at')
          .orderBy('id', 'desc'),
      )
    },

    /** Of those, the ones with a measured and an estimated reading that both stand. */
    async readBothWays(sourceId: string): Promise<Swatch[]> {
      const ids = db('reading')
        .join('swatch', 'swatch.id', 'reading.swatch_id')
        .whereIn('swatch.pot_id', potsOfSource(db, sourceId))
        .whereNull('swatch.set_aside_at')
        .whereNull('reading.set_aside_at')
        .groupBy('swatch.id')
        .havingRaw('min(reading.reflectance is null) < max(reading.reflectance is null)')
        .select('swatch.id')
      return withReadings(await db<SwatchRow>('swatch').whereIn('id', ids).orderBy('id', 'desc'))
    },

    async ofPot(potId: string): Promise<Swatch[]> {
      return withReadings(await db<SwatchRow>('swatch').where({ pot_id: potId }).orderBy('id'))
    },

    async insert(swatch: SwatchFields, at: string): Promise<void> {
      await db('swatch').insert({
        id: swatch.id,
        code: swatch.code,
        pot_id: swatch.potId,
        piece_id: swatch.pieceId,
        note: swatch.note,
        created_at: at,
        updated_at: at,
      })
    },

    async update(id: string, edit: SwatchEdit): Promise<void> {
      await db('swatch')
        .where({ id })
        .update({
          note: edit.note,
          hoped: edit.hoped && JSON.stringify(edit.hoped),
          verdict: edit.verdict,
          verdict_why: edit.verdictWhy,
          attention_min: edit.attentionMin,
        })
    },

    /** Sets one aside with the end of its pot, or brings it back. */
    async setOneAside(id: string, at: string | null): Promise<void> {
      await db('swatch').where({ id }).update({ set_aside_at: at }).increment('rev', 1)
    },

    /**
     * Drops what waited, unread, for a pot whose lighting is taken back, or for one piece of it
     * alone: no piece was ever in it.
     *
     * @returns the code of one that cannot go, since it was read once; null: all are gone
     */
    async dropUnread(potId: string, pieceId?: string): Promise<string | null> {
      const read = db('reading').whereNotNull('swatch_id').select('swatch_id')
      const waiting = () =>
        db<SwatchRow>('swatch').where({ pot_id: potId, ...(pieceId && { piece_id: pieceId }) })
      const kept = await waiting().whereIn('id', read).first('code')
      if (kept) return kept.code
      await waiting().delete()
      return null
    },

    /** Sets all swatches of a pot aside with it, or brings them back. */
    async setAsideWithPot(potId: string, at: string | null): Promise<void> {
      await db('swatch').where({ pot_id: potId }).update({ set_aside_at: at }).increment('rev', 1)
    },
  }
}
