import type { Basis, DryFraction } from '../../../core/harvest/dry-fraction'
import { gatherNeeded } from '../../../core/harvest/gather-needed'
import { spreadOf } from '../../../core/spread'
import type { Wish } from '../../../shared/schemas/walk/wish'
import type { DepthRatio, Need } from '../../../shared/views/walk/walk'

/** What a source's curve asks for a depth. */
export type DepthRatioOf = (wish: Wish) => DepthRatio | null

/**
 * Wishes share the stock in the order in which they were made.
 *
 * @param ratioDry as is usually taken; for a wished depth, what its curve asks goes before
 */
export function needsOf(
  wishes: readonly Wish[],
  ratioDry: number | null,
  dry: DryFraction,
  stockDryG: number,
  depthRatioOf: DepthRatioOf = () => null,
): Need[] {
  let stock = stockDryG
  return [...wishes]
    .sort((a, b) => (a.createdAt < b.createdAt ? -1 : 1))
    .flatMap((wish) => {
      const forDepth = depthRatioOf(wish)
      const ratio = forDepth?.ratioDry ?? ratioDry
      if (wish.fibreG === null || ratio === null) return []
      const wantedDryG = ratio * wish.fibreG
      const held = Math.min(stock, wantedDryG)
      stock -= held
      const missing = wantedDryG - held
      const basis: Basis = dry.basis
      const needed =
        missing > 0
          ? gatherNeeded({ ratioDry: missing, fibreG: 1 }, { dry: { ...dry } }).gatherG
          : spreadOf(0, 0)
      return [{ wish, wantedDryG, stockDryG: held, toGatherG: needed, basis, forDepth }]
    })
}
