import { group } from 'd3-array'
import type { Knex } from 'knex'
import type { StopGroup } from '../../catalogue/sources'
import type { Page } from '../../shared/schemas/log/common'
import type { Lot, LotQuery } from '../../shared/schemas/loft/lot'
import { countOf, likeText, pageOf } from '../database/page'
import { stepRepository } from './lot-steps'
import { formatCount } from '../../core/quantity/format-count'
import { first, lookUp } from '../../core/present'
import { drynessOf, toEdited, toLot, type LotEdit, type LotFields, type LotRow } from './lot-rows'

/** What is known of the sources that lots are of. */
interface SourceFacts {
  id: string
  typical: number
  stopGroup: StopGroup | null
}

export const lotRepository = (db: Knex) => {
  /** Mean dry fraction weighed on any lot of each source: stands in for a lot without its own. */
  async function weighedDryFractions(sourceIds: string[]): Promise<Map<string, number>> {
    const rows = await db('lot')
      .whereIn('source_id', sourceIds)
      .where('from_log', '')
      .whereNotNull('own_dry_fraction')
      .where('own_dry_basis', 'measured')
      .whereNot('state', 'liquor')
      .whereNull('set_aside_at')
      .groupBy('source_id')
      .avg('own_dry_fraction as mean')
      .select<{ sourceId: string; mean: number }[]>('source_id as sourceId')
    return new Map(rows.map(({ sourceId, mean }) => [sourceId, mean]))
  }

  async function sourceFacts(sourceIds: string[]): Promise<Map<string, SourceFacts>> {
    const rows = await db('source')
      .whereIn('id', sourceIds)
      .select<SourceFacts[]>(
        'id',
        'dry_fraction as typical',
        db.raw(`facts ->> 'stopGroup' as stopGroup`),
      )
    return new Map(rows.map((row) => [row.id, row]))
  }

  async function complete(rows: LotRow[]): Promise<Lot[]> {
    const sourceIds = [...new Set(rows.map((row) => row.source_id))]
    const weighed = await weighedDryFractions(sourceIds)
    const sources = await sourceFacts(sourceIds)
    const steps = group(await stepRepository(db).of(rows.map(({ id }) => id)), ({ lotId }) => lotId)
    return rows.map((row) => {
      const source = lookUp(sources, row.source_id)
      const dry = drynessOf(row, weighed.get(row.source_id), source.typical)
      const chain = (steps.get(row.id) ?? []).map(({ lotId: _, ...step }) => step)
      return toLot(row, dry, source.stopGroup, chain)
    })
  }

  return {
    async page({ sourceId, patchId, state, inStock, code, ...page }: LotQuery): Promise<Page<Lot>> {
      const rows = db('lot')
      if (sourceId) rows.where('lot.source_id', sourceId)
      if (patchId) rows.where('lot.patch_id', patchId)
      if (state) rows.where('lot.state', state)
      if (code) rows.whereRaw(`lot.code like ? escape '\\'`, `${likeText(code)}%`)
      if (inStock !== undefined) rows.whereRaw(`lot.left_g ${inStock ? '>' : '<='} 0.0005`)
      const found = await pageOf<LotRow>(db, rows, 'lot', page)
      return { items: await complete(found.items), next: found.next }
    },

    /** Of a source's lots that something was dyed with. */
    usedIds: async (sourceId: string): Promise<string[]> =>
      await db('lot')
        .where({ source_id: sourceId })
        .whereIn('id', db('lot_movement').where({ kind: 'used' }).select('lot_id'))
        .pluck<string[]>('id'),

    /** Codes of all lots, and ids of those that are set aside. */
    codes: async (): Promise<Set<string>> => new Set(await db('lot').pluck<string[]>('code')),
    idsAside: async (): Promise<Set<string>> =>
      new Set(await db('lot').whereNotNull('set_aside_at').pluck<string[]>('id')),

    async find(id: string): Promise<Lot | null> {
      const row = await db<LotRow>('lot').where({ id }).first()
      return row ? first(await complete([row])) : null
    },

    async findMany(ids: string[]): Promise<Lot[]> {
      return complete(await db<LotRow>('lot').whereIn('id', ids))
    },

    /** Lots of a source that came out of another log. */
    async fromLog(name: string, sourceId: string): Promise<Lot[]> {
      return complete(
        await db<LotRow>('lot')
          .where({ from_log: name, source_id: sourceId })
          .whereNull('set_aside_at')
          .orderBy('id'),
      )
    },

    async insert(lot: LotFields, at: string): Promise<void> {
      await db('lot').insert({
        id: lot.id,
        code: lot.code,
        gross_g: lot.grossG,
        tare_g: lot.tareG,
        container_id: lot.containerId,
        jar_id: lot.jarId,
        from_lots: JSON.stringify(lot.fromLots),
        from_log: lot.fromLog,
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

    /** Its making was undone: what went into it lies in other lots again. */
    async markUndone(id: string): Promise<void> {
      await db('lot').where({ id }).update({ undone: true })
    },

    async wasUndone(id: string): Promise<boolean> {
      return Boolean((await db<LotRow>('lot').where({ id }).first('undone'))?.undone)
    },

    /** One sentence on what hangs on a lot, or null. */
    async dependents(id: string): Promise<string | null> {
      const uses = db('lot_movement').where({ lot_id: id, kind: 'used' })
      const pots = await countOf(
        db('pot').whereNull('set_aside_at').whereIn('id', uses.clone().select('pot_id')),
      )
      if (pots) return `${formatCount(pots, 'pot')} used it: set those aside first.`
      const jars = await countOf(
        db('jar').whereNull('set_aside_at').whereIn('id', uses.clone().select('jar_id')),
      )
      if (jars) return `${formatCount(jars, 'jar')} hold it: set those aside first.`
      const baths = await countOf(
        db('mordant_bath').whereNull('set_aside_at').whereIn('id', uses.select('bath_id')),
      )
      return baths ? `${formatCount(baths, 'mordant bath')} used it.` : null
    },
  }
}
