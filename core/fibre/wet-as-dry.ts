import { positive } from '../checks'

/**
 * How many times its dry weight a piece weighs wet: pressed out hardly, to dripping.
 * From memory: wool holds its own weight after spinning and two to three times when it drips.
 */
const WET_TIMES = { from: 1.6, to: 4 } as const
/** Fewer alike say nothing of what is usual. */
const LEAST_ALIKE = 2

export interface WetSuspicion {
  /** What pieces like it weigh, g. */
  usualG: number
  /** How many times that was typed. */
  times: number
  /** Pieces behind it; 0: what was printed on its band. */
  n: number
}

/**
 * Whether a weight looks as if the piece had been weighed wet: every gram of mordant and plant is
 * computed on it, and would be too much by as many times.
 *
 * @param massG as typed
 * @param alikeG weights of the user's pieces of the same fibre, form and name, g
 * @param soldAsG what the band says, where it was noted
 * @returns null where nothing speaks for it, or nothing is known of pieces like it
 */
export function wetAsDry(
  massG: number,
  alikeG: readonly number[],
  soldAsG: number | null = null,
): WetSuspicion | null {
  positive(massG, '/dryG', 'g')
  const usualG = soldAsG ?? (alikeG.length >= LEAST_ALIKE ? middle(alikeG) : null)
  if (usualG === null) return null
  const times = massG / positive(usualG, '/soldAsG', 'g')
  if (times < WET_TIMES.from || times > WET_TIMES.to) return null
  return { usualG, times, n: soldAsG === null ? alikeG.length : 0 }
}

function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const half = sorted.length >> 1
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
