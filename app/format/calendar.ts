import dayjs from 'dayjs'
import customParseFormat from 'dayjs/plugin/customParseFormat'
import updateLocale from 'dayjs/plugin/updateLocale'
import { shallowRef } from 'vue'
import type { Settings } from '~~/shared/schemas/log/settings'

// what a typed date is read by
dayjs.extend(customParseFormat)
dayjs.extend(updateLocale)

/** How days, clocks and numbers are written. */
export interface CalendarChoice {
  dateOrder: 'dmy' | 'mdy' | 'ymd'
  hours: 24 | 12
  /** 0: Sunday. */
  weekStart: 0 | 1 | 6
  decimalMark: '.' | ','
}

export const PLAIN_CALENDAR: CalendarChoice = {
  dateOrder: 'dmy',
  hours: 24,
  weekStart: 1,
  decimalMark: '.',
}

/** As it is set for the log, or as the browser's language has it. What reads it follows at once. */
export const calendar = shallowRef<CalendarChoice>(PLAIN_CALENDAR)

export function setCalendar(choice: CalendarChoice): void {
  calendar.value = choice
  // the date fields of the interface library begin their weeks by it
  dayjs.updateLocale('en', { weekStart: choice.weekStart })
}

const SATURDAY = 6

/** @param language of the browser, BCP 47: `de-CH` */
export function calendarOfLanguage(language: string): CalendarChoice {
  const day = new Date(2026, 10, 29, 13, 5)
  const parts = new Intl.DateTimeFormat(language, { dateStyle: 'short' }).formatToParts(day)
  const order = parts.map(({ type }) => type).filter((type) => /^(day|month|year)$/.test(type))
  const clock = new Intl.DateTimeFormat(language, { hour: 'numeric' }).resolvedOptions()
  const number = new Intl.NumberFormat(language).formatToParts(1.5)
  return {
    dateOrder: order[0] === 'year' ? 'ymd' : order[0] === 'month' ? 'mdy' : 'dmy',
    hours: clock.hour12 ? 12 : 24,
    weekStart: weekStartOf(language),
    decimalMark: number.some(({ type, value }) => type === 'decimal' && value === ',') ? ',' : '.',
  }
}

/** What the language says of its weeks, where the browser knows; else Monday, as ISO 8601 has it. */
function weekStartOf(language: string): CalendarChoice['weekStart'] {
  const locale = new Intl.Locale(language) as Intl.Locale & {
    weekInfo?: { firstDay: number }
    getWeekInfo?: () => { firstDay: number }
  }
  const first = (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1
  return first === 7 ? 0 : first === SATURDAY ? SATURDAY : 1
}

const WEEK_STARTS = { monday: 1, sunday: 0, saturday: SATURDAY } as const

/** What was set outright, and the browser's own for the rest. */
export function calendarOf(
  set: Pick<Settings, 'dateOrder' | 'clock' | 'weekStart' | 'decimalMark'>,
  browser: CalendarChoice,
): CalendarChoice {
  const { dateOrder, clock, weekStart, decimalMark } = set
  return {
    dateOrder: dateOrder === 'browser' ? browser.dateOrder : dateOrder,
    hours: clock === 'browser' ? browser.hours : clock === '24h' ? 24 : 12,
    weekStart: weekStart === 'browser' ? browser.weekStart : WEEK_STARTS[weekStart],
    decimalMark:
      decimalMark === 'browser' ? browser.decimalMark : decimalMark === 'comma' ? ',' : '.',
  }
}

const DAY_MONTH = { dmy: 'D MMM', mdy: 'MMM D', ymd: 'MMM D' } as const
const WITH_YEAR = { dmy: 'D MMM YYYY', mdy: 'MMM D, YYYY', ymd: 'YYYY MMM D' } as const
const LONG = { dmy: 'D MMMM YYYY', mdy: 'MMMM D, YYYY', ymd: 'YYYY MMMM D' } as const
const TYPED = { dmy: 'DD/MM/YYYY', mdy: 'MM/DD/YYYY', ymd: 'YYYY-MM-DD' } as const

/** `9 Sep`, `Sep 9` */
export const dayMonth = (at: dayjs.ConfigType) =>
  dayjs(at).format(DAY_MONTH[calendar.value.dateOrder])

/** `Wed 9 Sep` */
export const weekdayDay = (at: dayjs.ConfigType) => `${dayjs(at).format('ddd')} ${dayMonth(at)}`

/** `9 Sep 2026` */
export const dayMonthYear = (at: dayjs.ConfigType) =>
  dayjs(at).format(WITH_YEAR[calendar.value.dateOrder])

/** `9 September 2026` */
export const fullDate = (at: dayjs.ConfigType) => dayjs(at).format(LONG[calendar.value.dateOrder])

export const clockFormat = () => (calendar.value.hours === 24 ? 'HH:mm' : 'h:mm a')
/** `14:05`, `2:05 pm` */
export const clockTime = (at: dayjs.ConfigType) => dayjs(at).format(clockFormat())

/** `9 Sep, 14:05` */
export const dayAndTime = (at: dayjs.ConfigType) => `${dayMonth(at)}, ${clockTime(at)}`

/** As a date is typed and shown in a field. */
export const dateFormat = () => TYPED[calendar.value.dateOrder]
