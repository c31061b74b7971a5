import { usefulShare, type Content } from '../../core/harvest/contents'
import { dryFraction, type Basis, type DryFraction } from '../../core/harvest/dry-fraction'
import { roundToMilligram } from '../../core/harvest/net-mass'
import type { StopGroup } from '../../catalogue/sources'
import type { Evidence, Lot, LotStep } from '../../shared/schemas/loft/lot'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { parseJson } from '../../core/json'
import { lotWordsOf, type LotWords } from '../../shared/schemas/loft/lot-words'

/** How a lot stands in its row, and what is made of it. */

export interface LotRow extends LotWords, RecordedRow {
  code: string
  source_id: string
  patch_id: string | null
  gathered_on: string
  gathered_within_days: number
  state: Lot['state']
  chop: Lot['chop']
  stage: string | null
  obtained: Lot['obtained']
  gross_g: number | null
  tare_g: number | null
  own_dry_fraction: number | null
  own_dry_basis: Basis
  note: string
  amount_basis: Basis
  measure: Lot['measure']
  count: number | null
  container_id: string | null
  minutes: number | null
  contents: string
  sureness: Lot['sureness']
  evidence: string
  hung_on: string | null
  extracted: number
  jar_id: string | null
  from_lots: string
  undone: number
  from_log: string
  is_counted: number
  net_g: number
  left_g: number
}

/** The columns a lot is written to; amounts are movements. */
export type LotFields = Omit<
  Lot,
  | 'rev'
  | 'createdAt'
  | 'updatedAt'
  | 'setAsideAt'
  | 'netG'
  | 'leftG'
  | 'dryFraction'
  | 'dryFractionBasis'
  | 'held'
  | 'steps'
>

export type LotEdit = Omit<
  LotFields,
  'id' | 'code' | 'grossG' | 'tareG' | 'containerId' | 'jarId' | 'fromLots' | 'fromLog'
>

export const toEdited = (lot: LotEdit) => ({
  source_id: lot.sourceId,
  patch_id: lot.patchId,
  gathered_on: lot.gatheredOn,
  gathered_within_days: lot.gatheredWithinDays,
  state: lot.state,
  chop: lot.chop,
  stage: lot.stage,
  obtained: lot.obtained,
  own_dry_fraction: lot.ownDryFraction,
  own_dry_basis: lot.ownDryBasis,
  note: lot.note,
  amount_basis: lot.amountBasis,
  measure: lot.measure,
  count: lot.count,
  ...lotWordsOf(lot),
  minutes: lot.minutes,
  contents: JSON.stringify(lot.contents),
  sureness: lot.sureness,
  evidence: JSON.stringify(lot.evidence),
  hung_on: lot.hungOn,
  extracted: lot.extracted,
  is_counted: lot.isCounted,
})

/** Air-dry matter that gives colour, as a share of what is in the bag. */
export function drynessOf(row: LotRow, siblings: number | undefined, typical: number): DryFraction {
  const { state, own_dry_fraction: own, own_dry_basis: basis } = row
  const raw: DryFraction =
    state !== 'dried' && own !== null && basis !== 'measured'
      ? { value: own, basis, n: 0 }
      : dryFraction({
          state,
          own: own === null ? [] : [own],
          siblings: siblings === undefined ? [] : [siblings],
          typical,
        })
  const contents = parseJson<Content[]>(row.contents)
  if (contents.length === 0) return raw
  const useful = usefulShare(contents)
  const guessed = useful.basis === 'guessed' && raw.basis === 'measured'
  return {
    ...raw,
    value: raw.value * useful.value,
    basis: guessed ? 'estimated' : raw.basis,
  }
}

const NAMED_SURELY: readonly (StopGroup | null)[] = ['fungus', 'umbellifer']

export function toLot(
  row: LotRow,
  dry: DryFraction,
  stopGroup: StopGroup | null,
  steps: LotStep[],
): Lot {
  return {
    code: row.code,
    sourceId: row.source_id,
    patchId: row.patch_id,
    gatheredOn: row.gathered_on,
    gatheredWithinDays: row.gathered_within_days,
    state: row.state,
    chop: row.chop,
    stage: row.stage,
    obtained: row.obtained,
    grossG: row.gross_g,
    tareG: row.tare_g,
    containerId: row.container_id,
    measure: row.measure,
    count: row.count,
    amountBasis: row.amount_basis,
    netG: roundToMilligram(row.net_g),
    leftG: roundToMilligram(row.left_g),
    dryFraction: dry.value,
    dryFractionBasis: dry.basis,
    ownDryFraction: row.own_dry_fraction,
    ownDryBasis: row.own_dry_basis,
    ...lotWordsOf(row),
    minutes: row.minutes,
    contents: parseJson<Content[]>(row.contents),
    sureness: row.sureness,
    evidence: parseJson<Evidence[]>(row.evidence),
    hungOn: row.hung_on,
    extracted: row.extracted,
    jarId: row.jar_id,
    fromLots: parseJson<string[]>(row.from_lots),
    held: NAMED_SURELY.includes(stopGroup) && row.sureness !== 'sure',
    fromLog: row.from_log,
    isCounted: Boolean(row.is_counted),
    note: row.note,
    steps,
    ...toRecorded(row),
  }
}
