import { afterEach, describe, expect, test } from '@jest/globals'
import dayjs from 'dayjs'
import {
  calendarOf,
  calendarOfLanguage,
  clockTime,
  dateFormat,
  dayAndTime,
  dayMonthYear,
  PLAIN_CALENDAR,
  setCalendar,
} from '../../../../app/format/calendar'
import {
  asTyped,
  formatMass,
  formatNumber,
  inUnits,
  units,
} from '../../../../app/format/quantities'
import { parseNumber } from '../../../../core/quantity/parse-number'
import { METRIC_UNITS } from '../../../../core/quantity/unit-choice'
import { PLAIN_SETTINGS } from '../../../../shared/schemas/log/settings'

afterEach(() => {
  setCalendar(PLAIN_CALENDAR)
  units.value = METRIC_UNITS
})

describe('as the browser’s language has it', () => {
  // CLDR, as the engine carries it
  test.each([
    ['en-US', { dateOrder: 'mdy', hours: 12, weekStart: 0, decimalMark: '.' }],
    ['en-GB', { dateOrder: 'dmy', hours: 24, weekStart: 1, decimalMark: '.' }],
    ['de-DE', { dateOrder: 'dmy', hours: 24, weekStart: 1, decimalMark: ',' }],
    ['fr-FR', { dateOrder: 'dmy', hours: 24, weekStart: 1, decimalMark: ',' }],
    ['sv-SE', { dateOrder: 'ymd', hours: 24, weekStart: 1, decimalMark: ',' }],
  ] as const)('%s', (language, expected) => {
    expect(calendarOfLanguage(language)).toEqual(expected)
  })

  test('what is set outright stands over it', () => {
    const set = {
      ...PLAIN_SETTINGS,
      clock: '12h',
      weekStart: 'saturday',
      decimalMark: 'comma',
    } as const
    expect(calendarOf(set, calendarOfLanguage('sv-SE'))).toEqual({
      dateOrder: 'ymd',
      hours: 12,
      weekStart: 6,
      decimalMark: ',',
    })
  })
})

describe('days and clocks', () => {
  const at = '2026-09-03T14:05'
  test.each([
    ['dmy', '3 Sep 2026', '03/09/2026'],
    ['mdy', 'Sep 3, 2026', '09/03/2026'],
    ['ymd', '2026 Sep 3', '2026-09-03'],
  ] as const)('%s', (dateOrder, words, typed) => {
    setCalendar({ ...PLAIN_CALENDAR, dateOrder })
    expect(dayMonthYear(at)).toBe(words)
    expect(dayjs(at).format(dateFormat())).toBe(typed)
    // what is typed so is read as that day
    expect(dayjs(typed, dateFormat()).format('YYYY-MM-DD')).toBe('2026-09-03')
  })

  test('by 24 hours or by 12', () => {
    expect(clockTime(at)).toBe('14:05')
    setCalendar({ ...PLAIN_CALENDAR, hours: 12 })
    expect(dayAndTime(at)).toBe('3 Sep, 2:05 pm')
  })

  test('weeks begin where they are set to', () => {
    setCalendar({ ...PLAIN_CALENDAR, weekStart: 6 })
    expect(dayjs('2026-09-03').startOf('week').format('ddd')).toBe('Sat')
  })
})

describe('decimals with a comma', () => {
  test('a point leaves thousands as they are typed', () => {
    expect(parseNumber(asTyped('1,250'))).toBe(1250)
  })

  test('in numbers, masses and whole sentences, and nowhere else', () => {
    setCalendar({ ...PLAIN_CALENDAR, decimalMark: ',' })
    expect(formatNumber(0.54)).toBe('0,54')
    expect(formatMass(41.5)).toBe('41,5 g')
    expect(inUnits('About 3.5 g of SWA-26-01, 0.54 : 1. Stir.')).toBe(
      'About 3,5 g of SWA-26-01, 0,54 : 1. Stir.',
    )
    // what a field shows so is read again as it was: with three decimals it is no thousand
    for (const value of [1.125, 0.25, 3.527, 1234.5]) {
      expect(parseNumber(asTyped(formatNumber(value, 7)))).toBe(value)
    }
    expect(asTyped('1,5 lb')).toBe('1.5 lb')
  })
})
