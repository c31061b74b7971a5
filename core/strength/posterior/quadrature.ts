/** Points of a unit normal with the share of it that each stands for. */
export type NormalRule = readonly { at: number; weight: number }[]

/** Three-point rule of a normal: its middle and these many SDs either way. */
export const THREE_POINT_NORMAL: NormalRule = [
  { at: 0, weight: 2 / 3 },
  { at: -Math.sqrt(3), weight: 1 / 6 },
  { at: Math.sqrt(3), weight: 1 / 6 },
]

/** Five-point rule, Gauss-Hermite: Abramowitz and Stegun 1964, table 25.10, for a unit normal. */
export const FIVE_POINT_NORMAL: NormalRule = [
  { at: 0, weight: 8 / 15 },
  { at: -1.355626, weight: 0.222076 },
  { at: 1.355626, weight: 0.222076 },
  { at: -2.85697, weight: 0.011257 },
  { at: 2.85697, weight: 0.011257 },
]
