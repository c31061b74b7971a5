import { finite } from '../checks'
import { InputError } from '../input-error'
import { daysBetween } from './day-of-year'

/** A stretch of the year in days of the year, 1 to 366; may wrap over the year's end. */
export interface YearWindow {
  fromDay: number
  toDay: number
}

export interface ShiftedWindow extends YearWindow {
  /** Days by which the user's own finds move it: negative is earlier. */
  shiftDays: number
  /** Years of finds behind the shift. */
  years: number
  /** How far its ends may lie from where they are told, one SD, days. */
  sdDays: number
}

export interface Find {
  year: number
  dayOfYear: number
}

const DAYS = 365
const MONTHS = 12
/** How far a place's season lies from what is usual for its kind, one SD, days; from memory. */
const PLACE_SD_DAYS = 14
/** Of a season's day from year to year at one place, one SD, days; from memory. */
export const YEAR_SD_DAYS = 8
/** A find says little of the middle of a window: it may lie anywhere in it, as on a flat spread. */
const FLAT = Math.sqrt(12)
/** Longer windows, such as the whole year, have no middle to move. */
const LONGEST_DAYS = 300

const wrapped = (day: number) => ((((day - 1) % DAYS) + DAYS) % DAYS) + 1

/**
 * A window of whole months as days of the year.
 *
 * @param firstMonth 1 to 12; @param lastMonth 1 to 12, before the first where it wraps
 * @param southern true lays it six months later, for the other half of the Earth
 */
export function windowOfMonths(
  firstMonth: number,
  lastMonth: number,
  { southern = false } = {},
): YearWindow {
  const half = southern ? MONTHS / 2 : 0
  const from = (month(firstMonth, '/windowFrom') - 1 + half) % MONTHS
  const to = (month(lastMonth, '/windowTo') - 1 + half) % MONTHS
  return { fromDay: FIRST_DAYS[from]!, toDay: wrapped(FIRST_DAYS[(to + 1) % MONTHS]! - 1) }
}

/** Day of the year on which each month begins, in a year without a 29th of February. */
const FIRST_DAYS = [1, 32, 60, 91, 121, 152, 182, 213, 244, 274, 305, 335]

/** Days from the first to the last day of a window, both counted. */
export const lengthOf = ({ fromDay, toDay }: YearWindow): number =>
  ((((toDay - fromDay) % DAYS) + DAYS) % DAYS) + 1

/** Eight in ten of a normal distribution lie within so many SD of its middle. */
const EIGHT_IN_TEN_SD = 1.2816

/** Days by which a season begins and ends sooner or later at the most, in 8 of 10 years. */
export const marginDays = ({ sdDays }: Pick<ShiftedWindow, 'sdDays'>): number =>
  EIGHT_IN_TEN_SD * sdDays

/** A window that begins so many days sooner and ends so many later; never longer than the year. */
export function widened(window: YearWindow, days: number): YearWindow {
  const room = Math.floor((DAYS - lengthOf(window)) / 2)
  const by = Math.min(Math.round(days), room)
  return { fromDay: wrapped(window.fromDay - by), toDay: wrapped(window.toDay + by) }
}

/** Longer windows are all year round, whatever their ends. */
const ALL_YEAR_DAYS = 355

export const isAllYear = (window: YearWindow): boolean => lengthOf(window) > ALL_YEAR_DAYS

/**
 * Where a window lies by what the user found in earlier years, on the circle that a year is.
 *
 * The middle moves by the mean distance of the years' finds from it, drawn towards no shift as far
 * as few years can be chance: shift = sum(d) / (n + v_find / v_place). Several finds of one year
 * count as their mean. Where a find still lies outside, the window is widened up to it, since it
 * was ready then. What is left open of the place, v_find v_place / (v_find + n v_place), and the
 * weather of a year make the spread of its ends.
 *
 * @param typical what is usual for the source
 * @param finds days on which it was gathered growing, of earlier years
 * @throws InputError for a day outside 1..366
 */
export function shiftedWindow(typical: YearWindow, finds: readonly Find[]): ShiftedWindow {
  const length = lengthOf(typical)
  if (length > LONGEST_DAYS) return { ...typical, shiftDays: 0, years: 0, sdDays: 0 }
  const middle = wrapped(typical.fromDay + (length - 1) / 2)
  const byYear = new Map<number, number[]>()
  finds.forEach(({ year, dayOfYear }) => {
    const away = daysBetween(middle, dayOfYear)
    byYear.set(year, [...(byYear.get(year) ?? []), away])
  })
  const means = [...byYear.values()].map((days) => days.reduce((a, b) => a + b) / days.length)
  const caution = (length / FLAT / PLACE_SD_DAYS) ** 2
  const placeSd = PLACE_SD_DAYS * Math.sqrt(caution / (caution + means.length))
  const shift = means.reduce((a, b) => a + b, 0) / (means.length + caution)
  const half = (length - 1) / 2
  const before = Math.min(-half + shift, ...means)
  const after = Math.max(half + shift, ...means)
  return {
    fromDay: Math.round(wrapped(middle + before)),
    toDay: Math.round(wrapped(middle + after)),
    shiftDays: shift,
    years: means.length,
    sdDays: Math.hypot(placeSd, YEAR_SD_DAYS),
  }
}

export type SeasonReadiness =
  { ready: true; closesInDays: number } | { ready: false; opensInDays: number }

/** Whether a window is open on a day of the year, and for how long or in how many days. */
export function readiness(window: YearWindow, dayOfYear: number): SeasonReadiness {
  const length = lengthOf(window)
  const since = (((dayOfYear - window.fromDay) % DAYS) + DAYS) % DAYS
  return since < length
    ? { ready: true, closesInDays: length - 1 - since }
    : { ready: false, opensInDays: DAYS - since }
}

function month(value: unknown, pointer: string): number {
  const number = finite(value, pointer)
  if (Number.isInteger(number) && number >= 1 && number <= MONTHS) return number
  throw new InputError(
    `${pointer.slice(1)} must be a month from 1 to ${MONTHS}; got ${number}`,
    pointer,
  )
}
