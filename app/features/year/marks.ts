import { formatCount } from '~~/core/quantity/format-count'
import { dayMonth } from '~/format/calendar'
import type { MarkedWindow } from '~~/shared/schemas/year/marker'

const yearOf = (date: string) => date.slice(0, 4)

export const isSeenThisYear = (seenOn: readonly string[], today: string): boolean =>
  seenOn.some((date) => yearOf(date) === yearOf(today))

/** Days on which a mark was first seen, with another: one of a year, the earliest. */
export function withSeen(seenOn: readonly string[], date: string): string[] {
  const sameYear = seenOn.filter((each) => yearOf(each) === yearOf(date))
  const first = [...sameYear, date].sort()[0]!
  return [...seenOn.filter((each) => yearOf(each) !== yearOf(date)), first].sort()
}

/** `seen 3 Apr this year; before: 9 Apr 2025` in the reader's order. */
export function seenWords(seenOn: readonly string[], today: string): string {
  const now = seenOn.find((date) => yearOf(date) === yearOf(today))
  const before = seenOn.filter((date) => date < today && yearOf(date) !== yearOf(today))
  const years = before.length > 0 ? `in ${formatCount(before.length, 'earlier year')}` : ''
  if (now) return `seen ${dayMonth(now)} this year${years && `, and ${years}`}`
  return years ? `not yet this year; ${years}` : 'not seen yet: nothing hangs on it till it is'
}

/** `from 18 days after to 60 days after`: as it was typed. */
export const afterWords = ({ fromDays, toDays }: MarkedWindow): string =>
  `from ${besideWords(fromDays)} to ${besideWords(toDays)}`

const besideWords = (days: number) =>
  days === 0 ? 'that day' : `${formatCount(Math.abs(days), 'day')} ${days < 0 ? 'before' : 'after'}`
