import { group, max, min } from 'd3-array'
import type { Knex } from 'knex'
import { FIBRES } from '../../../catalogue/fibres'
import type { CurveJob, JobSwatch } from '../../../core/strength/curve-job'
import type { SeenSpectrum } from '../../../core/strength/swatch-strength'
import { nearestCurve, type Condition } from '../../../core/strength/near-conditions'
import type { ConditionKey } from '../../../core/strength/posterior/priors'
import type { CurveView } from '../../../shared/views/strength/curve'
import type { Reading } from '../../../shared/schemas/swatch/reading'
import type { Stuff } from '../../../shared/views/strength/stuff'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Source } from '../../../shared/schemas/walk/source'
import { sourceRepository } from '../../repositories/sources'
import { candidatesOf, conditionOf, groupKey, type Candidate, priorOf } from './curve-candidates'
import { notFound } from '../log/failures'
import { phBandIn } from '../../../shared/rules/strength/stirred-in'
import { bestReading, hasStrength } from '../../../shared/rules/swatch/best-reading'
import { present } from '../../../core/present'

/** A curve that is to be computed: what it is of, and what it is computed from. */
export interface WantedCurve {
  head: Omit<CurveView, 'answer'>
  job: CurveJob
}

/**
 * The curves of a source as they are to be computed, most swatches first, and all they are made of.
 *
 * @param until the last local date of pots that count; all of them where none is told
 * @throws NotFound
 */
export async function curveJobsOf(
  db: Knex,
  sourceId: string,
  until?: string,
): Promise<{ source: Source; candidates: Candidate[]; jobs: WantedCurve[] }> {
  const source = await sourceRepository(db).find(sourceId)
  if (!source) throw notFound('source', sourceId)
  const all = await candidatesOf(db, sourceId)
  const candidates = until === undefined ? all : all.filter(({ pot }) => pot.dyedOn <= until)
  return { source, candidates, jobs: wantedOf(source, candidates) }
}

function wantedOf(source: Source, candidates: readonly Candidate[]): WantedCurve[] {
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
): WantedCurve {
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
