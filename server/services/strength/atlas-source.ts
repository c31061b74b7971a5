import type { Knex } from 'knex'
import { pickingRate } from '../../../core/harvest/picking-rate'
import type { Source } from '../../../shared/schemas/walk/source'
import type { AtlasSource } from '../../../shared/views/strength/atlas'
import { allTimedPickings } from '../../repositories/gatherings'
import { usualDryFraction, type Candidate } from './curve-candidates'
import { curveJobsOf, type WantedCurve } from './curve-jobs'

/** What the atlas makes its rows of one source from: all that is read of the log for them. */
export interface AtlasMaterial {
  source: AtlasSource
  wanted: WantedCurve[]
}

/** Reads that somewhere: in a thread of its own, or at once. @throws NotFound */
export type ReadAtlasMaterial = (sourceId: string) => Promise<AtlasMaterial>

/** Reads it in the calling thread. */
export const atlasMaterialOf =
  (db: Knex): ReadAtlasMaterial =>
  async (sourceId) => {
    const { source, candidates, jobs } = await curveJobsOf(db, sourceId)
    return { source: await toAtlasSource(db, source, candidates), wanted: jobs }
  }

/** What a source is, beside its curves. */
export async function toAtlasSource(
  db: Knex,
  source: Source,
  candidates: readonly Candidate[],
): Promise<AtlasSource> {
  const { id, code, commonName, scientificName, part, group, fastness, usualRatioState } = source
  const rate = pickingRate(await allTimedPickings(db, id))
  return {
    sourceId: id,
    code,
    commonName,
    scientificName,
    part,
    group,
    fastness,
    usualRatioState,
    usualDryFraction: usualDryFraction(source, candidates),
    gramsPerHour: rate?.gramsPerHour ?? null,
    walks: rate?.n ?? 0,
  }
}
