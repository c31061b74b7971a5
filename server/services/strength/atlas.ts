import { availableParallelism } from 'node:os'
import type { AtlasView } from '../../../shared/views/strength/atlas'
import type { Database } from '../../database/open'
import { giveWay } from '../../database/give-way'
import { curveCache } from '../../repositories/curve-cache'
import type { AtlasEntry, ComputeAtlasEntry } from './atlas-entry'
import { ATLAS_VERSION } from './atlas-row'
import { touchedSince } from '../../repositories/touched-sources'
import { readSettings } from '../log/settings'
import { sourceRepository } from '../../repositories/sources'
import { present } from '../../../core/present'

/** Sources under way at once: threads beyond these would take memory from what the log is open for. */
export const MOST_AT_ONCE = Math.min(4, Math.max(2, availableParallelism()))

/** So many are written in one go. */
const KEPT_AT_ONCE = 20

/**
 * All curves in short. Kept from start to start; what a change touches is computed anew in the
 * background, source by source, while the page shows what stood before and says so.
 */
export const atlasService = (database: Database, entryOf: ComputeAtlasEntry) => {
  const db = database.read
  const cache = curveCache(database.write)
  let entries: Map<string, AtlasEntry> | null = null
  /** Of what comes out, and of what is called enough. */
  let version = 0
  /** Number of the last entry of the change log that was looked at; null: none ever was. */
  let seen: number | null = null
  const stale = new Set<string>()
  const underWay = new Set<string>()
  /** Computed, and not written yet: a crash costs no more than computing them again. */
  const made = new Map<string, AtlasEntry | null>()
  let work: Promise<void> | null = null

  async function opened(): Promise<Map<string, AtlasEntry>> {
    const { enoughPercent } = await readSettings(db)
    const now = ATLAS_VERSION * 100 + enoughPercent
    if (entries && now === version) return entries
    const kept = await cache.load<AtlasEntry>(now)
    // two requests at once may both have loaded: the first one's stands
    if (!entries || now !== version) {
      ;[entries, seen, version] = [kept.bySource, kept.asOf, now]
      made.clear()
    }
    return entries
  }

  /** Looks what was written since, and sets to work on what it touches. */
  async function catchUp(): Promise<void> {
    const { ids, latest } = await touchedSince(db, seen)
    for (const id of ids ?? (await sourceRepository(db).dyedIds())) stale.add(id)
    if (latest === seen && stale.size === 0) return
    seen = latest
    work ??= recomputeStale().finally(() => (work = null))
    // a failure is told by what stays pending; the next look tries again
    work.catch(() => undefined)
  }

  async function recomputeStale(): Promise<void> {
    const lanes = await Promise.allSettled(Array.from({ length: MOST_AT_ONCE }, recomputeSome))
    const failed = lanes.find(({ status }) => status === 'rejected')
    if (failed) throw (failed as PromiseRejectedResult).reason
    if (stale.size > 0) return recomputeStale()
    await keepMade(present(seen))
  }

  /** @param asOf number of the change up to which all is made; null: there is more to come */
  async function keepMade(asOf: number | null): Promise<void> {
    const batch = [...made]
    await cache.keep(version, {
      kept: new Map(batch.filter(([, entry]) => entry !== null)),
      gone: batch.flatMap(([id, entry]) => (entry === null ? id : [])),
      asOf,
    })
    // only now: where the disk refused, they are written with the next
    for (const [id, entry] of batch) if (made.get(id) === entry) made.delete(id)
  }

  async function recomputeSome(): Promise<void> {
    // one that is under way is not begun again beside itself: the older answer might come last
    const next = () => [...stale].find((id) => !underWay.has(id))
    for (let id = next(); id; id = next()) {
      // taken off first: a change while it is computed puts it back
      stale.delete(id)
      underWay.add(id)
      try {
        const entry = await entryOf(id)
        const isThere = entry.rows.length > 0
        if (isThere) present(entries).set(id, entry)
        else present(entries).delete(id)
        made.set(id, isThere ? entry : null)
        if (made.size >= KEPT_AT_ONCE) await keepMade(null)
      } catch (error) {
        stale.add(id)
        throw error
      } finally {
        underWay.delete(id)
      }
      await giveWay()
    }
  }

  return {
    async view(): Promise<AtlasView> {
      const all = [...(await opened()).values()]
      await catchUp()
      return {
        sources: all.map(({ source }) => source),
        rows: all.flatMap(({ rows }) => rows),
        pending: stale.size + Math.max(underWay.size, work ? 1 : 0),
      }
    },

    /** Resolves when nothing is left to compute: for tests and benches. */
    async settled(): Promise<void> {
      await opened()
      await catchUp()
      while (work) await work
    },
  }
}

export type AtlasService = ReturnType<typeof atlasService>
