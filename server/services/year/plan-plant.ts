import type { Knex } from 'knex'
import { sort } from 'd3-array'
import { FORM_FREEDOM } from '../../../catalogue/fibres'
import { piecesPerPot, plantForPlan, splitOverPlaces } from '../../../core/plan/plant-for-plan'
import { present } from '../../../core/present'
import { jarReadyAt } from '../../../shared/rules/jar/ready-at'
import type { JarView } from '../../../shared/schemas/loft/jar'
import type { NewPlan, PlanPart } from '../../../shared/schemas/year/plan'
import type { DepthRatio, SourceOnWalk, WalkRow } from '../../../shared/views/walk/walk'
import type { ChainJar, ChainPlant, ChainPot } from '../../../shared/views/year/chain'
import { lotRepository } from '../../repositories/lots'
import { dryingOf } from './plan-groups'

/** Less than that is none, g. */
const CRUMBS_G = 0.5

/** What is known of one of a plan's sources. */
export interface KnownSource {
  source: SourceOnWalk
  /** By the curve of the plan's own fibre and mordant. */
  depths: readonly DepthRatio[]
}

/** The sources of a plan, its own first. */
export const sourceIdsOf = ({ sourceId, parts }: Pick<NewPlan, 'sourceId' | 'parts'>): string[] => [
  ...new Set([sourceId, ...parts.flatMap((part) => part.sourceId ?? [])]),
]

/** Each part in as many pots as the vessel needs; a later bath follows the pots of the part before. */
export function potsOf(plan: NewPlan, roomL: number, known: readonly KnownSource[]): ChainPot[] {
  const ids = sourceIdsOf(plan)
  const litresPerKg = FORM_FREEDOM[plan.form].evenLPerKg
  const pots: ChainPot[] = []
  let before: number[] = []
  for (const part of plan.parts) {
    const { fibreG, pieces, depth, isLaterBath } = part
    const plant = isLaterBath
      ? present(pots[before[0] ?? 0]).plant
      : ids.indexOf(part.sourceId ?? plan.sourceId)
    const ratio = isLaterBath ? null : ratioOf(part, present(known[plant]))
    const first = pots.length
    piecesPerPot(pieces, fibreG / pieces, roomL, litresPerKg).forEach((count, i) =>
      pots.push({
        fibreG: (fibreG * count) / pieces,
        pieces: count,
        plant,
        depth,
        isDepthLikely: ratio?.isDepthLikely ?? false,
        againCode: ratio?.againCode ?? null,
        liquorOf: isLaterBath ? present(before[Math.min(i, before.length - 1)]) : null,
        ratioDry: ratio?.dry ?? null,
        ratioAsWeighed: ratio?.asWeighed ?? null,
        state: present(known[plant]).source.source.usualRatioState,
      }),
    )
    before = pots.slice(first).map((_, i) => first + i)
  }
  return pots
}

/** How much plant a part takes: as the swatch it makes again, for its depth, or as usual. */
function ratioOf(
  { depth, again }: PlanPart,
  { source: { source, ratioDry, dryFraction }, depths }: KnownSource,
) {
  const asWeighed = source.usualRatioState === 'dried' ? 1 : dryFraction.value
  const asAgain = again?.ratioDry ?? null
  const forDepth =
    asAgain === null ? (depths.find((each) => each.depth === depth)?.ratioDry ?? null) : null
  const dry = asAgain ?? forDepth ?? ratioDry?.value ?? null
  return {
    dry,
    asWeighed: dry === null ? null : dry / asWeighed,
    isDepthLikely: forDepth !== null,
    againCode: asAgain === null ? null : (again?.code ?? null),
  }
}

interface PlantAsk extends KnownSource {
  row: WalkRow
  /** Pots with plant of their own, of this source, that are still to be dyed. */
  pots: readonly ChainPot[]
  /** Of the dry stock, g, by plans before it. */
  claimedG: number
  jar: ChainJar | null
}

/** One plant of a plan: out of a jar that stands, out of stock, and the rest from its places. */
export async function plantOf(
  db: Knex,
  { row, source, depths, pots, claimedG, jar }: PlantAsk,
): Promise<ChainPlant> {
  const isRatioKnown = pots.every(({ ratioDry }) => ratioDry !== null)
  const { dryFraction, bearings } = source
  const { id: sourceId, commonName, fastness } = source.source
  const needed = plantForPlan(isRatioKnown ? pots : [], Math.max(0, row.stockDryG - claimedG), {
    dry: dryFraction,
  })
  // out of a jar dyes what stands in it: neither bag nor basket is asked for it
  const { stockDryG, gatherG } = jar ? { stockDryG: 0, gatherG: null } : needed
  const places = bearings.map(({ patchId, leftG }) => ({ id: patchId, leftG }))
  const split = splitOverPlaces(gatherG?.mid ?? 0, places)
  const nameOf = new Map(bearings.map(({ patchId, patchName }) => [patchId, patchName]))
  const { n = 0, tried = [0, 0] as const } = depths[0] ?? {}
  return {
    sourceId,
    sourceName: commonName,
    fastness,
    jar,
    dryingDays: dryingOf({ jar, gatherG, isRatioKnown }, source, pots.length),
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
