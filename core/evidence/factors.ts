/** Everything that can make two swatches differ. A lot subsumes its year, place and age. */
export const FACTORS = [
  'source',
  'lot',
  'part',
  'state',
  'particleSize',
  'spent',
  'aged',
  'soaked',
  'ratioDry',
  'fibre',
  'base',
  'mordant',
  'mordantPercent',
  'way',
  'tempC',
  'boiled',
  'minutes',
  'water',
  'finalPh',
  'shift',
  'bathNumber',
  'companions',
  'readingMethod',
] as const
export type Factor = (typeof FACTORS)[number]

/** Amounts by what they are of; `null` where that went in, and nobody knows how much. */
export type Amounts = Readonly<Record<string, number | null>>

/**
 * A value of a factor; `null` where it was not recorded. A list is compared as a set; amounts one by
 * one, each within the factor's tolerance.
 */
export type FactorValue = string | number | boolean | readonly string[] | Amounts | null

export type Factors = Partial<Record<Factor, FactorValue>>

/**
 * How far two numbers may lie apart and still count as alike: relative to the larger, or
 * absolute in the factor's own unit. Numbers without an entry must be equal.
 */
export const TOLERANCES: Partial<Record<Factor, { relative: number } | { absolute: number }>> = {
  ratioDry: { relative: 0.1 },
  minutes: { relative: 0.2 },
  tempC: { absolute: 5 },
  finalPh: { absolute: 0.5 },
  // spoons are no finer; from memory
  mordantPercent: { relative: 0.15 },
  shift: { relative: 0.25 },
  companions: { relative: 0.2 },
}
