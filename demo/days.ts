import dayjs from 'dayjs'

const ISO = 'YYYY-MM-DD'

export const addDays = (date: string, days: number) => dayjs(date).add(days, 'day').format(ISO)

export const localDate = (date: Date) => dayjs(date).format(ISO)

/** The latest day before `today` with this month and day, or the same some years earlier. */
export function latestOn(month: number, day: number, today: string, yearsBack: number): string {
  const thisYear = dayjs(today)
    .month(month - 1)
    .date(day)
  // a few days' distance, so that the baths that follow lie in the past too
  const latest = thisYear.isBefore(dayjs(today).subtract(3, 'day'))
    ? thisYear
    : thisYear.subtract(1, 'year')
  return latest.subtract(yearsBack, 'year').format(ISO)
}
