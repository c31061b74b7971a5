import type { Knex } from 'knex'
import { DRYING_DAYS } from '../../../catalogue/drying-days'
import { PARTS } from '../../../catalogue/parts'
import { dryingOutlook } from '../../../core/harvest/drying-time'
import { fibreDyed } from '../../../core/harvest/gather-needed'
import type { Lot } from '../../../shared/schemas/loft/lot'
import type { Source } from '../../../shared/schemas/walk/source'
import { LOFT_GROUPS, type LoftLot, type LoftView } from '../../../shared/views/loft/loft'
import { sinceLastChange } from '../../database/since-last-change'
import { lotRepository } from '../../repositories/lots'
import { sourceRepository } from '../../repositories/sources'
import { notFound } from '../log/failures'
import { readColours } from '../../repositories/deepest-colours'
import { patchRepository } from '../../repositories/patches'
import { loftHeaps } from '../../repositories/loft-heaps'
import { first, lookUp } from '../../../core/present'

/** Days after which stock goes off, by state: from memory. */
const KEEPS_DAYS = { fresh: 2, frozen: 365, liquor: 14 }
const SHOWN = 40

const daysBefore = (on: string, days: number) =>
  new Date(Date.parse(`${on}T00:00:00Z`) - days * 86_400_000).toISOString().slice(0, 10)

/** Stock at a glance, and one lot with all that is known of it. */
export const loftService = (db: Knex) => {
  const view = sinceLastChange(db, (on: string) => computeView(db, on))
  return {
    view,
    /** The view in JSON: put into words once, however often it is asked. */
    json: sinceLastChange(db, async (on: string) => JSON.stringify(await view(on))),

    async lot(id: string): Promise<LoftLot> {
      const lot = await lotRepository(db).find(id)
      if (!lot) throw notFound('lot', id)
      return first(await dressed(db, [lot]))
    },
  }
}

async function computeView(db: Knex, on: string): Promise<LoftView> {
  const cutoffs = [KEEPS_DAYS.liquor, KEEPS_DAYS.fresh, KEEPS_DAYS.frozen].map((days) =>
    daysBefore(on, days),
  )
  const heaps = loftHeaps(db, cutoffs)
  const counts = new Map((await heaps.counts()).map(({ heap, n }) => [heap, n]))
  const shown = await Promise.all(
    LOFT_GROUPS.map(async (group) => ({
      group,
      count: counts.get(group) ?? 0,
      // what is there longest is best used first; the index is in that order
      ids: counts.has(group) ? await heaps.ids(group, SHOWN) : [],
    })),
  )
  const lots = await dressed(db, await lotRepository(db).findMany(shown.flatMap(({ ids }) => ids)))
  const byId = new Map(lots.map((lot) => [lot.id, lot]))
  return {
    groups: shown.map(({ group, count, ids }) => ({
      group,
      count,
      lots: ids.map((id) => lookUp(byId, id)),
    })),
  }
}

/** Lots with names, colours and what they are good for. */
async function dressed(db: Knex, lots: readonly Lot[]): Promise<LoftLot[]> {
  const ids = lots.map(({ id }) => id)
  const sources = new Map(
    (await sourceRepository(db).findMany([...new Set(lots.map(({ sourceId }) => sourceId))])).map(
      (source) => [source.id, source],
    ),
  )
  const patches = await patchRepository(db).names()
  const colours = new Map(await readColours(db, ids))
  return lots.map((lot) => {
    const source = lookUp(sources, lot.sourceId)
    return {
      ...lot,
      sourceName: `${source.commonName} ${PARTS[source.part].label}`,
      scientificName: source.scientificName,
      patchName: (lot.patchId && patches.get(lot.patchId)) || null,
      hex: colours.get(lot.id) ?? null,
      dyesG: dyesG(lot, source),
      drying: lot.hungOn && lot.leftG > 0 ? outlookOf(lot, source) : null,
    }
  })
}

const outlookOf = (lot: Lot, source: Source) =>
  dryingOutlook(
    lot.leftG,
    { value: lot.dryFraction, basis: lot.dryFractionBasis },
    DRYING_DAYS[source.part],
  )

function dyesG(lot: Lot, source: Source): number | null {
  // spent stuff still gives something, but nobody knows how much
  if (source.usualRatio === null || (lot.extracted > 0 && lot.state !== 'liquor')) return null
  const share = source.usualRatioState === 'dried' ? 1 : source.dryFraction
  return fibreDyed(Math.max(0, lot.leftG * lot.dryFraction), source.usualRatio * share)
}
