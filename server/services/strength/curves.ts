import { setImmediate } from 'node:timers/promises'
import { group, max, median, min } from 'd3-array'
import type { Knex } from 'knex'
import { FIBRES } from '../../../catalogue/fibres'
import type { CurveAnswer, CurveJob, JobSwatch } from '../../../core/strength/curve-job'
import { triedOf } from '../../../core/strength/outside-tried'
import type { SeenSpectrum } from '../../../core/strength/swatch-strength'
import { nearestCurve, type Condition } from '../../../core/strength/near-conditions'
import type { ConditionKey } from '../../../core/strength/posterior/priors'
import type { DepthRatio } from '../../../shared/views/walk/walk'
import type { CurveView } from '../../../shared/views/strength/curve'
import type { Reading } from '../../../shared/schemas/swatch/reading'
import type { Stuff } from '../../../shared/views/strength/stuff'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Source } from '../../../shared/schemas/walk/source'
import { readSettings } from '../log/settings'
import { sourceRepository } from '../../repositories/sources'
import { candidatesOf, conditionOf, groupKey, type Candidate, priorOf } from './curve-candidates'
import type { ComputeCurves } from './curve-pool'
import { notFound } from '../log/failures'
import { usualCurve, usualKeyOf } from './usual-curve'
import type { DyedHow } from '../../../shared/rules/strength/condition'
import { phBandIn } from '../../../shared/rules/strength/stirred-in'
import { bestReading, hasStrength } from '../../../shared/rules/swatch/best-reading'
import { present } from '../../../core/present'

interface Wanted {
  head: Omit<CurveView, 'answer'>
  job: CurveJob
}

/** Fewer swatches give no ratio to plan a walk by. */
const LEAST_FOR_USUAL = 3

/** Curves of the log with their intervals: gathered here, computed by workers. */
export const curvesService = (db: Knex, compute: ComputeCurves) => {
  /** What is enough is as the dyer has set it. */
  async function computed(jobs: readonly CurveJob[]): Promise<CurveAnswer[]> {
    const { enoughPercent } = await readSettings(db)
    return compute(jobs.map((job) => ({ ...job, enoughGain: enoughPercent / 100 })))
  }

  async function withCandidates(sourceId: string) {
    const source = await sourceRepository(db).find(sourceId)
    if (!source) throw notFound('source', sourceId)
    const candidates = await candidatesOf(db, sourceId)
    const wanted = wantedOf(source, candidates)
    const answers = await computed(wanted.map(({ job }) => job))
    const views = wanted.map(({ head }, i): CurveView => ({ ...head, answer: answers[i]! }))
    return { source, candidates, views }
  }

  return {
    /** The curves of a source, most swatches first, and all that they were made of. */
    withCandidates,

    /** A source's curves as they are computed, with all that they are made of. */
    async jobsOf(sourceId: string) {
      const source = await sourceRepository(db).find(sourceId)
      if (!source) throw notFound('source', sourceId)
      const candidates = await candidatesOf(db, sourceId)
      return { source, candidates, jobs: wantedOf(source, candidates) }
    },

    /** What is usual for a source's kind: for one that nobody has dyed with yet. */
    async usual(source: Source): Promise<CurveView> {
      const { head, job } = usualCurve(source)
      const [answer] = await computed([job])
      return { ...head, answer: present(answer) }
    },

    /** The dry ratio this dyer usually takes of a source, by its swatches; null while there are few. */
    async usualRatioOf(sourceId: string): Promise<{ ratioDry: number; n: number } | null> {
      const source = await sourceRepository(db).find(sourceId)
      const wanted = source && wantedOf(source, await candidatesOf(db, sourceId))[0]
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
      const source = await sourceRepository(db).find(sourceId)
      if (!source) throw notFound('source', sourceId)
      const candidates = (await candidatesOf(db, sourceId)).filter(({ pot }) => pot.dyedOn <= until)
      const wanted = wantedOf(source, candidates)
      const answers = await computed(wanted.map(({ job }) => job))
      return wanted.map(({ head }, i): CurveView => ({ ...head, answer: answers[i]! }))
    },

    /** Of every source, or of one: most swatches first within a source. */
    async all({ sourceId }: { sourceId?: string } = {}): Promise<CurveView[]> {
      if (sourceId) return (await withCandidates(sourceId)).views
      const heads: Wanted['head'][] = []
      const answers: Promise<CurveAnswer[]>[] = []
      for (const id of await sourceRepository(db).dyedIds()) {
        const source = present(await sourceRepository(db).find(id))
        const wanted = wantedOf(source, await candidatesOf(db, id))
        heads.push(...wanted.map(({ head }) => head))
        answers.push(computed(wanted.map(({ job }) => job)))
        // reading is quick and never waits: without this, other requests would get no turn
        await setImmediate()
      }
      const all = (await Promise.all(answers)).flat()
      return heads.map((head, i) => ({ ...head, answer: all[i]! }))
    },
  }
}

export type CurvesService = ReturnType<typeof curvesService>

function wantedOf(source: Source, candidates: readonly Candidate[]): Wanted[] {
  const groups = [...group(candidates, groupKey)].map(([key, all]) => {
    const members = all.filter(({ exclusion }) => exclusion === null)
    const excluded = all.filter(
      (each) => each.exclusion !== null && hasStrength(each.reading, each.piece.bare),
    )
    return {
      key,
      members,
      excluded,
      first: all[0]!,
      condition: conditionOf(all[0]!),
      n: members.length,
      job: toJob(source, all[0]!, members, excluded),
    }
  })
  return groups
    .map((each) => toWanted(source, each, nearestCurve(each, groups)))
    .sort((a, b) => b.job.swatches.length - a.job.swatches.length)
}

interface Group {
  key: string
  first: Candidate
  members: Candidate[]
  excluded: Candidate[]
  condition: Condition
  n: number
  job: CurveJob
}

function toWanted(
  source: Source,
  { key, first, members, excluded, condition, job }: Group,
  near: (Group & { differs: ConditionKey[] }) | null,
): Wanted {
  const { piece, pot } = first
  const days = (members.length > 0 ? members : [first]).map((member) => member.pot.dyedOn)
  return {
    head: {
      sourceId: source.id,
      key,
      fibreClass: FIBRES[piece.fibre].class,
      mordant: condition.mordant,
      phBand: phBandIn(pot, piece.id),
      way: pot.way,
      stuff: condition.stuff as Stuff,
      donorCurve: near && { key: near.key, n: near.n, differs: near.differs },
      swatchIds: members.map(({ swatch }) => swatch.id),
      excludedIds: excluded.map(({ swatch }) => swatch.id),
      dyedFrom: present(min(days)),
      dyedTo: present(max(days)),
    },
    job: near
      ? {
          ...job,
          near: { swatches: near.job.swatches, prior: near.job.prior, differs: near.differs },
        }
      : job,
  }
}

function toJob(
  source: Source,
  first: Candidate,
  members: readonly Candidate[],
  excluded: readonly Candidate[],
): CurveJob {
  return {
    swatches: members.map(toJobSwatch),
    excluded: excluded.map((each) => ({
      dyed: seen(each.reading),
      bare: seen(present(each.piece.bare)),
      ofThisCurve: each.exclusion !== 'mixedBath',
      errorDe: each.reading.errorDe,
      ...laterBath(each),
    })),
    prior: priorOf(source, first),
  }
}

/** A swatch of its curve, as the core counts it. */
export const toJobSwatch = (member: Candidate): JobSwatch => ({
  ratioDry: present(member.pot.ratioDry),
  ratioErrorSd: present(member.pot.ratioErrorSd),
  lot: lotOf(member.pot),
  pot: member.pot.id,
  dyed: seen(member.reading),
  bare: seen(present(member.piece.bare)),
  errorDe: member.reading.errorDe,
  bareErrorDe: member.piece.bare?.errorDe ?? null,
  ...otherWay(member),
})

const lotOf = (pot: Pot) => pot.lots.map(({ lotId }) => lotId).join('+')

/** The place of a later bath in its row, where the first one's ratio is known and the plant was one. */
function laterBath({
  pot,
  piece,
  reading,
  firstPot,
}: Candidate): Pick<NonNullable<CurveJob['excluded']>[number], 'later'> {
  const isAlike = piece.potIds.indexOf(pot.id) <= 0 && !reading.wet && reading.lightHours === null
  const sources = new Set(firstPot?.lots.map(({ sourceId }) => sourceId))
  if (!firstPot?.ratioDry || sources.size !== 1 || !isAlike) return {}
  const { bathNumber: bath } = pot
  return {
    later: {
      bath,
      ratioDry: firstPot.ratioDry,
      ratioErrorSd: present(firstPot.ratioErrorSd),
      row: firstPot.id,
      lot: lotOf(firstPot),
    },
  }
}

const seen = ({ reflectance, lab }: Reading): SeenSpectrum => ({ reflectance, lab })

/** A swatch read both by a colour and by a spectrum teaches how far estimates are off. */
function otherWay({ swatch, reading }: Candidate): { alsoAs?: SeenSpectrum } {
  const other = bestReading(
    swatch.readings.filter(
      ({ basis, wet, clipped }) =>
        basis !== reading.basis && wet === reading.wet && clipped.length === 0,
    ),
  )
  return other ? { alsoAs: seen(other) } : {}
}
