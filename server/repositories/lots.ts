import { group } from 'd3-array'
import type { Knex } from 'knex'
import { usefulShare, type Content } from '../../core/harvest/contents'
import { dryFraction, type Basis, type DryFraction } from '../../core/harvest/dry-fraction'
import { roundToMilligram } from '../../core/harvest/net-mass'
import type { StopGroup } from '../../catalogue/sources'
import type { Page } from '../../shared/schemas/log/common'
import type { Evidence, Lot, LotQuery, LotStep } from '../../shared/schemas/loft/lot'
import { countOf, likeText, pageOf } from '../database/page'
import { toRecorded, type RecordedRow } from '../database/recorded'
import { stepRepository } from './lot-steps'
import { formatCount } from '../../core/quantity/format-count'
import { first, lookUp } from '../../core/present'
import { parseJson } from '../../core/json'
import { lotWordsOf, type LotWords } from '../../shared/schemas/loft/lot-words'

interface LotRow extends LotWords, RecordedRow {
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

const toEdited = (lot: LotEdit) => ({
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
function drynessOf(row: LotRow, siblings: number | undefined, typical: number): DryFraction {
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

function toLot(row: LotRow, dry: DryFraction, stopGroup: StopGroup | null, steps: LotStep[]): Lot {
  return {
    ...toRecorded(row),
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
  }
}
