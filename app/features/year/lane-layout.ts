import dayjs from 'dayjs'
import { group, sort } from 'd3-array'
import { scaleTime } from 'd3-scale'
import { dayMonth } from '~/format/calendar'
import type { Settings } from '~~/shared/schemas/log/settings'
import { LANES, type Bar, type Lane } from './lanes'

/** px: a row of bars, the days above them, the lanes' names beside them. */
const ROW = 34
const HEAD = 26
const NAMES = 118
const LEAST_LANES = 100
/** Of a bar, and where its words no longer fit in it, px. */
const LEAST_BAR = 10
const LEAST_WORDS = 64
/** A day's number wants so much room, px. */
const WIDE_DAY = 26
/** With more days than these, months are named and no nights are drawn. */
const MOST_NAMED_DAYS = 120
const MOST_NIGHTS = 60
/** Of the bars' and days' writing, px. */
const LETTER = 7
const TICK_GAP = 6

/** A bar where it is drawn, px. */
export interface PlacedBar {
  bar: Bar
  left: number
  top: number
  width: number
  /** Its words stand beside it. */
  isSmall: boolean
  /** There is room for its words before the next bar of its row. */
  hasWords: boolean
}

interface Stripe {
  left: number
  width: number
  isAway: boolean
}

/** Everything that the lanes draw, px. */
export interface LaneLayout {
  height: number
  head: number
  pxPerDay: number
  lanes: { lane: Lane; top: number; height: number }[]
  bars: PlacedBar[]
  ticks: { left: number; words: string; isWeekend: boolean }[]
  /** Nights, in which nothing may burn, and days on which nobody is there. */
  nights: Stripe[]
  /** Paths from what comes first to what waits for it, of one plan. */
  links: string[]
  leftOf: (at: number) => number
}

interface LaneAsk {
  bars: readonly Bar[]
  settings: Pick<Settings, 'handsFrom' | 'handsTo' | 'daysAway'> | null
  /** Local date of the first day shown. */
  from: string
  days: number
  width: number
  /** Id of the plan whose parts are joined by lines. */
  chosen: string
}

/** Lays bars on their lanes, each lane as high as its rows. */
export function laneLayout({ bars, settings, from, days, width, chosen }: LaneAsk): LaneLayout {
  const begin = dayjs(from).startOf('day')
  const right = Math.max(NAMES + LEAST_LANES, width)
  const end = begin.add(days, 'day')
  const x = scaleTime([begin.toDate(), end.toDate()], [NAMES, right])
  const leftOf = (at: number) => x(at)
  const seen = bars.filter((bar) => bar.to > +begin && bar.from < +end)
  const rowsOf = group(seen, ({ lane }) => lane)
  let top = HEAD
  const lanes = LANES.map((lane) => {
    const rows = 1 + Math.max(0, ...(rowsOf.get(lane) ?? []).map(({ row }) => row))
    const at = { lane, top, height: rows * ROW }
    top += at.height
    return at
  })
  const topOf = new Map(lanes.map((each) => [each.lane, each.top]))
  const placed = seen.map((bar): PlacedBar => {
    const left = Math.max(NAMES, leftOf(bar.from))
    const barWidth = Math.max(LEAST_BAR, Math.min(right, leftOf(bar.to)) - left)
    const barTop = (topOf.get(bar.lane) ?? HEAD) + bar.row * ROW + 4
    const isSmall = barWidth < LEAST_WORDS
    return { bar, left, top: barTop, width: barWidth, isSmall, hasWords: true }
  })
  hideCrowded(placed)
  const pxPerDay = (right - NAMES) / days
  return {
    height: top,
    head: HEAD,
    pxPerDay,
    lanes,
    bars: placed,
    ticks: ticksOf(begin, days, pxPerDay).map((tick) => ({ ...tick, left: leftOf(tick.at) })),
    nights: settings && days <= MOST_NIGHTS ? nightsOf(begin, days, settings, leftOf) : [],
    links: linksOf(placed, chosen),
    leftOf,
  }
}

/** Words beside a short bar end before the next bar of their row, or are left to its title. */
function hideCrowded(placed: readonly PlacedBar[]) {
  for (const row of group(placed, ({ top }) => top).values()) {
    const ordered = sort(row, ({ left }) => left)
    ordered.forEach((each, i) => {
      const next = ordered[i + 1]
      const needs = each.bar.words.length * LETTER + LEAST_BAR
      each.hasWords = !each.isSmall || !next || next.left - each.left >= needs
    })
  }
}

function ticksOf(begin: dayjs.Dayjs, days: number, pxPerDay: number) {
  const isLong = days > MOST_NAMED_DAYS
  const step = isLong ? 30 : Math.max(1, Math.ceil(WIDE_DAY / pxPerDay))
  const all = Array.from({ length: Math.ceil(days / step) }, (_, i) => begin.add(i * step, 'day'))
  const isMonth = (day: dayjs.Dayjs) => isLong || day.date() <= step
  // a month's own name has room for itself alone
  const isNear = all.slice(1, 3).some(isMonth)
  const named = all.map((day, i) => ({
    at: +day,
    words: isMonth(day) || (i === 0 && !isNear) ? dayMonth(day) : String(day.date()),
    isWeekend: [0, 6].includes(day.day()),
  }))
  // a number that a month's name would run into is left out, and what the end would cut off
  return named.map((tick, i) => {
    const before = named[i - 1]
    const isTaken = before && before.words.length * LETTER + TICK_GAP > step * pxPerDay
    const isCut = (days - i * step) * pxPerDay < tick.words.length * LETTER
    return isCut || (isTaken && !isMonth(all[i]!)) ? { ...tick, words: '' } : tick
  })
}

function nightsOf(
  begin: dayjs.Dayjs,
  days: number,
  { handsFrom, handsTo, daysAway }: Pick<Settings, 'handsFrom' | 'handsTo' | 'daysAway'>,
  leftOf: (at: number) => number,
): Stripe[] {
  const stripe = (from: dayjs.Dayjs, to: dayjs.Dayjs, isAway: boolean): Stripe => ({
    left: leftOf(+from),
    width: leftOf(+to) - leftOf(+from),
    isAway,
  })
  return Array.from({ length: days }, (_, i) => begin.add(i, 'day')).flatMap((day) => {
    const next = day.add(1, 'day')
    const date = day.format('YYYY-MM-DD')
    if (daysAway.includes(date)) return [stripe(day, next, true)]
    const at = (time: string) => dayjs(`${date}T${time}`)
    return [stripe(day, at(handsFrom), false), stripe(at(handsTo), next, false)]
  })
}

function linksOf(placed: readonly PlacedBar[], chosen: string): string[] {
  const own = placed.filter(({ bar }) => bar.planned?.chain.plan.id === chosen)
  const byStep = new Map(own.map((each) => [each.bar.planned?.step.id, each]))
  return own.flatMap((to) =>
    (to.bar.planned?.step.after ?? []).flatMap((id) => {
      const before = byStep.get(id)
      return before ? [path(before, to)] : []
    }),
  )
}

const MIDDLE = 13
const BEND = 18
function path(before: PlacedBar, after: PlacedBar): string {
  const [x1, y1] = [before.left + before.width, before.top + MIDDLE]
  const [x2, y2] = [after.left, after.top + MIDDLE]
  return `M${x1} ${y1} C${x1 + BEND} ${y1} ${x2 - BEND} ${y2} ${x2} ${y2}`
}
