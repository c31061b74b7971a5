import dayjs from 'dayjs'
import { clockTime, dayMonth } from './calendar'
import { formatDuration } from '~~/core/quantity/format-duration'

/** The present instant with this place's offset, as the log keeps it: `2026-09-09T10:04:12.031+02:00`. */
export const nowInstant = (at: number | string | Date = Date.now()) =>
  dayjs(at).format('YYYY-MM-DDTHH:mm:ss.SSSZ')

/** An instant of a day of which the hour is not known: noon, or now where noon is still to come. */
export const noonOf = (date: string) =>
  nowInstant(Math.min(Date.now(), dayjs(`${date}T12:00`).valueOf()))

/** What is left to the second, or how far it is over: `28:41`, `-02:10`; '' for far things. */
export function countdownText(due: number, now: number): string {
  const seconds = Math.round((due - now) / 1000)
  if (Math.abs(seconds) >= 5400) return ''
  const [minutes, rest] = [Math.floor(Math.abs(seconds) / 60), Math.abs(seconds) % 60]
  return `${seconds < 0 ? '-' : ''}${String(minutes).padStart(2, '0')}:${String(rest).padStart(2, '0')}`
}

/** `in 22 min`, `3 h over`, `at 07:30`: far things are said by the clock. */
export function clockText(due: number, now: number): string {
  const minutes = (due - now) / 60_000
  if (minutes < -1) return `${formatDuration(-minutes)} over`
  if (minutes < 1) return 'now'
  if (minutes < 90) return `in ${formatDuration(minutes)}`
  const at = dayjs(due)
  const days = at.startOf('day').diff(dayjs(now).startOf('day'), 'day')
  const time = clockTime(at)
  if (days === 0) return `at ${time}`
  return days === 1 ? `tomorrow at ${time}` : `${dayMonth(at)} at ${time}`
}
