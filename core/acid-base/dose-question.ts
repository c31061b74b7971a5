import { finite, notNegative, positive } from '../checks'
import { InputError } from '../input-error'
import { chemistryOf, type PhAgent } from './additions'

/** Something else that moves the pH, and went in. */
interface OtherAddition {
  agent: PhAgent
  form?: string
  massG: number
}

/** How the liquor stands, where it is not as it was poured. */
export interface LiquorState {
  /** Its volume over what of the first liquor is still in it; 1: nothing added, nothing boiled away. */
  dilution?: number
  /** As if none of the liquor had been taken out since. */
  others?: readonly OtherAddition[]
}

export interface DoseQuestion {
  /** Of the liquor as it was at first. */
  waterL: number
  agent: PhAgent
  form?: string
  /**
   * Mass of the agent that had gone in, in all, and the pH then read; the first may be 0 g. Of a
   * liquor of which some was taken out, as if all of it were still there.
   */
  readings: readonly ({ totalMassG: number; ph: number } & LiquorState)[]
  /** As it stands now, where that is not as the last reading found it. */
  now?: LiquorState
  /** Share of the first liquor that is still in the pot, above 0 to 1. */
  kept?: number
  target: number
  /** pH that must not be passed, on the far side of the target. */
  cap: number
  /** SD of one reading: of a probe, a fine or a coarse strip. Default: a fine one. */
  readingSd?: number
}

/** A target nearer to the cap than this cannot be aimed at with strips. */
export const LEAST_ROOM = 0.3
/** @throws InputError for a target too near to its cap, or on the wrong side, and for what is out of range */
export function checkQuestion({
  waterL,
  agent,
  readings,
  target,
  cap,
  now,
  kept = 1,
}: DoseQuestion) {
  positive(waterL, '/waterL', 'L')
  if (!(kept > 0 && kept <= 1)) {
    throw new InputError(`kept must be above 0 and at most 1; got ${kept}`, '/kept')
  }
  positive(now?.dilution ?? 1, '/now/dilution')
  const inScale = (value: number, pointer: string) => {
    const ph = finite(value, pointer)
    if (ph < 0 || ph > 14) {
      throw new InputError(`${pointer.split('/').pop()} must be from 0 to 14; got ${ph}`, pointer)
    }
    return ph
  }
  inScale(target, '/target')
  inScale(cap, '/cap')
  if (Math.abs(cap - target) < LEAST_ROOM - 1e-9) {
    throw new InputError(
      `target must stand at least ${LEAST_ROOM} short of the cap (${cap}); got ${target}`,
      '/target',
    )
  }
  if (readings.length === 0) {
    throw new InputError('readings must hold at least one reading; got none', '/readings')
  }
  readings.forEach(({ totalMassG, ph, dilution = 1 }, i) => {
    notNegative(totalMassG, `/readings/${i}/totalMassG`, 'g')
    inScale(ph, `/readings/${i}/ph`)
    positive(dilution, `/readings/${i}/dilution`)
    if (i > 0 && totalMassG < readings[i - 1]!.totalMassG) {
      throw new InputError(
        `totalMassG must not fall from one reading to the next: it is all that went in so far; got ${totalMassG} after ${readings[i - 1]!.totalMassG}`,
        `/readings/${i}/totalMassG`,
      )
    }
  })
  const { moves } = chemistryOf(agent)
  if (moves === null) {
    throw new InputError(`agent must move the pH; got ${agent}`, '/agent')
  }
  if ((moves === 'up') !== cap > target) {
    throw new InputError(
      `cap must lie beyond the target in the direction ${agent} moves the pH (${moves}); got a target of ${target} and a cap of ${cap}`,
      '/cap',
    )
  }
}
