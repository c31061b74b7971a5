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
