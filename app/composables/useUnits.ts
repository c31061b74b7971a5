import { METRIC_UNITS, type UnitChoice } from '~~/core/quantity/unit-choice'
import { parseJson } from '~~/core/json'
import {
  calendarOf,
  calendarOfLanguage,
  PLAIN_CALENDAR,
  setCalendar,
  type CalendarChoice,
} from '~/format/calendar'
import { units } from '~/format/quantities'
import { unitsOf, type Settings } from '~~/shared/schemas/log/settings'

const KEY = 'juniper-haze-units'
const CALENDAR_KEY = 'juniper-haze-calendar'

/** Units, and how dates and numbers are written, as this browser last knew them; and setting them. */
export const useUnits = () => ({
  remembered() {
    try {
      const kept = localStorage.getItem(KEY)
      if (kept) units.value = { ...METRIC_UNITS, ...parseJson<Partial<UnitChoice>>(kept) }
      const written = localStorage.getItem(CALENDAR_KEY)
      setCalendar(
        written
          ? { ...PLAIN_CALENDAR, ...parseJson<Partial<CalendarChoice>>(written) }
          : calendarOfLanguage(navigator.language),
      )
    } catch {
      // what cannot be read is asked of the log in a moment anyway
    }
  },
  set(settings: Settings) {
    units.value = unitsOf(settings)
    localStorage.setItem(KEY, JSON.stringify(units.value))
    const written = calendarOf(settings, calendarOfLanguage(navigator.language))
    setCalendar(written)
    localStorage.setItem(CALENDAR_KEY, JSON.stringify(written))
  },
})
