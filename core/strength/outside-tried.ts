/** Dry ratios tried, the least and the most; 0 and 0 for none. */
export type Tried = readonly [least: number, most: number]

/** So many times under the least ratio tried, or over the most. */
export interface FarFromTried {
  times: number
  side: 'under' | 'over'
}

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
export function farFromTried(ratio: number, [least, most]: Tried): FarFromTried | null {
  if (most === 0) return null
  if (ratio * FAR < least) return { times: least / ratio, side: 'under' }
  return ratio > most * FAR ? { times: ratio / most, side: 'over' } : null
}
