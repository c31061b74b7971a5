import dayjs from 'dayjs'
import { clockTime, dayMonth, dayMonthYear } from './calendar'

const DAY_MIN = 24 * 60

/** `9 Sep 14:05`, `9 Sep about 14:00`, `9 Sep`, `about 9 Sep`: no finer than the time is known. */
export function notedTime({ at, toleranceMin }: { at: string; toleranceMin: number }): string {
  const time = dayjs(at)
  const day = time.year() === dayjs().year() ? dayMonth(time) : dayMonthYear(time)
  if (toleranceMin > DAY_MIN) return `about ${day}`
  if (toleranceMin > 120) return day
  if (toleranceMin > 10) return `${day} about ${clockTime(time)}`
  return `${day} ${clockTime(time)}`
}
