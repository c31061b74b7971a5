import { positive } from '../checks'
import { InputError } from '../input-error'
import { spreadOf } from '../spread'

/**
 * How a spoonful weighs: g per mL as spooned, level, with its relative error (one SD). Typical,
 * from memory: a powder packs differently from maker to maker and from damp to dry.
 */
export const BULK_DENSITY = {
  alum: { gPerMl: 0.95, relativeSd: 0.15 },
  creamOfTartar: { gPerMl: 0.68, relativeSd: 0.15 },
  ironSulfate: { gPerMl: 1.0, relativeSd: 0.2 },
  copperSulfate: { gPerMl: 1.15, relativeSd: 0.2 },
  aluminiumAcetate: { gPerMl: 0.5, relativeSd: 0.3 },
  aluminiumTriformate: { gPerMl: 0.6, relativeSd: 0.3 },
  tannin: { gPerMl: 0.4, relativeSd: 0.3 },
  oakGall: { gPerMl: 0.5, relativeSd: 0.3 },
  chalk: { gPerMl: 0.55, relativeSd: 0.3 },
  sodaAsh: { gPerMl: 0.8, relativeSd: 0.25 },
  bakingSoda: { gPerMl: 0.93, relativeSd: 0.12 },
  slakedLime: { gPerMl: 0.5, relativeSd: 0.25 },
  citricAcid: { gPerMl: 0.88, relativeSd: 0.12 },
  salt: { gPerMl: 1.2, relativeSd: 0.1 },
} as const satisfies Record<string, { gPerMl: number; relativeSd: number }>

export type SpoonedAgent = keyof typeof BULK_DENSITY

/** Spoons weighed by the user: better than any table. */
export interface WeighedSpoons {
  spoons: number
  spoonMl: number
  massG: number
}

export interface SpoonedMass {
  massG: number
  /** Interval that holds it nine times in ten. */
  low: number
  high: number
  basis: 'measured' | 'typical'
  /** Weighings behind it. */
  n: number
}

/** Two level spoons of one powder differ by about this much, however well one was weighed. */
const SPOON_TO_SPOON_SD = 0.05

/**
 * Grams in level spoonfuls of a powder, with how wrong that may be.
 *
 * @param spoons how many, above 0; fractions count
 * @param spoonMl 4.92892159 (US teaspoon), 5 (metric), 14.78676478, 15, ...
 * @param weighed the user's own weighings of this powder, taken before the table's
 * @throws InputError for a count, volume or mass that is not above 0
 */
export function gramsInSpoons(
  agent: SpoonedAgent,
  spoons: number,
  spoonMl: number,
  weighed: readonly WeighedSpoons[] = [],
): SpoonedMass {
  const volumeMl = positive(spoons, '/spoons') * positive(spoonMl, '/spoonMl', 'mL')
  const { gPerMl, relativeSd, basis } = densityOf(agent, weighed)
  const massG = gPerMl * volumeMl
  // a sum of spoons: the spoon-to-spoon part evens out, the powder's own density does not
  const sd = Math.hypot(relativeSd, SPOON_TO_SPOON_SD / Math.sqrt(Math.max(1, spoons)))
  const { low, high } = spreadOf(massG, sd)
  return { massG, low, high, basis, n: weighed.length }
}

/**
 * Level spoonfuls that hold a mass: the inverse of `gramsInSpoons`, without its error.
 *
 * @returns a number of spoons, not rounded
 */
export function spoonsFor(
  agent: SpoonedAgent,
  massG: number,
  spoonMl: number,
  weighed: readonly WeighedSpoons[] = [],
): number {
  const { gPerMl } = densityOf(agent, weighed)
  return positive(massG, '/massG', 'g') / (gPerMl * positive(spoonMl, '/spoonMl', 'mL'))
}

function densityOf(agent: SpoonedAgent, weighed: readonly WeighedSpoons[]) {
  const typical = BULK_DENSITY[agent]
  if (!typical) {
    throw new InputError(`agent must be a powder that is spooned; got ${agent}`, '/agent')
  }
  if (weighed.length === 0) return { ...typical, basis: 'typical' as const }
  let massG = 0
  let volumeMl = 0
  weighed.forEach((one, i) => {
    massG += positive(one.massG, `/weighed/${i}/massG`, 'g')
    volumeMl +=
      positive(one.spoons, `/weighed/${i}/spoons`) *
      positive(one.spoonMl, `/weighed/${i}/spoonMl`, 'mL')
  })
  const relativeSd = SPOON_TO_SPOON_SD / Math.sqrt(weighed.length)
  return { gPerMl: massG / volumeMl, relativeSd, basis: 'measured' as const }
}
