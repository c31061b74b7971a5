import { dayOfYear, usualDay } from './day-of-year'
import { YEAR_SD_DAYS, type YearWindow } from './shifted-window'

/** Where a season lies that hangs on a marker, in days of the year. */
export interface WindowOnMarker extends YearWindow {
  /** True: by the day on which the marker was seen in that year; false: by those of other years. */
  isSeen: boolean
  /** Years behind an expected day. */
  years: number
  /** How far an expected day may lie off, one SD, days; 0: it was seen. */
  sdDays: number
}

const DAYS = 365
const wrapped = (day: number) => ((((day - 1) % DAYS) + DAYS) % DAYS) + 1

/**
 * A season so many days after a marker: after the day it was seen in the year asked for, else after
 * the mean day of the years in which it was.
 *
 * @param seenOn local dates, one of a year
 * @param year calendar year asked for
 * @returns null where it was never seen until then, or all round the year: nothing is known then
 */
export function windowOnMarker(
  seenOn: readonly string[],
  { fromDays, toDays }: { fromDays: number; toDays: number },
  year: number,
): WindowOnMarker | null {
  const known = seenOn.find((date) => Number(date.slice(0, 4)) === year)
  const others = seenOn.filter((date) => Number(date.slice(0, 4)) < year)
  const day = known !== undefined ? dayOfYear(known) : expectedDay(others)
  if (day === null) return null
  return {
    fromDay: wrapped(day + fromDays),
    toDay: wrapped(day + toDays),
    isSeen: known !== undefined,
    years: others.length,
    // the mean of n years, and the weather of the one that comes
    sdDays: known !== undefined ? 0 : YEAR_SD_DAYS * Math.sqrt(1 + 1 / others.length),
  }
}

const expectedDay = (dates: readonly string[]): number | null => {
  const { meanDay } = dates.length > 0 ? usualDay(dates.map(dayOfYear)) : { meanDay: null }
  return meanDay === null ? null : Math.round(meanDay)
}
