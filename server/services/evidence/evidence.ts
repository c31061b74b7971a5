import { rollup, sum } from 'd3-array'
import type { Knex } from 'knex'
import { pooledEvidence } from '../../../core/evidence/log-evidence'
import { LEAST_REPEATS, pooledRepeats, type Repeats } from '../../../core/evidence/repeat-spread'
import { judgedPair } from '../../../core/evidence/judged-pair'
import type { Spoilt } from '../../../core/evidence/spoilt'
import type {
  EvidenceQuery,
  SpoiltQuery,
  TwoQuery,
} from '../../../shared/schemas/evidence/evidence'
import type { EvidenceView, SpoiltView, TwoView } from '../../../shared/views/evidence/evidence'
import { sinceLastChange } from '../../database/since-last-change'
import { sourceRepository } from '../../repositories/sources'
import type { RunTask } from '../../workers/task-pool'
import type { CurvesService } from '../strength/curves'
import type { EvidenceOut } from './evidence-out'
import { keptEvidence } from './kept-evidence'
import { swatchesOf, vesselMaterials, type LogSwatch } from './log-swatches'
import { readSwatch } from './read-swatch'

/** Sources whose evidence is kept beside that of the whole log. */
const KEPT_VIEWS = 8

/** What made the difference: everything that was dyed, held against each other. */
export const evidenceService = (db: Knex, run: RunTask, curves: Pick<CurvesService, 'all'>) => {
  const kept = keptEvidence(db, run, curves)

  async function viewOf({ sourceId, ratios = 'alike' }: EvidenceQuery): Promise<EvidenceView> {
    const sources = (await kept.of(sourceId, ratios)).filter(
      ({ evidence, faint }) => evidence.read + faint > 0,
    )
    const evidence = pooledEvidence(sources.map((source) => source.evidence))
    const shown = new Set([
      ...evidence.effects.flatMap((effect) => effect.shown.flatMap(({ from, to }) => [from, to])),
      ...evidence.almost.flatMap(({ bathLike, pieceLike }) => [bathLike, pieceLike]),
    ])
    return {
      ...evidence,
      faint: sum(sources, ({ faint }) => faint),
      looks: sources.flatMap(({ looks }) => looks).filter(({ id }) => shown.has(id)),
      sourceNames: Object.fromEntries(
        sources.flatMap(({ id, name, evidence: { read } }) => (read > 0 ? [[id, name]] : [])),
      ),
      ratios,
      withoutCurve:
        ratios === 'any' ? sources.filter(({ isAtOneRatio }) => !isAtOneRatio).length : 0,
    }
  }

  /** @yields the swatches of one source after another: a whole log is more than memory should hold */
  async function* bySource(sourceId?: string): AsyncGenerator<LogSwatch[]> {
    const materialOf = await vesselMaterials(db)
    const ids = sourceId ? [sourceId] : await sourceRepository(db).dyedIds()
    for (const id of ids) yield (await swatchesOf(db, id, materialOf)).items
  }

  /** How recipes of a source, or of the whole log, differ when they are made again. */
  const repeats = async (sourceId?: string): Promise<Repeats> =>
    pooledRepeats((await kept.of(sourceId, 'alike')).map(({ evidence }) => evidence.repeats))

  return {
    repeats,

    /** Effects of all that was changed, and how recipes made again differ; kept while the log is as it was. */
    view: sinceLastChange(db, viewOf, undefined, KEPT_VIEWS),

    /** The same of the whole log, with the swatches that stand for something: for files. */
    async whole(): Promise<EvidenceOut> {
      const view = await viewOf({})
      const shown = new Set(view.looks.map(({ id }) => id))
      const swatches: LogSwatch[] = []
      for await (const items of bySource()) {
        swatches.push(...items.filter(({ look }) => shown.has(look.id)))
      }
      return { view, swatches }
    },

    /** Any two swatches, and what nobody knows of them. @throws Refusal for one that cannot be compared */
    async two({ a, b }: TwoQuery): Promise<TwoView> {
      const materialOf = await vesselMaterials(db)
      const [left, right] = [
        await readSwatch(db, 'a', a, materialOf),
        await readSwatch(db, 'b', b, materialOf),
      ]
      const isOneSource = left.swatch.source === right.swatch.source
      const own = isOneSource ? await repeats(left.swatch.source) : null
      // of two sources, or of one that was hardly made again, the whole log tells how far luck goes
      const told = own && own.withinLot.df >= LEAST_REPEATS ? own : await repeats()
      const judged = judgedPair(left.swatch, right.swatch, told)
      return {
        a: left.look,
        b: right.look,
        judged,
        values: [...judged.differs, ...judged.unknown].map((factor) => ({
          factor,
          a: left.swatch.factors[factor] ?? null,
          b: right.swatch.factors[factor] ?? null,
        })),
      }
    },

    /** Why pairs of a factor prove nothing. */
    spoilt: sinceLastChange(
      db,
      async ({ sourceId, factor }: SpoiltQuery): Promise<SpoiltView> => {
        const found: Spoilt[] = []
        for await (const items of bySource(sourceId)) {
          const swatches = items.map(({ swatch }) => swatch)
          found.push(...(await run('spoilt', { swatches, factor })))
        }
        return { items: addedUp(found) }
      },
      undefined,
      KEPT_VIEWS,
    ),
  }
}

/** What spoils pairs over several sources, most pairs first. */
const addedUp = (found: readonly Spoilt[]): Spoilt[] =>
  [
    ...rollup(
      found,
      (of): Omit<Spoilt, 'by'> => ({
        differed: sum(of, ({ differed }) => differed),
        unknown: sum(of, ({ unknown }) => unknown),
        isCut: of.some(({ isCut }) => isCut),
      }),
      ({ by }) => by,
    ),
  ]
    .map(([by, counts]) => ({ by, ...counts }))
    .sort((a, b) => b.differed + b.unknown - a.differed - a.unknown)
