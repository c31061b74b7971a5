import { group, mean } from 'd3-array'
import type { Knex } from 'knex'
import { mordantMarks, type Mordant } from '../../catalogue/agents'
import { FIBRES } from '../../catalogue/fibres'
import { curveOfSwatches } from '../../core/strength/curve-of-swatches'
import type { Piece } from '../../shared/schemas/piece'
import type { Pot } from '../../shared/schemas/pot'
import type { Reading } from '../../shared/schemas/reading'
import type { Swatch } from '../../shared/schemas/swatch'
import type {
  NotCounted,
  PhBand,
  SourceWithSwatches,
  StrengthGroup,
  StrengthPointView,
  StrengthView,
} from '../../shared/strength-view'
import { pieceRepository } from '../repositories/pieces'
import { potRepository } from '../repositories/pots'
import { sourceRepository } from '../repositories/sources'
import { swatchRepository } from '../repositories/swatches'
import { notFound } from './failures'
import { spectrumOf } from './readings'

/** A swatch with everything its place on a curve depends on. */
interface Candidate {
  swatch: Swatch
  pot: Pot
  piece: Piece
  reading: Reading
  notCounted: NotCounted | null
}

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

async function candidatesOf(db: Knex, sourceId: string): Promise<Candidate[]> {
  const swatches = await swatchRepository(db).ofSource(sourceId)
  const pots = await potRepository(db).findMany([...new Set(swatches.map((s) => s.potId))])
  const pieces = await pieceRepository(db).findMany([...new Set(swatches.map((s) => s.pieceId))])
  const potById = new Map(pots.map((pot) => [pot.id, pot]))
  const pieceById = new Map(pieces.map((piece) => [piece.id, piece]))
  return swatches
    .filter(({ readings }) => readings.length > 0)
    .map((swatch) => {
      const pot = potById.get(swatch.potId)!
      const piece = pieceById.get(swatch.pieceId)!
      const dry = swatch.readings.find(({ wet }) => !wet)
      const reading = dry ?? swatch.readings[0]!
      return {
        swatch,
        pot,
        piece,
        reading,
        notCounted: whyNotCounted(pot, piece, reading, sourceId),
      }
    })
}

function whyNotCounted(
  pot: Pot,
  piece: Piece,
  reading: Reading,
  sourceId: string,
): NotCounted | null {
  if (pot.lots.some((lot) => lot.sourceId !== sourceId)) return 'mixedBath'
  if (piece.potIds.indexOf(pot.id) > 0) return 'dyedBefore'
  if (reading.wet) return 'onlyReadWet'
  if (!piece.bare) return 'bareNotRead'
  if (reading.clipped.length > 0 || piece.bare.clipped.length > 0) return 'colourCutOff'
  return null
}

const mordantsOf = (piece: Piece): Mordant[] =>
  piece.treatments.flatMap(({ agent }) => (agent ? [agent] : []))

function phBandOf({ finalPh }: Pot): PhBand {
  if (finalPh === null) return 'asItCame'
  if (finalPh < 6) return 'acid'
  return finalPh > 8 ? 'alkaline' : 'asItCame'
}

const groupKey = ({ piece, pot }: Candidate) =>
  [FIBRES[piece.fibre].class, mordantMarks(mordantsOf(piece)), phBandOf(pot)].join('|')

function toGroup(key: string, members: Candidate[]): StrengthGroup {
  const counted = members.filter(({ notCounted }) => notCounted === null)
  const curve = curveOfSwatches(
    counted.map(({ pot, piece, reading }) => ({
      ratioDry: pot.ratioDry,
      dyed: spectrumOf(reading),
      bare: spectrumOf(piece.bare!),
    })),
  )
  const strengthOf = new Map(counted.map(({ swatch }, i) => [swatch.id, curve.strengths[i]!]))
  const [first] = members
  return {
    key,
    fibreClass: FIBRES[first!.piece.fibre].class,
    mordant: mordantMarks(mordantsOf(first!.piece)),
    phBand: phBandOf(first!.pot),
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
  }
}
