import type { ScaleLogarithmic } from 'd3-scale'
import { dryRatioOf } from '~~/core/harvest/ratio'
import { RIBBON_RANGE } from './ribbon-paint'

/** Where the words of a ribbon stand, in px from its left, so that none lies on another or a marker. */

/** Ratios as weighed that read well. */
const NICE = [0.02, 0.05, 0.1, 0.2, 0.3, 0.5, 1, 2, 3, 5, 10, 20]
/** A tick's words are so wide. */
const TICK_WORDS = 46
/** So near, the marker's handle and the word "enough" would touch. */
const CROWDED = 36

/** Ticks that have room for their words. */
export function ribbonTicks(
  x: ScaleLogarithmic<number, number>,
  dryFraction: number,
): { weighed: number; x: number }[] {
  const [least, most] = RIBBON_RANGE
  let end = -Infinity
  return NICE.flatMap((weighed) => {
    const dry = dryRatioOf(weighed, dryFraction)
    const at = x(dry)
    if (dry < least || dry > most || at < end + TICK_WORDS) return []
    end = at
    return [{ weighed, x: at }]
  })
}

/** "enough" stands over its tick, or beside the marker's handle where that is in the way. */
export function enoughWordPlace(enoughX: number, markerX: number, width: number) {
  const gap = markerX - enoughX
  const crowded = Math.abs(gap) < CROWDED
  if (!crowded && enoughX < width - 30) return { 'text-anchor': 'middle' }
  return gap < 0 && enoughX < width - 80
    ? { 'text-anchor': 'start', x: crowded ? 14 : 6 }
    : { 'text-anchor': 'end', x: crowded ? Math.min(gap, 0) - 14 : 0 }
}
