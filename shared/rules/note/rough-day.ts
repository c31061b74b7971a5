import * as chrono from 'chrono-node'
import { sort } from 'd3-array'
import dayjs from 'dayjs'
import type { RoughDay } from '../../schemas/swatch/card'

/** How days of numbers alone are meant: 8/9 is 8 September, or August 9. */
export interface DayOrder {
  /** Local date on which it is read: nothing was dyed after it. */
  today: string
  order: 'dmy' | 'mdy' | 'ymd'
}

export interface FoundDay extends RoughDay {
  start: number
  end: number
}

const MONTH_DAYS = 15
const THIRD_DAYS = 5
const SEASON_DAYS = 46
const YEAR_DAYS = 183
const THIRDS: Record<string, number> = {
  early: 5,
  beginning: 5,
  mid: 15,
  middle: 15,
  late: 25,
  end: 25,
}
/** Middle of each season in the north, as month and day; "autumn 2024" is no nearer than that. */
const SEASONS: Record<string, string> = {
  spring: '04-15',
  summer: '07-15',
  autumn: '10-15',
  fall: '10-15',
  winter: '01-15',
}
const SEASON = new RegExp(
  String.raw`\b(${Object.keys(SEASONS).join('|')})\s+(?:of\s+)?'?((?:19|20)\d{2})\b`,
  'i',
)
const THIRD = /(?:\b(early|beginning|mid|middle|late|end)(?:\s+of)?[\s-]+)$/i
/** A month by its number, as sheets have it: `2024-09`, `09/2024`; part of no longer number. */
const MONTH_OF_YEAR =
  /(?<![\d./-])(?:((?:19|20)\d{2})-(0[1-9]|1[0-2])|(0?[1-9]|1[0-2])[/.]((?:19|20)\d{2}))(?![\d./-]*\d)/
/** Digits of a clock or a quantity are no year. */
const YEAR = /(?:^|[\s,;(])'?((?:19|20)\d{2})(?=$|[\s,;.):])(?!\s*(?:g|kg|ml|l|oz)\b)/

/**
 * Finds a day as people write it down: `15 Aug 24`, `mid August 2024`, `8/15/24`, `summer 2024`, `2024`.
 *
 * @returns how well it is known by what was written; null where no day is named
 * @example findDay('mid August 2024', ...) // { on: '2024-08-15', withinDays: 5 }
 */
export function findDay(text: string, { today, order }: DayOrder): FoundDay | null {
  const exact = /\b((?:19|20)\d{2})-(\d{1,2})-(\d{1,2})\b/.exec(text)
  if (exact && dayjs(exact[0]).isValid()) {
    return span(exact, { on: dayjs(exact[0]).format('YYYY-MM-DD'), withinDays: 0 })
  }
  const month = MONTH_OF_YEAR.exec(text)
  if (month) {
    const [, year = month[4]!, number = month[3]!] = month
    const on = `${year}-${number.padStart(2, '0')}-15`
    if (on.slice(0, 7) <= today.slice(0, 7)) {
      return span(month, { on: on > today ? today : on, withinDays: MONTH_DAYS })
    }
  }
  const season = SEASON.exec(text)
  if (season) {
    const day = SEASONS[season[1]!.toLowerCase()]!
    return span(season, { on: `${season[2]}-${day}`, withinDays: SEASON_DAYS })
  }
  const reader = order === 'mdy' ? chrono.en.casual : chrono.en.GB
  const reference = dayjs(today).toDate()
  const found = [reader, chrono.de, chrono.fr, chrono.es].flatMap((tongue) =>
    tongue.parse(text, reference).flatMap((result) => asRoughDay(result, text, today) ?? []),
  )
  // "15. August 2023" is a month in one tongue and a day in another: what tells more was meant
  const [best] = sort(found, ({ withinDays }) => withinDays)
  if (best) return best
  const year = YEAR.exec(text)
  if (!year || year[1]! > today.slice(0, 4)) return null
  const at = year.index + year[0].indexOf(year[1]!)
  return { on: `${year[1]}-07-02`, withinDays: YEAR_DAYS, start: at, end: at + 4 }
}

const span = (match: RegExpExecArray, day: RoughDay): FoundDay => ({
  ...day,
  start: match.index,
  end: match.index + match[0].length,
})

const COUNTED = /^(?:today|yesterday|last \w+|gestern|heute|hier|ayer|hoy)$/i
/** A month by its name, or a day of three numbers: "1/2 lb" and "60 minutes" are none. */
const DATED = /\p{L}{3,}|\d\s*[./-]\s*\d+\s*[./-]\s*\d/u
/** An hour that was read behind the day: it belongs to what comes next. */
const HOUR = /[\s,|;]+(?:at\s+)?\d{1,2}(?::\d{2})?\s*$/

/** Only what names a month, or counts from today: "60 g" and "1 h" are no days. */
function asRoughDay(
  { index, text: read, start }: chrono.ParsedResult,
  text: string,
  today: string,
): FoundDay | null {
  const names = (part: chrono.Component) => start.isCertain(part)
  const words = names('hour') ? read.replace(HOUR, '') : read
  const isCounted = COUNTED.test(words)
  if (!isCounted && (!names('month') || !/\d/.test(words) || !DATED.test(words))) return null
  if (/\b(?:min|hours?|hrs?|stunden|heures?|horas?)/i.test(words)) return null
  let day = dayjs(start.date())
  // a year that was left out is the last one in which it can have been
  if (!names('year') && day.format('YYYY-MM-DD') > today) day = day.subtract(1, 'year')
  if (day.format('YYYY-MM-DD') > today) return null
  if (names('day') || isCounted) {
    return { on: day.format('YYYY-MM-DD'), withinDays: 0, start: index, end: index + words.length }
  }
  const third = THIRD.exec(text.slice(0, index))
  const month = day.date(third ? THIRDS[third[1]!.toLowerCase()]! : 15)
  return {
    on: month.format('YYYY-MM-DD'),
    withinDays: third ? THIRD_DAYS : MONTH_DAYS,
    start: third ? third.index : index,
    end: index + words.length,
  }
}
