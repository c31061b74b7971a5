import type { PosteriorPoint } from './posterior/observations'

/** Ratios nearer than this to each other are one trial, as a share. */
const ALIKE = 0.1

/** With fewer trials a curve is mostly what is usual for its kind. */
export const FEW_TRIALS = 3

/**
 * Trials that a curve stands on: distinct ratios, each in a pot of its own. Three skeins of one pot
 * are one, and so is one ratio dyed three times.
 *
 * @param points a swatch without a pot is alone in its own
 */
export function trialsOf(points: readonly Pick<PosteriorPoint, 'ratio' | 'pot'>[]): number {
  const used = points.filter(({ ratio }) => ratio > 0)
  const pots = new Set(used.map(({ pot }, i) => pot ?? `#${i}`))
  let last = 0
  let ratios = 0
  for (const ratio of used.map((point) => point.ratio).sort((a, b) => a - b)) {
    if (ratio <= last * (1 + ALIKE)) continue
    last = ratio
    ratios++
  }
  return Math.min(ratios, pots.size)
}
