import { rollup } from 'd3-array'
import type { Knex } from 'knex'
import { dryFraction } from '../../core/harvest/dry-fraction'
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

/** What a row does not hold itself: the sums of its movements. */
interface Derived {
  id: string
  net_g: number
  left_g: number
  typical_dry_fraction: number
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
  /** Dry fractions weighed on any lot of each source: what stands in for a lot without its own. */
  async function weighedDryFractions(sourceIds: string[]): Promise<Map<string, number[]>> {
    const rows = await db<LotRow>('lot')
      .whereIn('source_id', [...new Set(sourceIds)])
      .whereNotNull('own_dry_fraction')
      .whereNull('set_aside_at')
      .select('source_id', 'own_dry_fraction')
    return rollup(
      rows,
      (found) => found.map((row) => row.own_dry_fraction!),
      (row) => row.source_id,
    )
  }

  async function withAmounts(rows: LotRow[]): Promise<Lot[]> {
    const derived = (await db('lot')
      .join('source', 'source.id', 'lot.source_id')
      .whereIn(
        'lot.id',
        rows.map(({ id }) => id),
      )
      .select(
        'lot.id',
        'source.dry_fraction as typical_dry_fraction',
        db.raw(`${LEFT_G} as left_g`),
        db.raw(`(select total(delta_g) from lot_movement where lot_id = lot.id
                 and kind in ('gathered', 'corrected')) as net_g`),
      )) as Derived[]
    const amounts = new Map(derived.map((row) => [row.id, row]))
    const siblings = await weighedDryFractions(rows.map((row) => row.source_id))
    return rows.map((row) => toLot(row, amounts.get(row.id)!, siblings.get(row.source_id) ?? []))
  }

  return {
    async page({ sourceId, patchId, state, inStock, code, ...page }: LotQuery): Promise<Page<Lot>> {
      const rows = db('lot')
      if (sourceId) rows.where('lot.source_id', sourceId)
      if (patchId) rows.where('lot.patch_id', patchId)
      if (state) rows.where('lot.state', state)
      if (code) rows.whereRaw(`lot.code like ? escape '\\'`, `${likeText(code)}%`)
      if (inStock !== undefined) rows.whereRaw(`${LEFT_G} ${inStock ? '>' : '<='} 0.0005`)
      const found = await pageOf<LotRow>(rows, 'lot', page)
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

function toLot(row: LotRow, amounts: Derived, siblings: number[]): Lot {
  const dry = dryFraction({
    state: row.state,
    own: row.own_dry_fraction === null ? [] : [row.own_dry_fraction],
    siblings,
    typical: amounts.typical_dry_fraction,
  })
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
    netG: roundToMilligram(amounts.net_g),
    leftG: roundToMilligram(amounts.left_g),
    dryFraction: dry.value,
    dryFractionBasis: dry.basis,
    note: row.note,
  }
}
