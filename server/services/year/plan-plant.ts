import type { Knex } from 'knex'
import { sort } from 'd3-array'
import { FORM_FREEDOM } from '../../../catalogue/fibres'
import { piecesPerPot, plantForPlan, splitOverPlaces } from '../../../core/plan/plant-for-plan'
import { present } from '../../../core/present'
import { jarReadyAt } from '../../../shared/rules/jar/ready-at'
import type { JarView } from '../../../shared/schemas/loft/jar'
import type { NewPlan } from '../../../shared/schemas/year/plan'
import type { DepthRatio, SourceOnWalk, WalkRow } from '../../../shared/views/walk/walk'
import type { ChainJar, ChainPlant, ChainPot } from '../../../shared/views/year/chain'
import { lotRepository } from '../../repositories/lots'

/** Less than that is none, g. */
const CRUMBS_G = 0.5

/** Each part in as many pots as the vessel needs; a later bath follows the pots of the part before. */
export function potsOf(
  plan: NewPlan,
  roomL: number,
  { source, ratioDry, dryFraction }: SourceOnWalk,
  depths: readonly DepthRatio[],
): ChainPot[] {
  const asWeighed = source.usualRatioState === 'dried' ? 1 : dryFraction.value
  const litresPerKg = FORM_FREEDOM[plan.form].evenLPerKg
  const pots: ChainPot[] = []
  let before: number[] = []
  for (const { fibreG, pieces, depth, isLaterBath } of plan.parts) {
    const forDepth = depths.find((each) => each.depth === depth)?.ratioDry ?? null
    const dry = isLaterBath ? null : (forDepth ?? ratioDry?.value ?? null)
    const first = pots.length
    piecesPerPot(pieces, fibreG / pieces, roomL, litresPerKg).forEach((count, i) =>
      pots.push({
        fibreG: (fibreG * count) / pieces,
        pieces: count,
        depth,
        isDepthLikely: !isLaterBath && forDepth !== null,
        liquorOf: isLaterBath ? present(before[Math.min(i, before.length - 1)]) : null,
        ratioDry: dry,
        ratioAsWeighed: dry === null ? null : dry / asWeighed,
        state: source.usualRatioState,
      }),
    )
    before = pots.slice(first).map((_, i) => first + i)
  }
  return pots
}

interface PlantAsk {
  row: WalkRow
  source: SourceOnWalk
  depths: readonly DepthRatio[]
  pots: readonly ChainPot[]
  /** Of the dry stock, g, by plans before it. */
  claimedG: number
  jar: ChainJar | null
}

/** The plant of a plan: out of a jar that stands, out of stock, and the rest from its places. */
export async function plantOf(
  db: Knex,
  { sourceId }: NewPlan,
  { row, source, depths, pots, claimedG, jar }: PlantAsk,
): Promise<ChainPlant> {
  const own = pots.filter(({ liquorOf }) => liquorOf === null)
  const isRatioKnown = own.every(({ ratioDry }) => ratioDry !== null)
  const { dryFraction, bearings } = source
  const needed = plantForPlan(isRatioKnown ? own : [], Math.max(0, row.stockDryG - claimedG), {
    dry: dryFraction,
  })
  // out of a jar dyes what stands in it: neither bag nor basket is asked for it
  const { stockDryG, gatherG } = jar ? { stockDryG: 0, gatherG: null } : needed
  const places = bearings.map(({ patchId, leftG }) => ({ id: patchId, leftG }))
  const split = splitOverPlaces(gatherG?.mid ?? 0, places)
  const nameOf = new Map(bearings.map(({ patchId, patchName }) => [patchId, patchName]))
  const { n = 0, tried = [0, 0] as const } = depths[0] ?? {}
  return {
    wantedDryG: needed.wantedDryG,
    stockDryG,
    stockCodes: stockDryG > 0 ? await dyeableCodes(db, sourceId) : [],
    gatherG,
    basis: dryFraction.basis,
    shares: split.shares.map(({ id, massG }) => ({
      patchId: id,
      patchName: nameOf.get(id) ?? '',
      massG,
    })),
    shortG: places.length > 0 ? split.shortG : null,
    isRatioKnown,
    forDepth: { n, tried },
    usualN: source.ratioDry?.n ?? 0,
  }
}

const MOST_LOTS = 50

/** Tags of lots that still hold their first colour. */
async function dyeableCodes(db: Knex, sourceId: string): Promise<string[]> {
  const page = { sourceId, inStock: true, aside: false, limit: MOST_LOTS }
  const { items } = await lotRepository(db).page(page)
  return items
    .filter(({ state, extracted }) => state !== 'liquor' && extracted === 0)
    .map(({ code }) => code)
}

/**
 * Of a source that dyes out of a jar: one that stands already, the ripest that holds something still.
 *
 * @param claimedG of each jar, by its tag, by plans before it
 */
export function jarFor(
  { source }: SourceOnWalk,
  jars: readonly JarView[],
  claimedG: ReadonlyMap<string, number>,
): ChainJar | null {
  if (source.ways[0] !== 'ammoniaFerment') return null
  const standing = jars
    .filter(({ mould, sourceId }) => !mould && sourceId === source.id)
    .map((jar) => ({
      code: jar.code,
      readyAt: jarReadyAt(jar),
      dryG: jar.dryG - (claimedG.get(jar.code) ?? 0),
    }))
    .filter(({ dryG }) => dryG > CRUMBS_G)
  return sort(standing, ({ readyAt }) => readyAt)[0] ?? null
}
