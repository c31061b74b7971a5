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

  async keep(sourceId: string, version: number, asOf: number, entry: unknown): Promise<void> {
    await db('curve_cache')
      .insert({ source_id: sourceId, version, as_of: asOf, entry: JSON.stringify(entry) })
      .onConflict('source_id')
      .merge()
  },

  async drop(sourceId: string): Promise<void> {
    await db('curve_cache').where({ source_id: sourceId }).delete()
  },

  /** Notes that all kept entries hold everything written up to a change. */
  async keepWhole(version: number, asOf: number): Promise<void> {
    await this.keep(ALL, version, asOf, null)
  },
})
