import { formatCount } from '~~/core/quantity/format-count'
import { dayMonth } from '~/format/calendar'
import { newId } from '~~/shared/ids'
import type { Source } from '~~/shared/schemas/walk/source'
import type { MarkedWindow, Marker } from '~~/shared/schemas/year/marker'

/** A season that hangs on a mark, as it is typed. */
interface WindowDraft {
  source: Source | null
  fromDays: number | null
  toDays: number | null
}

/** A mark as it is typed. */
export interface MarkDraft {
  id: string
  /** Of the mark that is changed; null: a new one. */
  rev: number | null
  words: string
  /** Local dates; empty: not typed yet. */
  seenOn: string[]
  windows: WindowDraft[]
}

export const blankWindow = (): WindowDraft => ({ source: null, fromDays: null, toDays: null })

export const blankMark = (): MarkDraft => ({
  id: newId(),
  rev: null,
  words: '',
  seenOn: [''],
  windows: [blankWindow()],
})

/** @param sourceOf those that hang on it, by id */
export const draftOfMark = (
  { id, rev, words, seenOn, windows }: Marker,
  sourceOf: ReadonlyMap<string, Source>,
): MarkDraft => ({
  id,
  rev,
  words,
  seenOn: [...seenOn],
  windows: windows.map(({ sourceId, ...days }) => ({
    ...days,
    source: sourceOf.get(sourceId) ?? null,
  })),
})

/** As it is sent: lines that nothing was typed in are left out. */
export const markBody = ({ id, words, seenOn, windows }: MarkDraft) => ({
  id,
  words,
  seenOn: seenOn.filter(Boolean).sort(),
  windows: windows
    .filter(({ source, fromDays, toDays }) => source || fromDays !== null || toDays !== null)
    .map(({ source, fromDays, toDays }) => ({ sourceId: source?.id ?? '', fromDays, toDays })),
})

const yearOf = (date: string) => date.slice(0, 4)

export const isSeenThisYear = (seenOn: readonly string[], today: string): boolean =>
  seenOn.some((date) => yearOf(date) === yearOf(today))

/** Days on which a mark was first seen, with another: one of a year, the earliest. */
export function withSeen(seenOn: readonly string[], date: string): string[] {
  const sameYear = seenOn.filter((each) => yearOf(each) === yearOf(date))
  const first = [...sameYear, date].sort()[0]!
  return [...seenOn.filter((each) => yearOf(each) !== yearOf(date)), first].sort()
}

/** `seen 3 Apr this year; before: 9 Apr 2025` in the reader's order. */
export function seenWords(seenOn: readonly string[], today: string): string {
  const now = seenOn.find((date) => yearOf(date) === yearOf(today))
  const before = seenOn.filter((date) => date < today && yearOf(date) !== yearOf(today))
  const years = before.length > 0 ? `in ${formatCount(before.length, 'earlier year')}` : ''
  if (now) return `seen ${dayMonth(now)} this year${years && `, and ${years}`}`
  return years ? `not yet this year; ${years}` : 'not seen yet: nothing hangs on it till it is'
}

/** `from 18 days after to 60 days after`: as it was typed. */
export const afterWords = ({ fromDays, toDays }: MarkedWindow): string =>
  `from ${besideWords(fromDays)} to ${besideWords(toDays)}`

const besideWords = (days: number) =>
  days === 0 ? 'that day' : `${formatCount(Math.abs(days), 'day')} ${days < 0 ? 'before' : 'after'}`
