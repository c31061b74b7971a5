import type { Knex } from 'knex'
import { sort } from 'd3-array'
import { FORM_FREEDOM } from '../../../catalogue/fibres'
import { plantForPlan, potsFor, splitOverPlaces } from '../../../core/plan/plant-for-plan'
import { present } from '../../../core/present'
import type { JarView } from '../../../shared/schemas/loft/jar'
import type { NewPlan } from '../../../shared/schemas/year/plan'
import type { DepthRatio, SourceOnWalk, WalkRow } from '../../../shared/views/walk/walk'
import type { ChainPlant, ChainPotView, ChainView } from '../../../shared/views/year/chain'
import { lotRepository } from '../../repositories/lots'

const DAY_MS = 86_400_000

/** Each part in as many pots as the vessel needs; a later bath follows the pots of the part before. */
export function potsOf(
  plan: NewPlan,
  roomL: number,
  { source, ratioDry, dryFraction }: SourceOnWalk,
  depths: readonly DepthRatio[],
): ChainPotView[] {
  const pots: ChainPotView[] = []
  let before: number[] = []
  for (const { fibreG, depth, isLaterBath } of plan.parts) {
    const goes = potsFor(fibreG, roomL, FORM_FREEDOM[plan.form].evenLPerKg)
    const wanted = depth && depths.find((each) => each.depth === depth)?.ratioDry
    const dry = isLaterBath ? null : (wanted ?? ratioDry?.value ?? null)
    const asWeighed = source.usualRatioState === 'dried' ? 1 : dryFraction.value
    const own = goes.map((massG, i) => {
      pots.push({
        fibreG: massG,
        depth,
        liquorOf: isLaterBath ? present(before[Math.min(i, before.length - 1)]) : null,
        ratioDry: dry,
        ratioAsWeighed: dry === null ? null : dry / asWeighed,
        state: source.usualRatioState,
      })
      return pots.length - 1
    })
    before = own
  }
  return pots
}

interface PlantAsk {
  row: WalkRow
  source: SourceOnWalk
  depths: readonly DepthRatio[]
  pots: readonly ChainPotView[]
  takenG: number
  jar: ChainView['jar']
}

export async function plantOf(
  db: Knex,
  plan: NewPlan,
  { row, source, depths, pots, takenG, jar }: PlantAsk,
): Promise<ChainPlant> {
  const own = pots.filter(({ liquorOf }) => liquorOf === null)
  const isRatioKnown = own.every(({ ratioDry }) => ratioDry !== null)
  const { dryFraction } = source
  // out of a jar dyes what stands in it: none is gathered for it now
  const stockDryG = jar ? Infinity : Math.max(0, row.stockDryG - takenG)
  const needed = plantForPlan(isRatioKnown ? own : [], stockDryG, { dry: dryFraction })
  const places = source.bearings.map(({ patchId, leftG }) => ({ id: patchId, leftG }))
  const split = splitOverPlaces(needed.gatherG?.mid ?? 0, places)
  const nameOf = new Map(source.bearings.map(({ patchId, patchName }) => [patchId, patchName]))
  const lots =
    needed.stockDryG > 0 && !jar
      ? (
          await lotRepository(db).page({
            sourceId: plan.sourceId,
            inStock: true,
            aside: false,
            limit: 50,
          })
        ).items
      : []
  const wantsDepth = plan.parts.some(({ depth, isLaterBath }) => depth !== null && !isLaterBath)
  const unsure = plan.parts.some(
    ({ depth, isLaterBath }) =>
      depth !== null &&
      !isLaterBath &&
      (depths.find((each) => each.depth === depth)?.ratioDry ?? null) === null,
  )
  return {
    wantedDryG: needed.wantedDryG,
    stockDryG: jar ? 0 : needed.stockDryG,
    stockCodes: lots
      .filter(({ state, extracted }) => state !== 'liquor' && !extracted)
      .map(({ code }) => code),
    gatherG: needed.gatherG,
    basis: dryFraction.basis,
    shares: split.shares.map(({ id, massG }) => ({
      patchId: id,
      patchName: nameOf.get(id) ?? '',
      massG,
    })),
    shortG: places.length > 0 ? split.shortG : null,
    n: (wantsDepth ? depths[0]?.n : source.ratioDry?.n) ?? 0,
    isDepthUnsure: unsure,
    isRatioKnown,
  }
}

/** Of a source that dyes out of a jar: one that stands already, the ripest. */
export async function jarFor(
  db: Knex,
  { source }: SourceOnWalk,
  jars: readonly JarView[],
): Promise<ChainView['jar']> {
  if (source.ways[0] !== 'ammoniaFerment') return null
  const lots = await lotRepository(db).findMany(
    jars.flatMap((jar) => jar.lots.map(({ lotId }) => lotId)),
  )
  const ofSource = new Set(lots.flatMap(({ id, sourceId }) => (sourceId === source.id ? id : [])))
  const own = jars.filter(
    ({ mould, lots: inside }) => !mould && inside.some(({ lotId }) => ofSource.has(lotId)),
  )
  const readyAt = ({ startedAt, outlook }: JarView) =>
    Date.parse(startedAt) +
    (outlook.days + Math.max(0, outlook.fromDays - outlook.daysAtTemp)) * DAY_MS
  const ripest = sort(own, readyAt)[0]
  return ripest ? { code: ripest.code, readyAt: readyAt(ripest), dryG: ripest.dryG } : null
}
