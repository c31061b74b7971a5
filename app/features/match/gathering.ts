import { rollups, sum } from 'd3-array'
import { first } from '~~/core/present'
import type { MatchResult } from './useMatch'
import type { ToldBath } from './told-ways'

/** A plant that a palette takes, over all its colours. */
export interface ToGather {
  sourceId: string
  name: string
  /** Air-dry, in all. */
  dryG: number
  /** What no lot holds, in the state it is usually weighed in, g; 0: it is in stock. */
  gatherUsualG: number
  state: string
  baths: ToldBath[]
}

/**
 * Plants of the likeliest way to each colour, added up. A lot that holds enough for each colour alone
 * may not for all: what is over its grams is to be gathered too.
 */
export function gatheringOf(results: readonly (MatchResult | null)[]): ToGather[] {
  const baths = results.flatMap((result) => result?.ways[0]?.baths ?? [])
  return rollups(
    baths,
    (of): ToGather => {
      const { source, name } = first(of)
      const fromStock = of.filter(({ plant }) => plant.lot !== null)
      const leftDryG = Math.max(
        0,
        ...fromStock.map(({ plant }) => plant.lot!.lot.leftG * plant.lot!.lot.dryFraction),
      )
      const wantedOfStock = sum(fromStock, ({ plant }) => plant.dryG)
      const lackingDryG =
        sum(of, ({ plant }) => (plant.lot ? 0 : plant.dryG)) + Math.max(0, wantedOfStock - leftDryG)
      return {
        sourceId: source.sourceId,
        name,
        dryG: sum(of, ({ plant }) => plant.dryG),
        gatherUsualG: lackingDryG / source.usualDryFraction,
        state: source.usualRatioState,
        baths: of,
      }
    },
    ({ source }) => source.sourceId,
  )
    .map(([, plant]) => plant)
    .sort((a, b) => b.gatherUsualG - a.gatherUsualG)
}
