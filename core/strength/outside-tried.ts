import { formatNumber } from '../quantity/format-quantity'

/** Dry ratios tried, the least and the most; 0 and 0 for none. */
export type Tried = readonly [least: number, most: number]

/** A ratio farther than this from any that was tried is a guess. */
const FAR = 2

/** The dry ratios of swatches. */
export function triedOf(points: readonly { ratio: number }[]): Tried {
  const ratios = points.map(({ ratio }) => ratio).filter((ratio) => ratio > 0)
  return ratios.length > 0 ? [Math.min(...ratios), Math.max(...ratios)] : [0, 0]
}

/**
 * How far a dry ratio lies from those tried: 28 under, or 3 over; null where it is near them, or
 * where none was tried and all is typical.
 */
export function farFromTried(
  ratio: number,
  [least, most]: Tried,
): { times: number; side: 'under' | 'over' } | null {
  if (most === 0) return null
  if (ratio * FAR < least) return { times: least / ratio, side: 'under' }
  return ratio > most * FAR ? { times: ratio / most, side: 'over' } : null
}

/** `a guess: 28 times under any ratio tried`; empty where it is near one. */
export function farWords(ratio: number, tried: Tried): string {
  const far = farFromTried(ratio, tried)
  return far ? `a guess: ${formatNumber(far.times, 2)} times ${far.side} any ratio tried` : ''
}
