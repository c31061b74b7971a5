import type { Knex } from 'knex'
import { parseJson } from '../../core/json'

/** The row that says up to which change all of them stand. */
const ALL = '*'

interface CacheRow {
  source_id: string
  version: number
  as_of: number
  entry: string
}

/** What was computed of each source's curves: never truth, and thrown away at any time. */
export const curveCache = (db: Knex) => ({
  /** All that is kept of a version; `asOf` is null where it is not whole. */
  async load<T>(version: number): Promise<{ asOf: number | null; bySource: Map<string, T> }> {
    const kept = await db<CacheRow>('curve_cache').where({ version })
    const asOf = kept.find(({ source_id: id }) => id === ALL)?.as_of ?? null
    const bySource = kept
      .filter(({ source_id: id }) => id !== ALL)
      .map((row): [string, T] => [row.source_id, parseJson<T>(row.entry)])
    return { asOf, bySource: new Map(bySource) }
  },

  /**
   * Keeps entries by their sources, all or none: each writing waits for the disk.
   *
   * @param asOf number of the last change that all of them hold; null: that is not so yet
   */
  async keep(
    version: number,
    {
      kept,
      gone,
      asOf,
    }: { kept: ReadonlyMap<string, unknown>; gone: readonly string[]; asOf: number | null },
  ): Promise<void> {
    const rows = [...kept].map(([id, entry]) => toRow(id, version, entry))
    if (asOf !== null) rows.push({ ...toRow(ALL, version, null), as_of: asOf })
    await db.transaction(async (trx) => {
      await trx('curve_cache').whereIn('source_id', gone).delete()
      for (const row of rows) {
        await trx('curve_cache').insert(row).onConflict('source_id').merge()
      }
    })
  },
})

const toRow = (sourceId: string, version: number, entry: unknown): CacheRow => ({
  source_id: sourceId,
  version,
  as_of: 0,
  entry: JSON.stringify(entry),
})
