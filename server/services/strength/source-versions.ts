import type { Knex } from 'knex'
import { touchedSince } from '../../repositories/touched-sources'

export interface SourceVersions {
  /** Number of the last change that can have touched the curves of a source. */
  of: (sourceId: string) => Promise<number>
  /** The same of any source's. */
  ofAny: () => Promise<number>
}

/**
 * Tells when curves were last touched: views of one source are kept as long as its number stays,
 * however much is written of others.
 */
export function sourceVersions(db: Knex): SourceVersions {
  let seen: number | null = null
  /** Of sources that nothing has touched since all were meant. */
  let base = 0
  let latestOfAny = 0
  const lastOf = new Map<string, number>()

  async function catchUp(): Promise<void> {
    const { ids, latest } = await touchedSince(db, seen)
    // of two that asked at once the earlier may answer later: numbers never go back
    if (ids === null) base = Math.max(base, latest)
    for (const id of ids ?? []) lastOf.set(id, Math.max(lastOf.get(id) ?? 0, latest))
    if (ids === null || ids.size > 0) latestOfAny = Math.max(latestOfAny, latest)
    seen = Math.max(seen ?? 0, latest)
  }

  return {
    async of(sourceId) {
      await catchUp()
      return Math.max(lastOf.get(sourceId) ?? 0, base)
    },
    async ofAny() {
      await catchUp()
      return latestOfAny
    },
  }
}
