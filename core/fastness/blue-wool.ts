import { weightedQuantile } from '../strength/weighted-quantile'
import { InputError } from '../input-error'

/** Blue-wool references of ISO 105-B02, 1 the least fast. */
export const BLUE_WOOLS = [1, 2, 3, 4, 5, 6, 7, 8] as const
export type BlueWool = (typeof BLUE_WOOLS)[number]

/** Change of a piece and of a reference over the same days. */
export interface SameLight {
  step: BlueWool
  /** Differences between covered and open part, CIEDE2000. */
  ofPiece: number
  ofReference: number
}

export interface LightStep {
  /** The reference that faded like it; with a neighbour where it lies between. */
  mid: BlueWool
  low: BlueWool
  high: BlueWool
  /** It faded more than the least fast one beside it, or less than the fastest. */
  beyond: 'below' | 'above' | null
  /** Looks behind it. */
  n: number
}

/** SD of a difference by which a piece and a reference are compared. */
const LEAST_SD = 0.8
const RELATIVE_SD = 0.1
/** Less change than that says nothing of either. */
const SEEN = 1.5

/**
 * Light fastness by the references that hung beside it: the one whose change is the most like it, over
 * all looks (ISO 105-B02, there judged by eye).
 *
 * @param pairs of each look, one for each reference that was read on the same day
 * @returns null where neither the piece nor any reference changed visibly, or none hung there
 * @throws InputError for a difference below 0
 */
export function lightStep(pairs: readonly SameLight[]): LightStep | null {
  for (const { ofPiece, ofReference } of pairs) {
    const wrong = [ofPiece, ofReference].find((value) => !(value >= 0))
    if (wrong !== undefined) {
      throw new InputError(`a difference must be 0 or more; got ${wrong}`, '/pairs')
    }
  }
  const telling = pairs.filter(({ ofPiece, ofReference }) => Math.max(ofPiece, ofReference) >= SEEN)
  if (telling.length === 0) return null
  const steps = [...new Set(telling.map(({ step }) => step))].sort((a, b) => a - b)
  const mean = steps.map((step) => {
    const of = telling.filter((pair) => pair.step === step)
    const logs = of.map(({ ofPiece, ofReference }) => {
      const sd = Math.hypot(LEAST_SD, RELATIVE_SD * Math.max(ofPiece, ofReference))
      return -0.5 * ((ofPiece - ofReference) / (Math.SQRT2 * sd)) ** 2
    })
    return logs.reduce((sum, log) => sum + log, 0) / Math.sqrt(of.length)
  })
  const most = Math.max(...mean)
  const weights = mean.map((log) => Math.exp(log - most))
  const mid = steps[mean.indexOf(most)]!
  const [low, high] = weightedQuantile(Float64Array.from(steps), weights, [0.05, 0.95])
  return {
    mid,
    low: low as BlueWool,
    high: high as BlueWool,
    beyond: beyondOf(telling, mid, steps),
    n: new Set(telling.map(({ ofPiece }) => ofPiece)).size,
  }
}

/** Whether it changed surely more than the least fast reference, or less than the fastest. */
function beyondOf(
  pairs: readonly SameLight[],
  mid: BlueWool,
  steps: readonly BlueWool[],
): LightStep['beyond'] {
  const of = pairs.filter(({ step }) => step === mid)
  const apart = of.reduce((sum, { ofPiece, ofReference }) => {
    const sd = Math.hypot(LEAST_SD, RELATIVE_SD * Math.max(ofPiece, ofReference))
    return sum + (ofPiece - ofReference) / (Math.SQRT2 * sd)
  }, 0)
  const z = apart / Math.sqrt(of.length)
  if (mid === steps[0] && z > 2) return 'below'
  return mid === steps.at(-1) && z < -2 ? 'above' : null
}
