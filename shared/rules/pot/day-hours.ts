import dayjs from 'dayjs'
import { getTimes } from 'suncalc'
import type { Span } from '../../../core/schedule/day-plan'
import type { Settings } from '../../schemas/log/settings'

/** Hours of the days around an instant: when somebody is up, and when it is light. */
export interface DayHours {
  hands: Span[]
  daylight: Span[]
}

/** A clock's zone tells its meridian near enough for daylight: 15 degrees an hour. */
const DEGREES_PER_MINUTE = 15 / 60

/**
 * @param from ms since 1970, local time of this machine
 * @param days how many days before and after it
 */
export function dayHours(
  {
    handsFrom,
    handsTo,
    latitude,
    daysAway = [],
  }: Pick<Settings, 'handsFrom' | 'handsTo' | 'latitude'> & Partial<Pick<Settings, 'daysAway'>>,
  from: number,
  days: { before: number; after: number },
): DayHours {
  const hours: DayHours = { hands: [], daylight: [] }
  const at = (day: dayjs.Dayjs, time: string) => {
    const [hour, minute] = time.split(':').map(Number) as [number, number]
    return +day.hour(hour).minute(minute)
  }
  for (let d = -days.before; d <= days.after; d++) {
    const day = dayjs(from).startOf('day').add(d, 'day')
    // on a day away nobody is up, and nothing may burn
    if (!daysAway.includes(day.format('YYYY-MM-DD'))) {
      hours.hands.push([at(day, handsFrom), at(day, handsTo)])
    }
    const noon = day.hour(12)
    const longitude = noon.utcOffset() * DEGREES_PER_MINUTE
    const { sunrise, sunset } = getTimes(noon.toDate(), latitude, longitude)
    // near a pole the sun may not cross the horizon on a day: it is told by neither
    if (sunrise && sunset) hours.daylight.push([+sunrise, +sunset])
  }
  return hours
}
