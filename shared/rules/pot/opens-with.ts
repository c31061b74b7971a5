import { JAR_WAYS, type JarWay } from '../../../catalogue/jar-ways'
import { PART_HABITS } from '../../../catalogue/sources/part-habits'
import { COLD_WAYS, wayFacts, type Way } from '../../../catalogue/ways'
import { dryRatioOf } from '../../../core/harvest/ratio'
import type { Lot } from '../../schemas/loft/lot'
import type { Pot } from '../../schemas/pot/pot'
import type { Source } from '../../schemas/walk/source'

/** What a pot of a lot begins with, before anything is changed. */
export interface OpensWith {
  way: Way
  ownWayId: string | null
  /** g air-dry plant per g dry fibre. */
  ratioDry: number
  /** Where each comes from, for the dyer to judge. */
  from: { way: Origin; ratio: Origin }
}

/** `jar`: what a liquor came from; `yours`: the last pot of this source; `source`, `part`: usual. */
export type Origin = 'jar' | 'yours' | 'source' | 'part'

export type SourceHabits = Pick<
  Source,
  'part' | 'ways' | 'usualRatio' | 'usualRatioState' | 'dryFraction' | 'heatLimitC'
>

/**
 * How a pot of a source opens: as the dyer did it last, else as is usual of the source, else of
 * its part. A liquor opens in the way of the jar that it was strained from, whatever was done with
 * the plant itself: ammonia brings its caution.
 *
 * @param last the dyer's latest pot of this source; null: there is none
 * @param jarWay of the jar a liquor came from
 */
export function opensWith(
  source: SourceHabits,
  lot: Pick<Lot, 'state'>,
  last: Pick<Pot, 'way' | 'ownWayId' | 'ratioDry'> | null,
  jarWay: JarWay | null = null,
): OpensWith {
  const habits = PART_HABITS[source.part]
  const ofSource = source.ways[0] ?? null
  const usualDry = usualRatioDry(source)
  const ofJar = lot.state === 'liquor' ? liquorWay(jarWay) : null
  const wayOrigin: Origin = ofJar ? 'jar' : last ? 'yours' : ofSource ? 'source' : 'part'
  const plain = ofSource ?? habits.ways[0] ?? 'simmer'
  return {
    way: ofJar ?? last?.way ?? plain,
    ownWayId: ofJar ? null : (last?.ownWayId ?? null),
    ratioDry: last?.ratioDry ?? usualDry.value,
    from: { way: wayOrigin, ratio: last?.ratioDry ? 'yours' : usualDry.from },
  }
}

function usualRatioDry({ part, usualRatio, usualRatioState, dryFraction }: SourceHabits): {
  value: number
  from: Origin
} {
  const habits = PART_HABITS[part]
  const [ratio, state, from] =
    usualRatio === null
      ? ([habits.ratio, habits.ratioState, 'part'] as const)
      : ([usualRatio, usualRatioState, 'source'] as const)
  return { value: state === 'fresh' ? dryRatioOf(ratio, dryFraction) : ratio, from }
}

/** Ammonia stays with its liquor; any other is dyed in cold until somebody warms it. */
const liquorWay = (jarWay: JarWay | null): Way =>
  jarWay && JAR_WAYS[jarWay].ammonia ? 'ammoniaFerment' : 'coldSteep'

/** Cold ways of a source, for what bears no heat: its own first. */
export const coldWayOf = ({ ways }: Pick<SourceHabits, 'ways'>): Way =>
  ways.find((way) => COLD_WAYS.includes(way)) ?? 'coldSteep'

/** Heat at which the colour is drawn out, °C; null: the way draws it out cold. */
export const extractCOf = (way: Way): number | null =>
  wayFacts(way).steps.find(({ kind, tempC }) => kind === 'extract' && tempC !== null)?.tempC ?? null

/**
 * A usual heat held to what everything in the bath bears.
 *
 * @param usualC of the way, °C; null: without heat
 * @param limits °C; null: nothing known against a boil
 */
export const withinLimits = (
  usualC: number | null,
  limits: readonly (number | null)[],
): number | null =>
  usualC === null
    ? null
    : Math.min(usualC, ...limits.filter((limit): limit is number => limit !== null))
