import { formatMass } from '~/format/quantities'
import { formatRoughMass } from '~/format/rough-mass'
import type { SeasonWindow, WalkRow } from '~~/shared/views/walk/walk'
import { formatCount } from '~~/core/quantity/format-count'
import { isAllYear as lastsAllYear, marginDays } from '~~/core/season/shifted-window'
import { dayMonthYear } from '~/format/calendar'
import { daysText } from '~/format/days'

export const isAllYear = ({ window }: WalkRow) => window !== null && lastsAllYear(window)

/** `about 5 weeks left`, `opens in about 6 weeks`, `all year`; no closer than its ends are known. */
export function windowText(row: WalkRow): string {
  if (isAllYear(row)) return 'all year'
  const { readiness } = row
  if (!readiness) return 'season not known'
  const margin = row.window ? marginDays(row.window) : 0
  const about = margin >= 1 ? 'about ' : ''
  if (readiness.ready) {
    const left = readiness.closesInDays + 1
    return left > margin ? `${about}${daysText(left)} left` : 'open, may close any day'
  }
  const days = readiness.opensInDays
  return days > margin ? `opens in ${about}${daysText(days)}` : 'may open any day'
}

/** What else matters of a row: stock, what is wanted, how the season moved. */
export function moreText({ leftG, needs, window }: WalkRow): string {
  const wanted = needs.reduce((sum, { toGatherG }) => sum + toGatherG.mid, 0)
  return [
    leftG >= 1 ? `${formatMass(leftG)} kept` : 'none kept',
    wanted > 0 && `~${formatRoughMass(wanted)} wanted`,
    window && Math.abs(window.shiftDays) >= 2 && shiftText(window.shiftDays, window.years),
    window?.marker && markerText(window.marker),
  ]
    .filter(Boolean)
    .join(' · ')
}

const shiftText = (days: number, years: number) =>
  `${Math.round(Math.abs(days))} days ${days < 0 ? 'earlier' : 'later'} with you (${formatCount(years, 'year')})`

const markerText = ({ words, isSeen, years }: NonNullable<SeasonWindow['marker']>) =>
  isSeen ? `by your mark: ${words}` : `by your mark of ${formatCount(years, 'year')}: ${words}`

/** `Earliest find 2 Aug 2025, latest 30 Sep 2024, over 3 years.`; empty: no find tells a season. */
export function findsText(finds: WalkRow['finds']): string {
  if (!finds) return ''
  const { first, last, years } = finds
  if (first === last) return `Found once: ${dayMonthYear(first)}.`
  return `Earliest find ${dayMonthYear(first)}, latest ${dayMonthYear(last)}, over ${formatCount(years, 'year')}.`
}

/** What is open first, closing soonest first; then what opens next; the all-year ones last. */
export function orderedRows(rows: readonly WalkRow[]): WalkRow[] {
  const rank = (row: WalkRow) => {
    if (isAllYear(row)) return 1000
    if (!row.readiness) return 2000
    return row.readiness.ready ? row.readiness.closesInDays - 400 : row.readiness.opensInDays
  }
  return [...rows].sort((a, b) => rank(a) - rank(b))
}
