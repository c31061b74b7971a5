import { mean } from 'd3-array'
import { present } from '../present'

/**
 * The state a lot is in. A ratio means nothing until the state is named. A liquor is kept in grams
 * too, and its plant-equivalent takes the place of its dry fraction.
 */
export type PlantState = 'fresh' | 'dried' | 'frozen' | 'liquor'

/** How a number came about. */
export type Basis = 'measured' | 'estimated' | 'typical'

export interface DryFraction {
  /** Air-dry mass / mass as it is now, above 0 and at most 1. */
  value: number
  basis: Basis
  /** How many weighings stand behind it; 0 for a typical value. */
  n: number
}

export interface DryFractionEvidence {
  state: PlantState
  /** Fractions weighed on this very lot (air-dry mass / fresh mass). */
  own: number[]
  /** Fractions weighed on the user's other lots of the same source. */
  siblings: number[]
  /** What is usual for the source or its part. */
  typical: number
}

/**
 * The share of a lot's present mass that is air-dry matter.
 *
 * In this order: the lot's own weighings, the user's other lots of that source, the typical
 * value. A dried lot is dry matter by definition of "air-dry". Freezing takes no water away,
 * so a frozen lot counts as fresh.
 *
 * @returns the fraction with what stands behind it
 */
export function dryFraction({ state, own, siblings, typical }: DryFractionEvidence): DryFraction {
  if (state === 'dried') return { value: 1, basis: 'measured', n: 0 }
  if (own.length > 0) return { value: present(mean(own)), basis: 'measured', n: own.length }
  if (siblings.length > 0)
    return { value: present(mean(siblings)), basis: 'estimated', n: siblings.length }
  return { value: typical, basis: 'typical', n: 0 }
}
