import type { Knex } from 'knex'
import { touchedSince } from '../../repositories/touched-sources'

/**
 * Tells of a source the number of the last change that can have touched its curves: views of one
 * source are kept as long as it stays, however much is written of others.
 */
export function sourceVersions(db: Knex): (sourceId: string) => Promise<number> {
  let seen: number | null = null
  /** Of sources that nothing has touched since all were looked at. */
  let base = 0
  const lastOf = new Map<string, number>()
  return async (sourceId) => {
    const { ids, latest } = await touchedSince(db, seen)
    if (ids === null) {
      base = latest
      lastOf.clear()
    } else {
      for (const id of ids) lastOf.set(id, latest)
    }
    // two that asked at once saw the same: the later number stands
    seen = Math.max(seen ?? 0, latest)
    return lastOf.get(sourceId) ?? base
  }
}
