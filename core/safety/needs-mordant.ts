import { gramsOfAgent } from '../mordant/percent-of-fibre'

export interface PieceAtBath {
  code: string
  mordanted: boolean
  /** Air-dry, g. */
  dryG: number
}

export interface MordantGap {
  /** Codes of the pieces that will take little. */
  codes: string[]
  /** Alum that would put it right, g. */
  alumG: number
}

/** Usual alum on wool and silk, % of the dry fibre (common practice, no source). */
const USUAL_ALUM_PERCENT = 10

/**
 * Which pieces lack the mordant that a source needs, before the pot is lit: unmordanted fibre
 * takes next to nothing there, and the pot would have to be emptied and put right.
 *
 * @param needs what is known of the source; unknown is treated as needing none, since a warning
 *   that is often wrong is soon not read
 * @returns null where nothing is missing
 */
export function mordantGap(
  needs: 'yes' | 'no' | 'unknown',
  pieces: readonly PieceAtBath[],
): MordantGap | null {
  if (needs !== 'yes') return null
  const bare = pieces.filter(({ mordanted }) => !mordanted)
  if (bare.length === 0) return null
  const fibreG = bare.reduce((sum, { dryG }) => sum + dryG, 0)
  return {
    codes: bare.map(({ code }) => code),
    alumG: gramsOfAgent(USUAL_ALUM_PERCENT, fibreG),
  }
}
