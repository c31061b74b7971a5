import type { Knex } from 'knex'
import { pickingRate } from '../../../core/harvest/picking-rate'
import type { Source } from '../../../shared/schemas/walk/source'
import type { AtlasRow, AtlasSource } from '../../../shared/views/strength/atlas'
import { allTimedPickings } from '../../repositories/gatherings'
import { toAtlasRow } from './atlas-row'
import { usualDryFraction, type Candidate } from './curve-candidates'
import type { CurvesService } from './curves'

/** A source in the atlas: what it is, and all its curves in short. */
export interface AtlasEntry {
  source: AtlasSource
  rows: AtlasRow[]
}

/** Reads and computes that somewhere: in a thread of its own, or at once. @throws NotFound */
export type ComputeAtlasEntry = (sourceId: string) => Promise<AtlasEntry>

export const atlasEntryOf =
  (db: Knex, curves: Pick<CurvesService, 'withCandidates'>): ComputeAtlasEntry =>
  async (sourceId) => {
    const { source, candidates, views } = await curves.withCandidates(sourceId)
    return { source: await toAtlasSource(db, source, candidates), rows: views.map(toAtlasRow) }
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
