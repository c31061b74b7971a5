import { formatNumber, formatRatio } from '../quantity/format-quantity'
import type { PotSum } from './pot-log'
import { formatDuration } from '../quantity/format-duration'

/** What was meant. */
export interface PlannedCourse {
  ratioDry: number | null
  tempC: number | null
  minutes: number | null
  ph: number | null
}

/** What was, in the same words. */
export interface ActualCourse extends PlannedCourse {
  /** Within a degree of its boiling point at any time; null: no temperature was read. */
  boiled: boolean | null
}

/** How near the boil counts as boiled, °C: a probe and a pot's bottom differ by as much. */
const NEAR_BOIL_C = 1
/** Whether a temperature is as near the boil as makes no difference. */
export const isBoiling = (tempC: number, boilingC: number): boolean =>
  tempC >= boilingC - NEAR_BOIL_C

/** Beyond these a difference is worth a word; the tolerances of like factors. */
const TOLERANCE = { ratio: 0.1, minutes: 0.2, tempC: 5, ph: 0.5 }

/**
 * What really happened, from the notes of a pot.
 *
 * @param ratioDry of what was weighed out
 * @param boilingC at the kitchen's height
 */
export function whatHappened(
  sum: PotSum,
  { ratioDry, boilingC }: { ratioDry: number | null; boilingC: number },
): ActualCourse {
  const stays = sum.pieces.filter(({ minutes }) => minutes > 0)
  return {
    ratioDry,
    tempC: sum.topInC ?? sum.topC,
    minutes:
      stays.length > 0
        ? Math.round(stays.reduce((all, { minutes }) => all + minutes, 0) / stays.length)
        : null,
    ph: sum.ph?.ph ?? null,
    boiled: sum.topC === null ? null : isBoiling(sum.topC, boilingC),
  }
}

export interface Departure {
  what: 'ratio' | 'minutes' | 'temperature' | 'ph' | 'boiled' | 'notRead'
  words: string
}

/** Where a pot went another way than planned, each in a sentence; empty: as planned. */
export function departures(plan: PlannedCourse, actual: ActualCourse): Departure[] {
  const found: Departure[] = []
  const add = (what: Departure['what'], words: string) => found.push({ what, words })
  if (
    plan.ratioDry !== null &&
    actual.ratioDry !== null &&
    Math.abs(actual.ratioDry - plan.ratioDry) > TOLERANCE.ratio * plan.ratioDry
  ) {
    add(
      'ratio',
      `${formatRatio(actual.ratioDry)} dry, where ${formatRatio(plan.ratioDry)} was planned.`,
    )
  }
  if (
    plan.minutes !== null &&
    actual.minutes !== null &&
    Math.abs(actual.minutes - plan.minutes) > TOLERANCE.minutes * plan.minutes
  ) {
    add(
      'minutes',
      `${formatDuration(actual.minutes)} in the bath, where ${formatDuration(plan.minutes)} was planned.`,
    )
  }
  if (
    plan.tempC !== null &&
    actual.tempC !== null &&
    Math.abs(actual.tempC - plan.tempC) > TOLERANCE.tempC
  ) {
    add(
      'temperature',
      `${formatNumber(actual.tempC)} °C at the hottest, where ${formatNumber(plan.tempC)} °C was planned.`,
    )
  }
  if (plan.ph !== null && actual.ph !== null && Math.abs(actual.ph - plan.ph) > TOLERANCE.ph) {
    add(
      'ph',
      `pH ${formatNumber(actual.ph, 2)} at the end, where ${formatNumber(plan.ph, 2)} was planned.`,
    )
  }
  if (actual.boiled) add('boiled', 'It boiled.')
  if (actual.boiled === null && plan.tempC !== null) {
    add('notRead', 'Its temperature was never read, so whether it boiled is not known.')
  }
  return found
}
