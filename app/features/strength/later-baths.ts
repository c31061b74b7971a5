import type { StrengthPointView } from '~~/shared/views/strength/strength'

/** Points of second and later baths whose strength is known. */
export const laterBathsOf = (points: readonly StrengthPointView[]) =>
  points.filter(({ strength, bathNumber }) => strength !== null && strength > 0 && bathNumber > 1)
