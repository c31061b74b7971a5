import { median } from 'd3-array'
import type { Knex } from 'knex'
import type { CurveAnswer, CurveJob } from '../../../core/strength/curve-job'
import { triedOf } from '../../../core/strength/outside-tried'
import type { DepthRatio } from '../../../shared/views/walk/walk'
import type { CurveView } from '../../../shared/views/strength/curve'
import type { Source } from '../../../shared/schemas/walk/source'
import { giveWay } from '../../database/give-way'
import { readSettings } from '../log/settings'
import { sourceRepository } from '../../repositories/sources'
import { curveJobsOf, type WantedCurve } from './curve-jobs'
import type { ComputeCurves } from './curve-pool'
import { usualCurve, usualKeyOf } from './usual-curve'
import type { DyedHow } from '../../../shared/rules/strength/condition'
import { present } from '../../../core/present'

/** Fewer swatches give no ratio to plan a walk by. */
const LEAST_FOR_USUAL = 3

/** Curves of the log with their intervals: gathered here, computed by workers. */
export const curvesService = (db: Knex, compute: ComputeCurves) => {
  /** What is enough is as the dyer has set it. */
  async function computed(jobs: readonly CurveJob[]): Promise<CurveAnswer[]> {
    const { enoughPercent } = await readSettings(db)
    return compute(jobs.map((job) => ({ ...job, enoughGain: enoughPercent / 100 })))
  }

  async function viewsOf(wanted: readonly WantedCurve[]): Promise<CurveView[]> {
    const answers = await computed(wanted.map(({ job }) => job))
    return wanted.map(({ head }, i) => ({ ...head, answer: answers[i]! }))
  }

  async function withCandidates(sourceId: string) {
    const { source, candidates, jobs } = await curveJobsOf(db, sourceId)
    return { source, candidates, views: await viewsOf(jobs) }
  }

  return {
    /** The curves of a source, most swatches first, and all that they were made of. */
    withCandidates,

    /** A source's curves as they are computed, with all that they are made of. */
    jobsOf: (sourceId: string) => curveJobsOf(db, sourceId),

    /** What is usual for a source's kind: for one that nobody has dyed with yet. */
    async usual(source: Source): Promise<CurveView> {
      const { head, job } = usualCurve(source)
      const [answer] = await computed([job])
      return { ...head, answer: present(answer) }
    },

    /** The dry ratio this dyer usually takes of a source, by its swatches; null while there are few. */
    async usualRatioOf(sourceId: string): Promise<{ ratioDry: number; n: number } | null> {
      const [wanted] = (await curveJobsOf(db, sourceId)).jobs
      if (!wanted || wanted.job.swatches.length < LEAST_FOR_USUAL) return null
      const ratios = wanted.job.swatches.map((swatch) => swatch.ratioDry)
      return { ratioDry: present(median(ratios)), n: ratios.length }
    },

    /** For each depth the dry ratio that reaches it eight times in ten, by the curve with most swatches. */
    async depthRatiosOf(sourceId: string): Promise<DepthRatio[]> {
      const { source, views } = await withCandidates(sourceId)
      const { answer } = views[0] ?? (await this.usual(source))
      const { n, forDepth } = answer
      const tried = triedOf(answer.points)
      return forDepth.map(({ depth, p80 }) => ({ depth, ratioDry: p80, n, tried }))
    },

    /**
     * For each depth the dry ratio that reaches it eight times in ten, by the curve of that very fibre
     * and mordant as the source is usually dyed; empty where none has a swatch.
     */
    async depthRatiosOn(
      sourceId: string,
      { fibre, mordants }: Pick<DyedHow, 'fibre' | 'mordants'>,
    ): Promise<DepthRatio[]> {
      const { source, views } = await withCandidates(sourceId)
      const key = usualKeyOf(source, { fibre, mordants })
      const view = views.find((each) => each.key === key)
      if (!view || view.answer.n === 0) return []
      const { n, forDepth, points } = view.answer
      return forDepth.map(({ depth, p80 }) => ({ depth, ratioDry: p80, n, tried: triedOf(points) }))
    },

    /** A source's curves as they were known by the end of a local date: of what was dyed until then alone. */
    async asOf(sourceId: string, until: string): Promise<CurveView[]> {
      return viewsOf((await curveJobsOf(db, sourceId, until)).jobs)
    },

    /** Of every source, or of one: most swatches first within a source. */
    async all({ sourceId }: { sourceId?: string } = {}): Promise<CurveView[]> {
      if (sourceId) return (await withCandidates(sourceId)).views
      const heads: WantedCurve['head'][] = []
      const answers: Promise<CurveAnswer[]>[] = []
      for (const id of await sourceRepository(db).dyedIds()) {
        const { jobs } = await curveJobsOf(db, id)
        heads.push(...jobs.map(({ head }) => head))
        answers.push(computed(jobs.map(({ job }) => job)))
        // reading is quick and never waits: without this, other requests would get no turn
        await giveWay()
      }
      const all = (await Promise.all(answers)).flat()
      return heads.map((head, i) => ({ ...head, answer: all[i]! }))
    },
  }
}

export type CurvesService = ReturnType<typeof curvesService>
