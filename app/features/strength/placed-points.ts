import type { StrengthPointView } from '~~/shared/views/strength/strength'

/** A point that can be drawn: its ratio and its strength are both known. */
export type PlacedPoint = StrengthPointView & { ratioDry: number; strength: number }

/** Points that have a strength and a ratio. */
export const placedPoints = (points: readonly StrengthPointView[]): PlacedPoint[] =>
  points.flatMap((point): PlacedPoint[] => {
    const { ratioDry, strength } = point
    return ratioDry === null || strength === null ? [] : [{ ...point, ratioDry, strength }]
  })
