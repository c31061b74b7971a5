/** Everything that can make two swatches differ. A lot subsumes its year and place, not how long it was kept. */
export const FACTORS = [
  'source',
  'lot',
  'part',
  'state',
  'particleSize',
  'spent',
  'aged',
  'soaked',
  'storageDays',
  'ratioDry',
  'fibre',
  'base',
  'mordant',
  'mordantPercent',
  'mordantHeat',
  'mordantFinish',
  'way',
  'tempC',
  'boiled',
  'minutes',
  'water',
  'vessel',
  'finalPh',
  'shift',
  'coats',
  'cooled',
  'soap',
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
  // kept well, a plant changes over months; from memory
  storageDays: { absolute: 60 },
}

/** What two swatches share once they share this: pieces of one pot have one liquor, whatever is known of it. */
type SharedBy = 'lot' | 'pot' | 'potUnlessTold' | 'nothing'

interface FactorFacts {
  /**
   * All pieces of one pot, or all that was dyed with one lot, have it alike, known or not;
   * `potUnlessTold`: pieces of a pot do, but for those of which something else is written down.
   */
  sharedBy: SharedBy
  /** A dyer decides on it; false: it happens, or is known only afterwards. */
  isChosen: boolean
}

/** What is true of each factor wherever it is compared. */
export const FACTOR_FACTS: Readonly<Record<Factor, FactorFacts>> = {
  source: { sharedBy: 'lot', isChosen: true },
  lot: { sharedBy: 'lot', isChosen: true },
  part: { sharedBy: 'lot', isChosen: true },
  state: { sharedBy: 'pot', isChosen: true },
  particleSize: { sharedBy: 'pot', isChosen: true },
  spent: { sharedBy: 'pot', isChosen: true },
  aged: { sharedBy: 'pot', isChosen: true },
  soaked: { sharedBy: 'pot', isChosen: true },
  storageDays: { sharedBy: 'pot', isChosen: true },
  ratioDry: { sharedBy: 'pot', isChosen: true },
  fibre: { sharedBy: 'nothing', isChosen: true },
  base: { sharedBy: 'nothing', isChosen: true },
  mordant: { sharedBy: 'nothing', isChosen: true },
  mordantPercent: { sharedBy: 'nothing', isChosen: true },
  mordantHeat: { sharedBy: 'nothing', isChosen: true },
  mordantFinish: { sharedBy: 'nothing', isChosen: true },
  way: { sharedBy: 'pot', isChosen: true },
  tempC: { sharedBy: 'pot', isChosen: true },
  boiled: { sharedBy: 'pot', isChosen: false },
  minutes: { sharedBy: 'potUnlessTold', isChosen: true },
  water: { sharedBy: 'pot', isChosen: true },
  vessel: { sharedBy: 'pot', isChosen: true },
  finalPh: { sharedBy: 'pot', isChosen: false },
  shift: { sharedBy: 'potUnlessTold', isChosen: true },
  coats: { sharedBy: 'potUnlessTold', isChosen: true },
  cooled: { sharedBy: 'potUnlessTold', isChosen: true },
  soap: { sharedBy: 'nothing', isChosen: true },
  bathNumber: { sharedBy: 'pot', isChosen: true },
  companions: { sharedBy: 'pot', isChosen: true },
  readingMethod: { sharedBy: 'nothing', isChosen: true },
}

/** What belongs to a piece and can be chosen for it, whatever its bath. */
export const PIECE_FACTORS = FACTORS.filter(
  (factor) =>
    FACTOR_FACTS[factor].sharedBy === 'nothing' && factor !== 'readingMethod' && factor !== 'soap',
)

/** Of a mordanting, what only another of the same mordants can be held against. */
const OF_A_MORDANT: readonly Factor[] = ['mordantPercent', 'mordantHeat', 'mordantFinish']
export const isOfMordant = (factor: Factor): boolean => OF_A_MORDANT.includes(factor)
