import { formatCount } from '~~/core/quantity/format-count'

const DAYS_A_MONTH = 30.4

/** A number of days as one would say it, rougher the longer it is: `1 day`, `3 weeks`, `5 months`. */
export function daysText(
  days: number,
  { weeksFrom = 15, monthsFrom = 75, yearsFrom = Infinity } = {},
): string {
  if (days < weeksFrom) return formatCount(Math.round(days), 'day')
  if (days < monthsFrom) return `${Math.round(days / 7)} weeks`
  if (days < yearsFrom) return `${Math.round(days / DAYS_A_MONTH)} months`
  return `${Math.round(days / 365)} years`
}
