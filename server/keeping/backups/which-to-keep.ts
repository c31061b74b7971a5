import dayjs from 'dayjs'
import isoWeek from 'dayjs/plugin/isoWeek.js'
import type { BackupReason } from '../../../shared/views/keeping/keeping'

dayjs.extend(isoWeek)

interface Made {
  id: string
  madeAt: string
  reason: BackupReason
}

const DAYS = 7
const WEEKS = 4
const MONTHS = 12
/** What was made before something was done, or was asked for, is kept so long whatever else there is. */
const ON_PURPOSE_DAYS = 30

/**
 * Which backups stay: the newest of each of the last seven days, four weeks and twelve months that
 * have one, counted back from today; those made on purpose for a month; and always the newest.
 *
 * @param now its time zone says where days begin
 */
export function whichToKeep(made: readonly Made[], now: Date): Set<string> {
  const newestFirst = [...made].sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1))
  const keep = new Set<string>(newestFirst.slice(0, 1).map(({ id }) => id))
  const today = dayjs(now)
  const newestOfEach = (unit: 'day' | 'isoWeek' | 'month', most: number) => {
    const first = today.startOf(unit).subtract(most - 1, unit === 'isoWeek' ? 'week' : unit)
    const seen = new Set<number>()
    for (const { id, madeAt } of newestFirst) {
      const start = dayjs(madeAt).startOf(unit)
      if (start.isBefore(first) || seen.has(start.valueOf())) continue
      seen.add(start.valueOf())
      keep.add(id)
    }
  }
  newestOfEach('day', DAYS)
  newestOfEach('isoWeek', WEEKS)
  newestOfEach('month', MONTHS)
  for (const { id, madeAt, reason } of newestFirst) {
    if (reason !== 'day' && today.diff(madeAt, 'day') < ON_PURPOSE_DAYS) keep.add(id)
  }
  return keep
}
