import { formatNumber, formatRatio } from '../quantity/format-quantity'
import type { PotSum } from './pot-log'
import { formatDuration } from '../quantity/format-duration'

/** What was meant. */
export interface PlannedCourse {
  ratioDry: number | null
  tempC: number | null
  minutes: number | null
  /** Minutes it was meant to rest and cool with the pieces in, beside these. */
  restMin?: number
  ph: number | null
}

/** What was, in the same words. */
export interface ActualCourse extends PlannedCourse {
  /** Within a degree of its boiling point with pieces in; null: no temperature was read then. */
  boiled: boolean | null
  /** The liquor alone, while the plant was drawn out; null: not read then. */
  liquorBoiled: boolean | null
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
  // where nobody noted the pieces going in, every reading may have been with them
  const isNoted = sum.pieces.some(({ firstIn }) => firstIn !== null)
  const topInC = isNoted ? sum.topInC : sum.topC
  const topOutC = isNoted ? sum.topOutC : null
  return {
    ratioDry,
    tempC: topInC,
    minutes:
      stays.length > 0
        ? Math.round(stays.reduce((all, { minutes }) => all + minutes, 0) / stays.length)
        : null,
    ph: sum.ph?.ph ?? null,
    boiled: topInC === null ? null : isBoiling(topInC, boilingC),
    liquorBoiled: topOutC === null ? null : isBoiling(topOutC, boilingC),
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
    (actual.minutes < (1 - TOLERANCE.minutes) * plan.minutes ||
      actual.minutes > (1 + TOLERANCE.minutes) * (plan.minutes + (plan.restMin ?? 0)))
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
  if (actual.boiled) add('boiled', 'It boiled with the pieces in.')
  if (actual.boiled === null && plan.tempC !== null) {
    add(
      'notRead',
      'Its temperature was never read with the pieces in, so whether it boiled is not known.',
    )
  }
  return found
}
