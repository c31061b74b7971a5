import type { LaterBath } from '~~/core/strength/baths-in-a-row'
import type { StrengthPointView } from '~~/shared/views/strength/strength'

/** A point of a later bath, with what the core asks of it. */
export type LaterBathPoint = StrengthPointView & LaterBath

/** Points of second and later baths whose strength and first ratio are known. */
export const laterBathsOf = (points: readonly StrengthPointView[]): LaterBathPoint[] =>
  points.flatMap((point): LaterBathPoint[] => {
    const { strength, bathNumber, firstRatioDry } = point
    return strength !== null && strength > 0 && bathNumber > 1 && firstRatioDry
      ? [{ ...point, strength, bath: bathNumber, ratioDry: firstRatioDry }]
      : []
  })
