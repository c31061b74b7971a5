import type { Basis, DryFraction } from '../../../core/harvest/dry-fraction'
import { gatherNeeded } from '../../../core/harvest/gather-needed'
import { spreadOf } from '../../../core/spread'
import type { Wish } from '../../../shared/schemas/walk/wish'
import type { Need } from '../../../shared/views/walk/walk'

/** Wishes share the stock in the order in which they were made. */
export function needsOf(
  wishes: readonly Wish[],
  ratioDry: number | null,
  dry: DryFraction,
  stockDryG: number,
): Need[] {
  if (ratioDry === null) return []
  let stock = stockDryG
  return [...wishes]
    .sort((a, b) => (a.createdAt < b.createdAt ? -1 : 1))
    .flatMap((wish) => {
      if (wish.fibreG === null) return []
      const wantedDryG = ratioDry * wish.fibreG
      const held = Math.min(stock, wantedDryG)
      stock -= held
      const missing = wantedDryG - held
      const basis: Basis = dry.basis
      const needed =
        missing > 0
          ? gatherNeeded({ ratioDry: missing, fibreG: 1 }, { dry: { ...dry } }).gatherG
          : spreadOf(0, 0)
      return [{ wish, wantedDryG, stockDryG: held, toGatherG: needed, basis }]
    })
}
