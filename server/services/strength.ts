import { group, mean } from 'd3-array'
import type { Knex } from 'knex'
import { mordantMarks } from '../../catalogue/agents'
import { FIBRES } from '../../catalogue/fibres'
import { curveOfSwatches } from '../../core/strength/curve-of-swatches'
import type {
  SourceWithSwatches,
  StrengthGroup,
  StrengthPointView,
  StrengthView,
} from '../../shared/strength-view'
import type { Pot } from '../../shared/schemas/pot'
import { sourceRepository } from '../repositories/sources'
import { candidatesOf, groupKey, mordantsIn, phBandOf, type Candidate } from './curve-candidates'
import { notFound } from './failures'
import { spectrumOf } from './readings'

export const strengthService = (db: Knex) => ({
  /** Sources of which something was dyed, most swatches first. */
  async sources(): Promise<SourceWithSwatches[]> {
    return (await db('swatch')
      .join('lot_movement as used', (on) =>
        on.on('used.pot_id', 'swatch.pot_id').andOnVal('used.kind', 'used'),
      )
      .join('lot', 'lot.id', 'used.lot_id')
      .join('source', 'source.id', 'lot.source_id')
      .whereNull('swatch.set_aside_at')
      .groupBy('source.id')
      .orderBy([{ column: 'swatches', order: 'desc' }, { column: 'source.common_name' }])
      .select(
        'source.id as sourceId',
        'source.code',
        'source.common_name as commonName',
        'source.scientific_name as scientificName',
        'source.part',
        db.raw('count(distinct swatch.id) as swatches'),
      )) as SourceWithSwatches[]
  },

  /** The curves of a source: its swatches in groups of like fibre, mordant and final pH. */
  async ofSource(sourceId: string): Promise<StrengthView> {
    const source = await sourceRepository(db).find(sourceId)
    if (!source) throw notFound('source', sourceId)
    const candidates = await candidatesOf(db, sourceId)
    const groups = [...group(candidates, groupKey)].map(([key, members]) => toGroup(key, members))
    groups.sort((a, b) => b.n - a.n || b.points.length - a.points.length)
    const usedLots = candidates.flatMap(({ pot }) =>
      pot.lots.filter((lot) => lot.sourceId === sourceId),
    )
    const usualState = source.usualRatioState
    const alike = usedLots.filter(({ state }) => state === usualState)
    const typical = usualState === 'dried' ? 1 : source.dryFraction
    const usualDryFraction = mean(alike, ({ dryFraction }) => dryFraction) ?? typical
    return { source, groups, usualDryFraction, usualState }
  },
})

function toGroup(key: string, members: Candidate[]): StrengthGroup {
  const counted = members.filter(({ notCounted }) => notCounted === null)
  const curve = curveOfSwatches(
    counted.map(({ pot, piece, reading }) => ({
      ratioDry: pot.ratioDry!,
      dyed: spectrumOf(reading),
      bare: spectrumOf(piece.bare!),
    })),
  )
  const strengthOf = new Map(counted.map(({ swatch }, i) => [swatch.id, curve.strengths[i]!]))
  const [first] = members
  return {
    key,
    fibreClass: FIBRES[first!.piece.fibre].class,
    mordant: mordantMarks(mordantsIn(first!)),
    phBand: phBandOf(first!.pot),
    way: first!.pot.way,
    points: members.map((member) => toPoint(member, strengthOf.get(member.swatch.id))),
    n: counted.length,
    lots: new Set(counted.flatMap(({ pot }) => pot.lots.map(({ lotId }) => lotId))).size,
    estimated: counted.filter(({ reading }) => reading.basis === 'estimated').length,
    fit: curve.fit,
    enough: curve.enough,
    unit: curve.unit,
    bare: curve.bare,
  }
}

function toPoint(
  { swatch, pot, reading, notCounted }: Candidate,
  told: { strength: number; depth: StrengthPointView['depth'] } | undefined,
): StrengthPointView {
  const states = new Set(pot.lots.map(({ state }) => state))
  return {
    swatchId: swatch.id,
    code: swatch.code,
    potCode: pot.code,
    lotCodes: pot.lots.map(({ lotCode }) => lotCode),
    dyedOn: pot.dyedOn,
    ratioDry: pot.ratioDry,
    ratioAsWeighed: pot.ratioAsWeighed,
    state: states.size === 1 ? pot.lots[0]!.state : 'mixed',
    hex: reading.hex,
    basis: reading.basis,
    strength: told?.strength ?? null,
    depth: told?.depth ?? null,
    notCounted,
    sureness: leastSure(pot.lots),
    evidence: pot.lots.flatMap(({ evidence }) => evidence),
  }
}

function leastSure(lots: Pot['lots']): StrengthPointView['sureness'] {
  const all = lots.map(({ sureness }) => sureness)
  if (all.includes('unsure')) return 'unsure'
  return all.includes('likely') ? 'likely' : 'sure'
}
