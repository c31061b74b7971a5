import dayjs from 'dayjs'
import { formatMass } from '~~/core/quantity/format-quantity'
import type { YearRow } from '~~/shared/today-view'

interface Window {
  /** Days from today to its first and last day; negative: past. */
  opensIn: number
  closesIn: number
}

/** The window that is open, or the next one. */
function nextWindow({ windowFrom, windowTo }: YearRow['source'], today: string): Window | null {
  if (windowFrom === null || windowTo === null) return null
  const now = dayjs(today)
  for (const year of [now.year() - 1, now.year(), now.year() + 1]) {
    const first = dayjs(`${year}-${String(windowFrom).padStart(2, '0')}-01`)
    const lastYear = windowFrom <= windowTo ? year : year + 1
    const last = dayjs(`${lastYear}-${String(windowTo).padStart(2, '0')}-01`).endOf('month')
    if (last.isBefore(now, 'day')) continue
    return { opensIn: first.diff(now, 'day'), closesIn: last.diff(now, 'day') }
  }
  return null
}

const isAllYear = ({ windowFrom, windowTo }: YearRow['source']) =>
  windowFrom === 1 && windowTo === 12

/** `38 days left · 210 g kept` or `opens in 6 weeks` */
export function windowText({ source, leftG }: YearRow, today: string): string {
  const stock = leftG >= 1 ? `${formatMass(leftG)} kept` : 'none kept'
  if (isAllYear(source)) return `all year · ${stock}`
  const window = nextWindow(source, today)
  if (!window) return stock
  if (window.opensIn <= 0) return `${spanText(window.closesIn + 1)} left · ${stock}`
  return `opens in ${spanText(window.opensIn)} · ${stock}`
}

function spanText(days: number): string {
  if (days < 15) return days === 1 ? '1 day' : `${days} days`
  if (days < 75) return `${Math.round(days / 7)} weeks`
  return `${Math.round(days / 30.4)} months`
}

/** What is open first, closing soonest first; then what opens next; the all-year ones last. */
export function orderedRows(rows: YearRow[], today: string): YearRow[] {
  const rank = ({ source }: YearRow) => {
    if (isAllYear(source)) return 1000
    const window = nextWindow(source, today)
    if (!window) return 2000
    return window.opensIn <= 0 ? window.closesIn - 400 : window.opensIn
  }
  return [...rows].sort((a, b) => rank(a) - rank(b))
}
