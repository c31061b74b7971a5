import { group } from 'd3-array'
import type { Knex } from 'knex'
import { MEASURE_KEYS, typicalGramsEach } from '../../../catalogue/measures'
import { gramsEach } from '../../../core/harvest/counted'
import { dryFraction, type DryFraction } from '../../../core/harvest/dry-fraction'
import { pickingRate } from '../../../core/harvest/picking-rate'
import { plantToFibreRatio } from '../../../core/harvest/ratio'
import { dayOfYear } from '../../../core/season/day-of-year'
import { spanOfFinds } from '../../../core/season/find-span'
import { readiness } from '../../../core/season/shifted-window'
import type { Source } from '../../../shared/schemas/walk/source'
import type { Wish } from '../../../shared/schemas/walk/wish'
import type { DepthRatio, SourceOnWalk, WalkRow, WalkView } from '../../../shared/views/walk/walk'
import { ofCollections, sinceLastChange } from '../../database/since-last-change'
import { settingRepository } from '../../repositories/settings'
import { sourceRepository } from '../../repositories/sources'
import { weighedCounts } from '../../repositories/weighed-counts'
import { bearingsOf } from './bearings'
import { markersBySource, seasonOf } from './season-of'
import { deepestColours } from '../strength/deepest-colours'
import { notFound } from '../log/failures'
import { needsOf, type DepthRatioOf } from './needs'
import { inDryMatter, stockRows, type StockRow } from '../../repositories/source-stock'
import { keptBySource } from './kept-by-source'
import { wishKind } from '../log/small-kinds'
import {
  gatherings,
  lastOf,
  timedPickings,
  weighedDryness,
  type Found,
} from '../../repositories/gatherings'
import { lookUp } from '../../../core/present'

/** Dots drawn on a year ribbon; older ones are left out. */
const MOST_DOTS = 6

/** What can be gathered, what is wanted, and what the patches bear. */
export const walkService = (db: Knex, { usualOf, forDepths }: RatiosOf) => {
  const sources = sinceLastChange(db, () => allSources(db), ofCollections('sources'))
  const colours = deepestColours(db)
  const kept: KeptOfLots = {
    gatherings: keptBySource(db, (ids) => gatherings(db, ids)),
    stock: keptBySource(db, (ids) => stockRows(db, ids)),
    colours,
  }
  const computed = sinceLastChange(db, async (ask: Ask) =>
    computeView(db, ask, await sources(null), kept, forDepths),
  )
  const worded = sinceLastChange(db, async (ask: Ask) => JSON.stringify(await computed(ask)))
  /** A setting is no change of the log, so it is part of the question. */
  const asked = async (on: string): Promise<Ask> => ({
    on,
    southern: (await settingRepository(db).read('hemisphere')) === 'southern',
  })
  return {
    view: async (on: string) => computed(await asked(on)),
    /** The view in JSON: put into words once, however often it is asked. */
    json: async (on: string) => worded(await asked(on)),

    async source(id: string, on: string): Promise<SourceOnWalk> {
      const source = await sourceRepository(db).find(id)
      if (!source || source.setAsideAt) throw notFound('source', id)
      const dry = lookUp(await drynessOf(db, [source]), id)
      const ratioDry = await ratioOf(source, dry, usualOf)
      const each: SourceOnWalk['each'] = { fresh: {}, dried: {} }
      for (const state of ['fresh', 'dried'] as const) {
        for (const measure of MEASURE_KEYS) {
          const weighed = await weighedCounts(db, id, measure, state)
          const typical = typicalGramsEach(source.part, measure, state, dry.value)
          const grams = gramsEach(weighed, typical)
          if (grams) each[state][measure] = grams
        }
      }
      const wishes = (await openWishes(db)).filter(({ sourceId }) => sourceId === id)
      const stock = inDryMatter(await stockRows(db, [id]), new Map([[id, dry]])).get(id)
      return {
        source,
        last: await lastOf(db, id),
        each,
        rate: pickingRate(await timedPickings(db, id)),
        ratioDry,
        dryFraction: dry,
        bearings: (await bearingsOf(db, [source], on)).get(id) ?? [],
        needs: needsOf(
          wishes,
          ratioDry?.value ?? null,
          dry,
          stock?.stockDryG ?? 0,
          await depthRatios(wishes, forDepths),
        ),
      }
    },
  }
}

/** What is looked up of all lots, and kept as long as they stay as they are. */
interface KeptOfLots {
  gatherings: () => Promise<ReadonlyMap<string, Found[]>>
  stock: () => Promise<ReadonlyMap<string, StockRow>>
  colours: ReturnType<typeof deepestColours>
}

interface Ask {
  /** Local date. */
  on: string
  southern: boolean
}

/** What the curves of a source say of how much to take. */
export interface RatiosOf {
  usualOf: (sourceId: string) => Promise<UsualRatio | null>
  /** For each depth that its best curve was asked for. */
  forDepths: (sourceId: string) => Promise<DepthRatio[]>
}

/** The dry ratio that a dyer usually takes of a source. */
interface UsualRatio {
  ratioDry: number
  n: number
}

async function computeView(
  db: Knex,
  { on, southern }: Ask,
  sources: readonly Source[],
  kept: KeptOfLots,
  forDepths: RatiosOf['forDepths'],
): Promise<WalkView> {
  const [markers, gathered, wishes, dryness, bearings] = await Promise.all([
    markersBySource(db),
    kept.gatherings(),
    openWishes(db),
    drynessOf(db, sources),
    bearingsOf(db, sources, on),
  ])
  const ofDepth = await depthRatios(wishes, forDepths)
  const stock = inDryMatter(await kept.stock(), dryness)
  const dots = new Map([...gathered].map(([id, found]) => [id, found.slice(-MOST_DOTS)]))
  const colours = await kept.colours([...dots.values()].flat().map(({ lotId }) => lotId))
  const wishesOf = group(wishes, ({ sourceId }) => sourceId)
  const rows = sources.map((source): WalkRow => {
    const found = gathered.get(source.id) ?? []
    const window = seasonOf(source, found, markers.get(source.id), { on, southern })
    const dry = lookUp(dryness, source.id)
    const inStock = stock.get(source.id)
    const usual = usualRatioDry(source, dry)
    return {
      source: {
        id: source.id,
        commonName: source.commonName,
        scientificName: source.scientificName,
        part: source.part,
        group: source.group,
      },
      window,
      readiness: window && readiness(window, dayOfYear(on)),
      finds: spanOfFinds(found),
      gatherings: (dots.get(source.id) ?? []).map((found) => ({
        code: found.code,
        gatheredOn: found.gatheredOn,
        gatheredWithinDays: found.gatheredWithinDays,
        netG: found.netG,
        hex: colours.get(found.lotId) ?? null,
      })),
      leftG: inStock?.leftG ?? 0,
      stockDryG: inStock?.stockDryG ?? 0,
      needs: needsOf(wishesOf.get(source.id) ?? [], usual, dry, inStock?.stockDryG ?? 0, ofDepth),
      bearings: bearings.get(source.id) ?? [],
    }
  })
  return { southern, rows }
}

/** What curves ask for the depths that are wished for: few sources, so that each may be computed. */
async function depthRatios(
  wishes: readonly Wish[],
  forDepths: RatiosOf['forDepths'],
): Promise<DepthRatioOf> {
  const told = new Map<string, DepthRatio[]>()
  for (const { sourceId, depth, fibreG } of wishes) {
    if (!sourceId || !depth || fibreG === null || told.has(sourceId)) continue
    told.set(sourceId, await forDepths(sourceId))
  }
  return ({ sourceId, depth }) =>
    told.get(sourceId ?? '')?.find((each) => each.depth === depth) ?? null
}

async function allSources(db: Knex): Promise<Source[]> {
  const ids = await sourceRepository(db).namedIds()
  const byId = new Map((await sourceRepository(db).findMany(ids)).map((each) => [each.id, each]))
  return ids.map((id) => lookUp(byId, id))
}

async function openWishes(db: Knex): Promise<Wish[]> {
  const query = { open: true, aside: false, limit: 200 }
  return (await wishKind.page(db, query)).items
}

async function drynessOf(db: Knex, sources: readonly Source[]): Promise<Map<string, DryFraction>> {
  const weighed = new Map((await weighedDryness(db)).map((row) => [row.sourceId, row]))
  return new Map(
    sources.map(({ id, dryFraction: typical }) => {
      const own = weighed.get(id)
      const siblings = own ? [own.mean] : []
      const dry = dryFraction({ state: 'fresh', own: [], siblings, typical })
      return [id, { ...dry, n: own?.n ?? 0 }]
    }),
  )
}

function usualRatioDry(source: Source, dry: DryFraction): number | null {
  if (source.usualRatio === null) return null
  const share = source.usualRatioState === 'dried' ? 1 : dry.value
  const dyestuff = [{ massG: source.usualRatio, dryFraction: share }]
  return plantToFibreRatio({ dyestuff, fibreG: 1 }).dry
}

async function ratioOf(
  source: Source,
  dry: DryFraction,
  usualOf: RatiosOf['usualOf'],
): Promise<SourceOnWalk['ratioDry']> {
  const learnt = await usualOf(source.id)
  if (learnt) return { value: learnt.ratioDry, basis: 'learnt', n: learnt.n }
  const usual = usualRatioDry(source, dry)
  return usual === null ? null : { value: usual, basis: 'usual', n: 0 }
}
