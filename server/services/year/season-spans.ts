import dayjs from 'dayjs'
import { dayOfYear } from '../../../core/season/day-of-year'
import {
  isAllYear,
  lengthOf,
  readiness,
  type YearWindow,
} from '../../../core/season/shifted-window'
import type { Span } from '../../../core/schedule/day-plan'

/** Seasons ahead that are laid out. */
const SEASONS = 3

/**
 * The seasons of a source from a day on, in local time; null: all year round, or not known.
 *
 * @param on local date
 * @returns ms since 1970, the open one first
 */
export function seasonSpans(window: YearWindow | null, on: string): Span[] | null {
  if (!window || isAllYear(window)) return null
  const state = readiness(window, dayOfYear(on))
  const today = dayjs(on).startOf('day')
  const first = state.ready
    ? today.subtract(lengthOf(window) - 1 - state.closesInDays, 'day')
    : today.add(state.opensInDays, 'day')
  return Array.from({ length: SEASONS }, (_, year): Span => {
    const opens = first.add(year, 'year')
    return [+opens, +opens.add(lengthOf(window), 'day')]
  })
}
