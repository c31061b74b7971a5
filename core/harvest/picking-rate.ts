import { positive } from '../checks'

export interface Picking {
  massG: number
  minutes: number
}

export interface PickingRate {
  /** All grams over all hours. */
  gramsPerHour: number
  /** Slowest and quickest of the walks. */
  low: number
  high: number
  n: number
}

/**
 * How quick a source is to gather: what decides between two yellows.
 *
 * @returns null without a timed walk
 * @throws InputError for a mass or time that is not above 0
 */
export function pickingRate(pickings: readonly Picking[]): PickingRate | null {
  if (pickings.length === 0) return null
  const rates = pickings.map(
    ({ massG, minutes }, i) =>
      (60 * positive(massG, `/pickings/${i}/massG`, 'g')) /
      positive(minutes, `/pickings/${i}/minutes`, 'min'),
  )
  const massG = pickings.reduce((sum, picking) => sum + picking.massG, 0)
  const minutes = pickings.reduce((sum, picking) => sum + picking.minutes, 0)
  return {
    gramsPerHour: (60 * massG) / minutes,
    low: Math.min(...rates),
    high: Math.max(...rates),
    n: pickings.length,
  }
}
