import type { Knex } from 'knex'
import { dryFraction, type DryFraction } from '../../core/harvest/dry-fraction'
import { roundToMilligram } from '../../core/harvest/net-mass'
import type { Page } from '../../shared/schemas/common'
import type { Lot, LotQuery } from '../../shared/schemas/lot'
import { countOf, likeText, pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'

interface LotRow extends RecordedRow {
  code: string
  source_id: string
  patch_id: string | null
  gathered_on: string
  state: Lot['state']
  stage: string | null
  obtained: Lot['obtained']
  gross_g: number | null
  tare_g: number | null
  own_dry_fraction: number | null
  note: string
}

/** What a row does not hold itself: the sums of its movements, g. */
interface Amounts {
  netG: number
  leftG: number
}

/** The columns a lot is written to; amounts are movements. */
export interface LotFields {
  id: string
  code: string
  sourceId: string
  patchId: string | null
  gatheredOn: string
  state: Lot['state']
  stage: string | null
  obtained: Lot['obtained']
  grossG: number | null
  tareG: number | null
  ownDryFraction: number | null
  note: string
}

export type LotEdit = Pick<
  LotFields,
  'patchId' | 'gatheredOn' | 'stage' | 'obtained' | 'ownDryFraction' | 'note'
>

const LEFT_G = '(select total(delta_g) from lot_movement where lot_id = lot.id)'

export const lotRepository = (db: Knex) => {
  /** Mean dry fraction weighed on any lot of each source: stands in for a lot without its own. */
  async function weighedDryFractions(sourceIds: string[]): Promise<Map<string, number>> {
    const rows = (await db('lot')
      .whereIn('source_id', [...new Set(sourceIds)])
      .whereNotNull('own_dry_fraction')
      .whereNull('set_aside_at')
      .groupBy('source_id')
      .select('source_id as sourceId')
      .avg('own_dry_fraction as mean')) as unknown as { sourceId: string; mean: number }[]
    return new Map(rows.map(({ sourceId, mean }) => [sourceId, mean]))
  }

  async function typicalDryFractions(sourceIds: string[]): Promise<Map<string, number>> {
    const rows = (await db('source')
      .whereIn('id', [...new Set(sourceIds)])
      .select('id', 'dry_fraction as typical')) as { id: string; typical: number }[]
    return new Map(rows.map(({ id, typical }) => [id, typical]))
  }

  async function amountsOf(ids: string[]): Promise<Map<string, Amounts>> {
    const rows = (await db('lot_movement')
      .whereIn('lot_id', ids)
      .groupBy('lot_id')
      .select(
        'lot_id as lotId',
        db.raw('total(delta_g) as leftG'),
        db.raw(`total(delta_g) filter (where kind in ('gathered', 'corrected')) as netG`),
      )) as (Amounts & { lotId: string })[]
    return new Map(rows.map((row) => [row.lotId, row]))
  }

  async function withAmounts(rows: LotRow[]): Promise<Lot[]> {
    const sourceIds = rows.map((row) => row.source_id)
    const amounts = await amountsOf(rows.map(({ id }) => id))
    const weighed = await weighedDryFractions(sourceIds)
    const typical = await typicalDryFractions(sourceIds)
    return rows.map((row) => {
      const dry = dryFraction({
        state: row.state,
        own: row.own_dry_fraction === null ? [] : [row.own_dry_fraction],
        siblings: weighed.has(row.source_id) ? [weighed.get(row.source_id)!] : [],
        typical: typical.get(row.source_id)!,
      })
      return toLot(row, amounts.get(row.id) ?? { netG: 0, leftG: 0 }, dry)
    })
  }

  return {
    async page({ sourceId, patchId, state, inStock, code, ...page }: LotQuery): Promise<Page<Lot>> {
      const rows = db('lot')
      if (sourceId) rows.where('lot.source_id', sourceId)
      if (patchId) rows.where('lot.patch_id', patchId)
      if (state) rows.where('lot.state', state)
      if (code) rows.whereRaw(`lot.code like ? escape '\\'`, `${likeText(code)}%`)
      if (inStock !== undefined) rows.whereRaw(`${LEFT_G} ${inStock ? '>' : '<='} 0.0005`)
      const found = await pageOf<LotRow>(db, rows, 'lot', page)
      return { items: await withAmounts(found.items), next: found.next }
    },

    async find(id: string): Promise<Lot | null> {
      const row = await db<LotRow>('lot').where({ id }).first()
      return row ? (await withAmounts([row]))[0]! : null
    },

    async findMany(ids: string[]): Promise<Lot[]> {
      return withAmounts(await db<LotRow>('lot').whereIn('id', ids))
    },

    async insert(lot: LotFields, at: string): Promise<void> {
      await db('lot').insert({
        id: lot.id,
        code: lot.code,
        source_id: lot.sourceId,
        state: lot.state,
        gross_g: lot.grossG,
        tare_g: lot.tareG,
        ...toEdited(lot),
        created_at: at,
        updated_at: at,
      })
    },

    async update(id: string, edit: LotEdit): Promise<void> {
      await db('lot').where({ id }).update(toEdited(edit))
      await db('lot_movement')
        .where({ lot_id: id, kind: 'gathered' })
        .update({ happened_on: edit.gatheredOn })
    },

    /** One sentence on what hangs on a lot, or null. */
    async dependents(id: string): Promise<string | null> {
      const pots = await countOf(
        db('pot')
          .whereNull('set_aside_at')
          .whereIn('id', db('lot_movement').where({ lot_id: id, kind: 'used' }).select('pot_id')),
      )
      return pots ? `${pots} pot${pots > 1 ? 's' : ''} used it: set those aside first.` : null
    },
  }
}

const toEdited = (lot: LotEdit) => ({
  patch_id: lot.patchId,
  gathered_on: lot.gatheredOn,
  stage: lot.stage,
  obtained: lot.obtained,
  own_dry_fraction: lot.ownDryFraction,
  note: lot.note,
})

function toLot(row: LotRow, { netG, leftG }: Amounts, dry: DryFraction): Lot {
  return {
    ...toRecorded(row),
    code: row.code,
    sourceId: row.source_id,
    patchId: row.patch_id,
    gatheredOn: row.gathered_on,
    state: row.state,
    stage: row.stage,
    obtained: row.obtained,
    grossG: row.gross_g,
    tareG: row.tare_g,
    netG: roundToMilligram(netG),
    leftG: roundToMilligram(leftG),
    dryFraction: dry.value,
    dryFractionBasis: dry.basis,
    note: row.note,
  }
}
