import { group } from 'd3-array'
import { plantToFibreRatio } from '../../core/harvest/ratio'
import { AMOUNT_BASES, ratioErrorSd, type AmountBasis } from '../../core/harvest/ratio-error'
import type { Pot, PotLot, PotPiece } from '../../shared/schemas/pot/pot'
import type { PieceOutcome, PotEvent } from '../../shared/schemas/pot/pot-event'
import type { PotPlan } from '../../shared/schemas/pot/pot-plan'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { present } from '../../core/present'
import { parseJson } from '../../core/json'

/** How a pot stands in its rows, and what is made of them. */

export interface PotRow extends RecordedRow {
  code: string
  title: string
  stage: Pot['stage']
  dyed_on: string
  dyed_within_days: number
  way: Pot['way']
  own_way_id: string | null
  way_name: string
  plan: string | null
  lit_at: string | null
  ended_at: string | null
  end: string | null
  vessel_id: string | null
  group_id: string | null
  from_pot_id: string | null
  bath_number: number
  is_ratio_known: number
  water_l: number | null
  temp_c: number | null
  minutes: number | null
  final_ph: number | null
  overrides: string
  note: string
}

type OfPot<T> = T & { potId: string }

/** What can be edited of a pot once it is done. */
export type PotEdit = Pick<
  Pot,
  'title' | 'dyedWithinDays' | 'way' | 'waterL' | 'tempC' | 'minutes' | 'finalPh' | 'note'
>

/** Lots and pieces of a plan, as they stood when it was made: nothing was taken yet. */
export interface KeptPlan {
  plan: PotPlan
  lots: PotLot[]
  pieces: Pick<PotPiece, 'pieceId' | 'pieceCode' | 'dryG' | 'dryBasis'>[]
}

/** Where a pot is in its life. */
export type PotCourse = Pick<
  Pot,
  | 'stage'
  | 'dyedOn'
  | 'ownWayId'
  | 'wayName'
  | 'litAt'
  | 'endedAt'
  | 'end'
  | 'vesselId'
  | 'groupId'
  | 'fromPotId'
  | 'bathNumber'
  | 'isRatioKnown'
  | 'overrides'
>

export type PotFields = PotEdit & PotCourse & Pick<Pot, 'id' | 'code'>

/** Evidence comes as JSON, as it is kept. */
export type LotRow = OfPot<
  Omit<PotLot, 'evidence' | 'isSpent' | 'isAged' | 'isSoaked' | 'isCounted'>
> & {
  evidence: string
  isSpent: number
  isAged: number
  isSoaked: number
  isCounted: number
}
export type PieceRow = OfPot<Omit<PotPiece, 'outcome'>> & { outcome: string | null }

export const toEdited = (pot: PotEdit) => ({
  title: pot.title,
  dyed_within_days: pot.dyedWithinDays,
  way: pot.way,
  water_l: pot.waterL,
  temp_c: pot.tempC,
  minutes: pot.minutes,
  final_ph: pot.finalPh,
  note: pot.note,
})

export const toCourse = (pot: PotCourse) => ({
  stage: pot.stage,
  dyed_on: pot.dyedOn,
  own_way_id: pot.ownWayId,
  way_name: pot.wayName,
  lit_at: pot.litAt,
  ended_at: pot.endedAt,
  end: pot.end && JSON.stringify(pot.end),
  vessel_id: pot.vesselId,
  group_id: pot.groupId,
  from_pot_id: pot.fromPotId,
  bath_number: pot.bathNumber,
  is_ratio_known: pot.isRatioKnown,
  overrides: JSON.stringify(pot.overrides),
})

/** Uses of one lot, at first and on the way, as one. */
function summed(rows: LotRow[]): PotLot[] {
  return [...group(rows, ({ lotId }) => lotId).values()].map((uses) => {
    const last = present(uses.at(-1))
    return {
      lotId: last.lotId,
      lotCode: last.lotCode,
      sourceId: last.sourceId,
      part: last.part,
      isSpent: Boolean(last.isSpent),
      isAged: Boolean(last.isAged),
      isSoaked: Boolean(last.isSoaked),
      fromLog: last.fromLog,
      isCounted: Boolean(last.isCounted),
      massG: uses.reduce((sum, { massG }) => sum + massG, 0),
      massBasis: leastKnown(uses.map(({ massBasis }) => massBasis)),
      state: last.state,
      dryFraction: last.dryFraction,
      dryFractionBasis: last.dryFractionBasis,
      sureness: last.sureness,
      evidence: parseJson<string[]>(last.evidence),
    }
  })
}

/** A lot of a plan that was made before amounts and preparation were told. */
const withBasis = (lot: Partial<PotLot> & Omit<PotLot, keyof typeof TOLD_LATER>): PotLot => ({
  ...TOLD_LATER,
  ...lot,
})
const TOLD_LATER = {
  massBasis: 'weighed',
  part: 'leaf',
  isSpent: false,
  isAged: false,
  isSoaked: false,
  fromLog: '',
  isCounted: true,
} satisfies Partial<PotLot>

/** Of amounts that are added up, how well the sum is known. */
const leastKnown = (bases: readonly AmountBasis[]): AmountBasis =>
  present(AMOUNT_BASES.findLast((basis) => bases.includes(basis)))

export function toPot(row: PotRow, used: LotRow[], pieceRows: PieceRow[], events: PotEvent[]): Pot {
  const kept = row.plan ? parseJson<KeptPlan>(row.plan) : null
  const isPlanned = row.stage === 'planned'
  const lots = isPlanned ? (kept?.lots ?? []).map(withBasis) : summed(used)
  const pieces = isPlanned
    ? (kept?.pieces ?? []).map((piece) => ({
        ...piece,
        // a plan of before amounts were told apart was weighed
        dryBasis: piece.dryBasis ?? 'weighed',
        swatchId: null,
        swatchCode: null,
        minutes: null,
        outcome: null,
      }))
    : pieceRows.map((piece) => ({
        pieceId: piece.pieceId,
        pieceCode: piece.pieceCode,
        dryG: piece.dryG,
        dryBasis: piece.dryBasis,
        // swatches of an end that was taken back wait, set aside, for the next
        swatchId: row.stage === 'done' ? piece.swatchId : null,
        swatchCode: row.stage === 'done' ? piece.swatchCode : null,
        minutes: piece.minutes,
        outcome: piece.outcome ? parseJson<PieceOutcome>(piece.outcome) : null,
      }))
  const errorSd = ratioErrorSd(
    lots.map(({ massG, dryFraction, massBasis }) => ({ massG, dryFraction, basis: massBasis })),
    pieces.map(({ dryG, dryBasis }) => ({ dryG, basis: dryBasis })),
  )
  const isRatioKnown = Boolean(row.is_ratio_known) && errorSd !== null
  const fibreG = pieces.reduce((sum, piece) => sum + piece.dryG, 0)
  const ratio =
    isRatioKnown && lots.length > 0 && fibreG > 0
      ? plantToFibreRatio({ dyestuff: lots, fibreG })
      : null
  return {
    code: row.code,
    title: row.title,
    stage: row.stage,
    dyedOn: row.dyed_on,
    dyedWithinDays: row.dyed_within_days,
    way: row.way,
    ownWayId: row.own_way_id,
    wayName: row.way_name,
    plan: kept?.plan ?? null,
    litAt: row.lit_at,
    endedAt: row.ended_at,
    end: row.end ? parseJson<Pot['end']>(row.end) : null,
    vesselId: row.vessel_id,
    groupId: row.group_id,
    fromPotId: row.from_pot_id,
    bathNumber: row.bath_number,
    isRatioKnown,
    lots,
    pieces,
    events,
    ratioAsWeighed: ratio?.asWeighed ?? null,
    ratioDry: ratio?.dry ?? null,
    ratioErrorSd: ratio && errorSd,
    waterL: row.water_l,
    tempC: row.temp_c,
    minutes: row.minutes,
    finalPh: row.final_ph,
    overrides: parseJson<Pot['overrides']>(row.overrides),
    note: row.note,
    ...toRecorded(row),
  }
}
