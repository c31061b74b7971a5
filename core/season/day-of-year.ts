import { finite } from '../checks'
import { InputError } from '../input-error'
import { circularSummary } from './circular'

/** Days a year is laid on the circle with: the 29th of February shares the 1st of March's place. */
const DAYS = 365
const DEG_PER_DAY = 360 / DAYS

/** Days from one day of the year to another by the shorter way: negative is earlier. */
export function daysBetween(fromDay: number, toDay: number): number {
  const turn = checkedDay(toDay, '/toDay') - checkedDay(fromDay, '/fromDay')
  return ((((turn + DAYS / 2) % DAYS) + DAYS) % DAYS) - DAYS / 2
}

/** Days before each month of a common year. */
const BEFORE_MONTH = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334]

/**
 * Day of the year of a calendar date, 1 to 366.
 *
 * @param date `2026-09-09`; thousands are turned at a time, so it is taken as it stands
 */
export function dayOfYear(date: string): number {
  const year = Number(date.slice(0, 4))
  const month = Number(date.slice(5, 7))
  const isLeap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0
  return BEFORE_MONTH[month - 1]! + Number(date.slice(8, 10)) + (isLeap && month > 2 ? 1 : 0)
}

export interface UsualDay {
  n: number
  /** 1 up to 366 (1 is the 1st of January, fractions count); null where days lie all round. */
  meanDay: number | null
  /** 0 all round the year, 1 always the same day. */
  r: number
  /** Spread, days; null where there is no telling. */
  sdDays: number | null
  /** Chance of so much concentration without a season. */
  rayleighP: number
}

/**
 * When in the year something happens, on the circle that a year is.
 *
 * @param daysOfYear 1 to 366, at least one
 * @throws InputError for an empty list or a day outside 1..366
 */
export function usualDay(daysOfYear: readonly number[]): UsualDay {
  if (daysOfYear.length === 0) {
    throw new InputError('days must hold at least one day of the year; got none', '/days')
  }
  const angles = daysOfYear.map((day, i) => (checkedDay(day, `/days/${i}`) - 1) * DEG_PER_DAY)
  const { n, meanDeg, r, sdDeg, rayleighP } = circularSummary(angles)
  return {
    n,
    meanDay: meanDeg === null ? null : ((meanDeg + 360) % 360) / DEG_PER_DAY + 1,
    r,
    sdDays: sdDeg === null ? null : sdDeg / DEG_PER_DAY,
    rayleighP,
  }
}

function checkedDay(day: unknown, pointer = '/day'): number {
  const value = finite(day, pointer)
  if (value >= 1 && value < 367) return value
  throw new InputError(`day of the year must be from 1 to 366; got ${value}`, pointer)
}
