import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventTransparency } from 'ical-generator'
import type { CalendarEntry } from '../../../shared/views/log/calendar-entry'

const DAY_MS = 86_400_000

/**
 * Entries as iCalendar (RFC 5545). Instants are written in UTC, so that no change to summer time
 * moves them; days as days, whose end is the day after the last.
 */
export function writeCalendar(entries: readonly CalendarEntry[]): string {
  const calendar = ical({
    name: 'Juniper Haze',
    prodId: { company: 'juniper-haze', product: 'juniper-haze', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600,
  })
  for (const entry of entries) {
    const { uid, sequence, changedAt, summary, description, place, when, alarmMin } = entry
    const event = calendar.createEvent({
      id: uid,
      sequence,
      stamp: new Date(changedAt),
      lastModified: new Date(changedAt),
      summary,
      description: description || null,
      location: place || null,
      ...spanOf(when),
      // a season keeps nobody busy
      transparency:
        when.kind === 'days' ? ICalEventTransparency.TRANSPARENT : ICalEventTransparency.OPAQUE,
    })
    if (alarmMin !== null) {
      event.createAlarm({
        type: ICalAlarmType.display,
        trigger: 60 * alarmMin,
        description: summary,
      })
    }
  }
  return calendar.toString()
}

function spanOf(when: CalendarEntry['when']) {
  if (when.kind === 'instants') return { start: new Date(when.from), end: new Date(when.to) }
  const end = new Date(Date.parse(when.to) + DAY_MS)
  // a date alone is read by its UTC day
  return { start: new Date(when.from), end, allDay: true, timezone: 'UTC' }
}
