import { daysText } from './days'
import dayjs from 'dayjs'
import { calendar, dayMonth, dayMonthYear } from './calendar'

/** Today as a local calendar date, `2026-09-09`. */
export const localToday = () => dayjs().format('YYYY-MM-DD')

/** `Wednesday 9 September` */
export const longDate = (date: string) =>
  dayjs(date).format(calendar.value.dateOrder === 'dmy' ? 'dddd D MMMM' : 'dddd, MMMM D')

/** `9 Sep`, with the year where it is not this one; `some day` where nobody knows it. */
export const shortDate = (date: string) =>
  date === ''
    ? 'some day'
    : dayjs(date).year() === dayjs().year()
      ? dayMonth(date)
      : dayMonthYear(date)

/** Nearer than this a day is told, with a tilde; farther off its month, its season, its year. */
const ABOUT_DAYS = 7
const MONTH_DAYS = 16
const YEAR_DAYS = 200

/**
 * A day as well as it is known: `15 Aug 2024`, `~15 Aug 2024`, `Aug 2024`, `about Jul 2024`, `2024`,
 * `some day`.
 *
 * @param withinDays by how many days either way it may be off
 */
export function roughDate(date: string, withinDays: number): string {
  if (withinDays === 0 || date === '') return shortDate(date)
  if (withinDays <= ABOUT_DAYS) return `~${shortDate(date)}`
  if (withinDays <= MONTH_DAYS) return dayjs(date).format('MMM YYYY')
  if (withinDays < YEAR_DAYS / 2) return `about ${dayjs(date).format('MMM YYYY')}`
  return withinDays <= YEAR_DAYS ? dayjs(date).format('YYYY') : 'some day'
}

/** Whole days since a local date. */
export const daysSince = (date: string) => dayjs(localToday()).diff(date, 'day')

/** `today`, `yesterday`, `12 days ago`; `some day` where nobody knows it. */
export function ago(date: string): string {
  if (date === '') return 'some day'
  const days = daysSince(date)
  if (days <= 0) return 'today'
  return days === 1 ? 'yesterday' : `${days} days ago`
}

/** `9 days ago`, `3 weeks ago`, `5 months ago`: as exact as one would say it. */
export function agoRoughly(date: string): string {
  if (date === '') return ago(date)
  const days = daysSince(date)
  if (days < 21) return ago(date)
  return `${daysText(days, { monthsFrom: 70, yearsFrom: 700 })} ago`
}

/** `August` of 8. */
export const monthName = (month: number): string =>
  dayjs(new Date(2024, month - 1, 1)).format('MMMM')
