import { group } from 'd3-array'
import type { Knex } from 'knex'
import { FIBRES } from '../../../catalogue/fibres'
import { depthOf } from '../../../core/colour/depth'
import type { CurveView } from '../../../shared/views/strength/curve'
import type { LotFacts } from '../../../shared/views/strength/dyed-lot'
import type {
  OtherLog,
  SourceWithSwatches,
  StrengthGroup,
  StrengthPointView,
  StrengthView,
} from '../../../shared/views/strength/strength'
import { coatsOf } from '../../../shared/rules/pot/dips'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Stuff } from '../../../shared/views/strength/stuff'
import { lotRepository } from '../../repositories/lots'
import { sinceLastChange } from '../../database/since-last-change'
import { readSettings } from '../log/settings'
import { conditionOf, groupKey, usualDryFraction, type Candidate } from './curve-candidates'
import type { CurvesService } from './curves'
import { fromLogOf } from '../../../shared/rules/pot/from-log'
import { phBandIn } from '../../../shared/rules/strength/stirred-in'
import { pieceInWords } from '../../../shared/words/swatch/piece-in-words'
import { treatedHow } from './member-words'
import { sourcesWithSwatches } from '../../repositories/swatch-counts'
import { patchRepository } from '../../repositories/patches'
import type { SourceVersions } from './source-versions'
import { present } from '../../../core/present'

/** Views are asked for again and again while a ratio is thought about; few sources at a time. */
const KEPT_VIEWS = 12

export const strengthService = (db: Knex, curves: CurvesService, versions: SourceVersions) => ({
  /** Sources of which something was dyed, most swatches first. */
  async sources(): Promise<SourceWithSwatches[]> {
    return sourcesWithSwatches(db)
  },

  /** Lots of a source that something was dyed with, oldest first. */
  async lotsOf(sourceId: string): Promise<LotFacts[]> {
    const lots = await lotRepository(db).findMany(await lotRepository(db).usedIds(sourceId))
    const nameOf = await patchRepository(db).names()
    return lots
      .map(
        ({
          id,
          code,
          gatheredOn,
          gatheredWithinDays,
          stage,
          patchId,
          state,
          dryFraction,
          leftG,
        }) => ({
          lotId: id,
          code,
          gatheredOn,
          gatheredWithinDays,
          stage: stage ?? '',
          state,
          dryFraction,
          leftG,
          place: (patchId && nameOf.get(patchId)) ?? '',
        }),
      )
      .sort((a, b) => (a.gatheredOn < b.gatheredOn ? -1 : 1))
  },

  /**
   * The curves of a source: its swatches in groups of like fibre, mordant, final pH and way. Without
   * any, one group with what is usual for its kind.
   */
  ofSource: sinceLastChange(
    db,
    async (sourceId: string): Promise<StrengthView> => {
      const { source, candidates, views } = await curves.withCandidates(sourceId)
      const byKey = new Map(views.map((view) => [view.key, view]))
      const groups = [...group(candidates, groupKey)].map(([key, members]) =>
        toGroup(key, members, byKey.get(key) ?? null),
      )
      groups.sort((a, b) => b.n - a.n || b.points.length - a.points.length)
      if (groups.length === 0) groups.push(emptyGroup(await curves.usual(source)))
      return {
        source,
        groups,
        usualDryFraction: usualDryFraction(source, candidates),
        usualState: source.usualRatioState,
        others: othersOf(candidates),
      }
    },
    async (_, sourceId) => [await versions.of(sourceId), (await readSettings(db)).enoughPercent],
    KEPT_VIEWS,
  ),
})

/** Other logs that swatches are of, most of them first. */
function othersOf(candidates: readonly Candidate[]): OtherLog[] {
  const others = group(
    candidates.filter(({ pot }) => fromLogOf(pot) !== ''),
    ({ pot }) => fromLogOf(pot),
  )
  return [...others]
    .map(([fromLog, of]) => ({
      fromLog,
      swatches: of.length,
      isCounted: of.every(({ pot }) => pot.lots.every(({ isCounted }) => isCounted)),
    }))
    .sort((a, b) => b.swatches - a.swatches)
}

function toGroup(key: string, members: Candidate[], curve: CurveView | null): StrengthGroup {
  const first = members[0]!
  const strengthOf = new Map([
    ...(curve?.swatchIds ?? []).map((id, i) => [id, present(curve).answer.strengths[i]!] as const),
    ...(curve?.excludedIds ?? []).map(
      (id, i) => [id, present(curve).answer.excludedStrengths[i]!] as const,
    ),
  ])
  return {
    key,
    fibreClass: FIBRES[first.piece.fibre].class,
    mordant: conditionOf(first).mordant,
    phBand: phBandIn(first.pot, first.piece.id),
    treatedHow: treatedHow(members),
    way: first.pot.way,
    stuff: conditionOf(first).stuff as Stuff,
    points: members.map((member) => toPoint(member, strengthOf.get(member.swatch.id))),
    n: curve?.answer.n ?? 0,
    lots: curve?.answer.lots ?? 0,
    estimated: curve?.answer.estimated ?? 0,
    curve,
  }
}

const emptyGroup = (curve: CurveView): StrengthGroup => ({
  key: curve.key,
  fibreClass: curve.fibreClass,
  mordant: curve.mordant,
  phBand: curve.phBand,
  way: curve.way,
  stuff: curve.stuff,
  treatedHow: '',
  points: [],
  n: 0,
  lots: 0,
  estimated: 0,
  curve,
})

function toPoint(
  { swatch, pot, piece, reading, exclusion, firstPot }: Candidate,
  strength: number | undefined,
): StrengthPointView {
  const states = new Set(pot.lots.map(({ state }) => state))
  return {
    swatchId: swatch.id,
    code: swatch.code,
    fromLog: fromLogOf(pot),
    name: pieceInWords(piece, pot.dyedOn),
    potCode: pot.code,
    lotCodes: pot.lots.map(({ lotCode }) => lotCode),
    dyedOn: pot.dyedOn,
    ratioDry: pot.ratioDry,
    ratioAsWeighed: pot.ratioAsWeighed,
    ratioErrorSd: pot.ratioErrorSd,
    boiled: pot.end?.boiled ?? null,
    state: states.size === 1 ? pot.lots[0]!.state : 'mixed',
    exclusion,
    firstRatioDry: firstPot?.ratioDry ?? null,
    bathNumber: pot.bathNumber,
    coats: pot.way === 'paintOn' ? coatsOf(pot, piece.id) : null,
    hex: reading.hex,
    basis: reading.basis,
    strength: strength ?? null,
    depth: strength === undefined ? null : depthOf(strength),
    sureness: leastSure(pot.lots),
    evidence: pot.lots.flatMap(({ evidence }) => evidence),
  }
}

function leastSure(lots: Pot['lots']): StrengthPointView['sureness'] {
  const all = lots.map(({ sureness }) => sureness)
  if (all.includes('unsure')) return 'unsure'
  return all.includes('likely') ? 'likely' : 'sure'
}
