import { fraction, positive } from '../checks'
import { InputError } from '../input-error'

/**
 * Share of the dye that is out after a number of runs, each taking the same share of the rest:
 * 1 - (1 - e)^n.
 *
 * @param perRun share taken by one run, above 0 and at most 1
 * @param runs whole number, 0 or more
 */
export function shareExtracted(perRun: number, runs: number): number {
  fraction(perRun, '/perRun')
  if (!Number.isInteger(runs) || runs < 0) {
    throw new InputError(`runs must be a whole number of 0 or more; got ${runs}`, '/runs')
  }
  return 1 - (1 - perRun) ** runs
}

export interface SteepWindow {
  /** Days from the start after which it is likely ready, and past which it should not stand. */
  fromDays: number
  toDays: number
}

/** Twice as quick for every 10 °C; assumed, no source for these steeps. */
const STEEP_Q10 = 2
/** Beyond, the rule would promise nonsense: it freezes, or it cooks. */
const STEEP_RANGE_C = [2, 45] as const

/**
 * When a steep or ferment is due at another temperature than its usual one.
 *
 * @param usual window in days at `usualC`
 * @param tempC where the jar stands, 2 to 45 °C
 */
export function steepWindow(usual: SteepWindow, usualC: number, tempC: number): SteepWindow {
  positive(usual.fromDays, '/usual/fromDays', 'days')
  if (!(usual.toDays >= usual.fromDays)) {
    throw new InputError(
      `toDays must not be below fromDays (${usual.fromDays}); got ${usual.toDays}`,
      '/usual/toDays',
    )
  }
  const factor = STEEP_Q10 ** ((inRange(usualC, '/usualC') - inRange(tempC, '/tempC')) / 10)
  return { fromDays: usual.fromDays * factor, toDays: usual.toDays * factor }
}

function inRange(tempC: number, pointer: string): number {
  const [least, most] = STEEP_RANGE_C
  if (tempC >= least && tempC <= most) return tempC
  throw new InputError(
    `${pointer.slice(1)} must be from ${least} to ${most} °C; got ${tempC}`,
    pointer,
  )
}
