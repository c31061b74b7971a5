import { setImmediate } from 'node:timers/promises'
import { group } from 'd3-array'
import type { Knex } from 'knex'
import { pickingRate } from '../../core/harvest/picking-rate'
import type { AtlasRow, AtlasSource, AtlasView } from '../../shared/atlas-view'
import type { Database } from '../database/open'
import { ofCollections, sinceLastChange } from '../database/since-last-change'
import { curveCache } from '../repositories/curve-cache'
import { sourceRepository } from '../repositories/sources'
import { ATLAS_VERSION, toAtlasRow } from './atlas-row'
import { dyedSources, type CurvesService } from './curves'
import { touchedSince } from './touched-sources'

/**
 * All curves in short. Kept from start to start; what a change touches is reckoned anew in the
 * background, source by source, while the page shows what stood before and says so.
 */
export const atlasService = (database: Database, curves: CurvesService) => {
  const db = database.read
  const cache = curveCache(database.write)
  let rows: Map<string, AtlasRow[]> | null = null
  let seen = ''
  const stale = new Set<string>()
  let work: Promise<void> | null = null

  async function opened(): Promise<Map<string, AtlasRow[]>> {
    if (rows) return rows
    const kept = await cache.load<AtlasRow>(ATLAS_VERSION)
    // two requests at once may both have loaded: the first one's stands
    rows ??= kept.bySource
    seen = kept.asOf
    return rows
  }

  /** Looks what was written since, and sets to work on what it touches. */
  async function catchUp(): Promise<void> {
    const { ids, latest } = await touchedSince(db, seen)
    for (const id of ids ?? (await dyedSources(db)).map((source) => source.id)) stale.add(id)
    if (latest === seen && stale.size === 0) return
    seen = latest
    work ??= reckonStale().finally(() => (work = null))
    // a failure is told by what stays pending; the next look tries again
    work.catch(() => undefined)
  }

  async function reckonStale(): Promise<void> {
    for (let id = first(stale); id; id = first(stale)) {
      const asOf = seen
      // taken off first: a change while it is reckoned puts it back
      stale.delete(id)
      try {
        const { views } = await curves.withCandidates(id)
        const made = views.map(toAtlasRow)
        rows!.set(id, made)
        await cache.keep(id, ATLAS_VERSION, asOf, made)
      } catch (error) {
        stale.add(id)
        throw error
      }
      await setImmediate()
    }
    await cache.keepWhole(ATLAS_VERSION, seen)
  }

  const sources = sinceLastChange(
    db,
    () => sourcesOf(db),
    ofCollections('sources', 'lots', 'pots', 'swatches'),
  )

  return {
    async view(): Promise<AtlasView> {
      const all = await opened()
      await catchUp()
      return {
        sources: await sources(null),
        rows: [...all.values()].flat(),
        pending: stale.size + (work ? 1 : 0),
      }
    },

    /** Resolves when nothing is left to reckon: for tests and benches. */
    async settled(): Promise<void> {
      await opened()
      await catchUp()
      while (work) await work
    },
  }
}

export type AtlasService = ReturnType<typeof atlasService>

const first = (set: Set<string>): string | undefined => set.values().next().value

/** Sources that were dyed with, with what is known beside their curves. */
async function sourcesOf(db: Knex): Promise<AtlasSource[]> {
  const ids = (await dyedSources(db)).map(({ id }) => id)
  const found = await sourceRepository(db).findMany(ids)
  const timed = (await db('lot')
    .whereNotNull('minutes')
    .where('minutes', '>', 0)
    .where('net_g', '>', 0)
    .whereNull('set_aside_at')
    .select('source_id as sourceId', 'net_g as massG', 'minutes')) as {
    sourceId: string
    massG: number
    minutes: number
  }[]
  const walks = group(timed, ({ sourceId }) => sourceId)
  const fractions = (await db('lot_movement as used')
    .join('lot', 'lot.id', 'used.lot_id')
    .where('used.kind', 'used')
    .groupBy('lot.source_id', 'used.state')
    .select('lot.source_id as sourceId', 'used.state as state')
    .avg('used.dry_fraction as dryFraction')) as {
    sourceId: string
    state: string
    dryFraction: number
  }[]
  return found.map((source) => {
    const { id, code, commonName, scientificName, part, group: kind, fastness } = source
    const rate = pickingRate(walks.get(id) ?? [])
    const { usualRatioState } = source
    const weighed = fractions.find((row) => row.sourceId === id && row.state === usualRatioState)
    return {
      ...{ sourceId: id, code, commonName, scientificName, part, group: kind, fastness },
      usualRatioState,
      usualDryFraction:
        weighed?.dryFraction ?? (usualRatioState === 'dried' ? 1 : source.dryFraction),
      ...{ gramsPerHour: rate?.gramsPerHour ?? null, walks: rate?.n ?? 0 },
    }
  })
}
