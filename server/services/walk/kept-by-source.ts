import type { Knex } from 'knex'
import { sourcesOfChangedLots } from '../../repositories/touched-sources'

/**
 * Keeps something that is computed of each source's lots. While nothing but lots is written, as on a
 * walk, only their sources are computed anew; after any other change, all are.
 *
 * @param load of some sources, or of all; one that has nothing is not in the answer
 */
export function keptBySource<Value>(
  db: Knex,
  load: (sourceIds: readonly string[] | null) => Promise<ReadonlyMap<string, Value>>,
): () => Promise<ReadonlyMap<string, Value>> {
  let seen: number | null = null
  let kept: ReadonlyMap<string, Value> = new Map()
  return async () => {
    const { ids, latest } = await sourcesOfChangedLots(db, seen)
    if (ids !== null && ids.length === 0) return kept
    const loaded = await load(ids)
    const next = ids === null ? new Map(loaded) : new Map(kept)
    for (const id of ids ?? []) {
      const value = loaded.get(id)
      if (value === undefined) next.delete(id)
      else next.set(id, value)
    }
    // an answer that was asked for earlier, and came later, is not kept over a newer one
    if (latest >= (seen ?? 0)) {
      kept = next
      seen = latest
    }
    return next
  }
}
