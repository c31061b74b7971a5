import type { Knex } from 'knex'
import { foretelling, type ForetoldSwatch } from '../../../core/match/foretold'
import { pooledResiduals } from '../../../core/match/hue-spread'
import { overdyeUptake } from '../../../core/match/overdye-uptake'
import { present } from '../../../core/present'
import type { CurveJob } from '../../../core/strength/curve-job'
import type { AtlasSource } from '../../../shared/views/strength/atlas'
import type { MatchCurve, MatchView } from '../../../shared/views/match/match'
import { giveWay } from '../../database/give-way'
import { sourceRepository } from '../../repositories/sources'
import { touchedSince } from '../../repositories/touched-sources'
import type { ComputeMatch } from '../../workers/match-jobs'
import { toAtlasSource } from '../strength/atlas-entry'
import type { CurvesService } from '../strength/curves'
import { overdyedOf, overdyedSwatches, type DyedInTurn } from './overdyed'

/** What is kept of one source. */
interface Kept {
  source: AtlasSource
  curves: MatchCurve[]
  jobs: CurveJob[]
  inTurn: DyedInTurn
  /** null: not yet looked at. */
  foretold: ForetoldSwatch[] | null
}

/**
 * What colours are matched from: the dyes of all curves, kept in memory until something is written
 * that touches their source, and computed anew in the background meanwhile.
 */
export const matchService = (
  db: Knex,
  curves: Pick<CurvesService, 'jobsOf'>,
  compute: ComputeMatch,
) => {
  const kept = new Map<string, Kept>()
  const stale = new Set<string>()
  /** The source that is being computed anew. */
  let inHand: string | null = null
  /** Number of the last entry of the change log that was looked at; null: none ever was. */
  let seen: number | null = null
  let work: Promise<void> | null = null

  async function catchUp(): Promise<void> {
    const { ids, latest } = await touchedSince(db, seen)
    for (const id of ids ?? (await sourceRepository(db).dyedIds())) stale.add(id)
    seen = Math.max(seen ?? 0, latest)
    if (stale.size > 0 || unforetold()) work ??= recompute().finally(() => (work = null))
    // a failure is told by what stays pending; the next look tries again
    work?.catch(() => undefined)
  }

  const unforetold = () => [...kept].find(([, { foretold }]) => foretold === null)

  async function recompute(): Promise<void> {
    for (let id = first(stale); id; id = first(stale)) {
      // taken off first: a change while it is computed puts it back
      stale.delete(id)
      inHand = id
      try {
        await recomputeSource(id)
      } catch (error) {
        stale.add(id)
        throw error
      } finally {
        inHand = null
      }
      await giveWay()
    }
    // how well that foretells the log's own swatches comes after all, and is waited for by nobody
    for (let next = unforetold(); next; next = unforetold()) {
      const [id, of] = next
      const foretold = await foretoldOf(id, of)
      if (kept.get(id) === of) of.foretold = foretold
      if (stale.size > 0) return recompute()
    }
  }

  async function recomputeSource(id: string): Promise<void> {
    const { source, candidates, jobs } = await curves.jobsOf(id)
    const answers = await compute(
      jobs.map(({ head: { key }, job }) => ({ ask: 'dyes' as const, id: `${id}|${key}`, job })),
    )
    const found = jobs.flatMap(({ head, job }, i) => {
      const { dyes } = answers[i] as Extract<(typeof answers)[number], { dyes: unknown }>
      return dyes.length > 0 ? [{ curve: { ...curveOf(head, job), dyes }, job }] : []
    })
    if (found.length === 0) return void kept.delete(id)
    kept.set(id, {
      source: await toAtlasSource(db, source, candidates),
      curves: found.map(({ curve }) => curve),
      jobs: found.map(({ job }) => job),
      inTurn: overdyedOf(id, candidates),
      foretold: null,
    })
  }

  async function foretoldOf(id: string, { jobs }: Kept): Promise<ForetoldSwatch[]> {
    const others = pooledResiduals(
      [...kept].flatMap(([other, { curves: of }]) =>
        other === id ? [] : of.map(({ dyes }) => present(dyes[0]).hue),
      ),
    )
    const answers = await compute(
      jobs.map((job) => ({ ask: 'foretold' as const, job, others: [others] })),
    )
    return answers.flatMap((answer) => ('foretold' in answer ? answer.foretold : []))
  }

  return {
    async view(): Promise<MatchView> {
      await catchUp()
      const all = [...kept.values()]
      const told = all.map(({ foretold }) => foretold)
      const dyes = new Map(
        all.flatMap((of) =>
          of.curves.map((curve) => [present(curve.dyes[0]).id, present(curve.dyes[0])]),
        ),
      )
      return {
        sources: all.map(({ source }) => source),
        curves: all.flatMap((of) => of.curves),
        uptake: overdyeUptake(
          overdyedSwatches(
            all.map(({ inTurn }) => inTurn),
            dyes,
          ),
        ),
        foretelling:
          stale.size > 0 || inHand !== null || told.includes(null)
            ? null
            : foretelling(told.flatMap((some) => some ?? [])),
        pending: stale.size + (inHand === null ? 0 : 1),
      }
    },

    /** Resolves when nothing is left to compute: for tests and benches. */
    async settled(): Promise<void> {
      await catchUp()
      while (work) await work
    },
  }
}

const first = (set: Set<string>): string | undefined => set.values().next().value

type Wanted = Awaited<ReturnType<CurvesService['jobsOf']>>['jobs'][number]

const curveOf = (
  { sourceId, key, fibreClass, mordant, phBand, way, stuff }: Wanted['head'],
  { swatches }: CurveJob,
): Omit<MatchCurve, 'dyes'> => ({
  sourceId,
  key,
  fibreClass,
  mordant,
  phBand,
  way,
  stuff,
  n: swatches.length,
  lots: new Set(swatches.map(({ lot }) => lot)).size,
  estimated: swatches.filter(({ dyed }) => dyed.reflectance === null).length,
})
