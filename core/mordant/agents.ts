import type { ValueTable } from '../along-table'

/** Agents whose grams are computed, with the forms they are sold in. */
export const CALC_AGENTS = [
  'alum',
  'creamOfTartar',
  'ironSulfate',
  'copperSulfate',
  'aluminiumAcetate',
  'aluminiumTriformate',
  'tannin',
  'oakGall',
  'chalk',
  'sodaAsh',
  'bakingSoda',
  'slakedLime',
  'citricAcid',
  'salt',
] as const
export type CalcAgent = (typeof CALC_AGENTS)[number]

/** Whether the forms of something that goes into a bath are known here. */
export const isCalcAgent = (agent: string): agent is CalcAgent =>
  (CALC_AGENTS as readonly string[]).includes(agent)

/** Molar mass of each form, g/mol: IUPAC abridged atomic weights; the first is the usual one. */
export const AGENT_FORMS: Partial<Record<CalcAgent, Record<string, number>>> = {
  alum: { dodecahydrate: 474.39, anhydrous: 258.2 },
  ironSulfate: { heptahydrate: 278.01, monohydrate: 169.92, anhydrous: 151.91 },
  copperSulfate: { pentahydrate: 249.68, anhydrous: 159.61 },
  sodaAsh: { anhydrous: 105.99, monohydrate: 124.0, decahydrate: 286.14 },
}

/**
 * Solubility: g of a form per 100 g of water, by temperature in °C, rising with it.
 *
 * Source: Lange's Handbook of Chemistry (from memory). Alum is turned from the anhydrous figures
 * into crystals added to water, and given to 60 °C: beyond, it melts in its own water. Copper is
 * of the pentahydrate, soda of the anhydrous salt to 30 °C, where its best form changes; iron of
 * the anhydrous salt, to 40 °C.
 */
export const SOLUBILITY: Partial<Record<CalcAgent, { form: string; perHundred: ValueTable }>> = {
  alum: {
    form: 'dodecahydrate',
    perHundred: [
      [0, 5.65],
      [10, 7.58],
      [20, 11.4],
      [30, 16.58],
      [40, 23.83],
      [60, 57.5],
    ],
  },
  ironSulfate: {
    form: 'anhydrous',
    perHundred: [
      [0, 15.65],
      [10, 20.5],
      [20, 26.5],
      [30, 32.9],
      [40, 40.2],
    ],
  },
  creamOfTartar: {
    form: '',
    perHundred: [
      [0, 0.231],
      [10, 0.358],
      [20, 0.523],
      [30, 0.762],
    ],
  },
  copperSulfate: {
    form: 'pentahydrate',
    perHundred: [
      [0, 23.1],
      [10, 27.5],
      [20, 32],
      [30, 37.8],
      [40, 44.6],
      [60, 61.8],
    ],
  },
  sodaAsh: {
    form: 'anhydrous',
    perHundred: [
      [0, 7],
      [10, 12.5],
      [20, 21.5],
      [30, 39.7],
    ],
  },
  bakingSoda: {
    form: '',
    perHundred: [
      [0, 7],
      [10, 8.1],
      [20, 9.6],
      [30, 11.1],
      [40, 12.7],
      [60, 16],
    ],
  },
}

/** Percent of the fibre above which more does harm or no good; common practice, no source. */
export const MOST_PERCENT: Partial<Record<CalcAgent, number>> = {
  alum: 20,
  ironSulfate: 6,
  copperSulfate: 4,
}
