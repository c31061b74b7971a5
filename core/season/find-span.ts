import { max, min } from 'd3-array'
import { dayOfYear, daysBetween, usualDay } from './day-of-year'
import { tellsSeason } from './known-day'

/** A day on which something was found growing, and by how many days that may be off. */
export interface DatedFind {
  /** Local date. */
  gatheredOn: string
  gatheredWithinDays: number
}

export interface FindSpan {
  /** Local dates of the find that was earliest in its season, and of the latest. */
  first: string
  last: string
  /** Years in which it was found. */
  years: number
}

/**
 * The earliest and the latest find in the season, over all years: on the circle that a year is, so
 * that January comes after December of a season in winter.
 *
 * @returns null where no find tells a season, or they lie all round the year
 */
export function spanOfFinds(finds: readonly DatedFind[]): FindSpan | null {
  const known = finds.filter(({ gatheredWithinDays }) => tellsSeason(gatheredWithinDays))
  if (known.length === 0) return null
  const { meanDay } = usualDay(known.map(({ gatheredOn }) => dayOfYear(gatheredOn)))
  if (meanDay === null) return null
  const placed = known.map(({ gatheredOn }) => ({
    gatheredOn,
    away: daysBetween(meanDay, dayOfYear(gatheredOn)),
  }))
  const at = (away: number | undefined) =>
    placed.find((each) => each.away === away)?.gatheredOn ?? ''
  return {
    first: at(min(placed, ({ away }) => away)),
    last: at(max(placed, ({ away }) => away)),
    years: new Set(known.map(({ gatheredOn }) => gatheredOn.slice(0, 4))).size,
  }
}
