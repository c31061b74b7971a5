import { formatCount } from '../../../core/quantity/format-count'
import { isAllYear, lengthOf, marginDays } from '../../../core/season/shifted-window'
import { schemeFacts } from '../../../catalogue/mordant-schemes'
import { PARTS } from '../../../catalogue/parts'
import { wayFacts } from '../../../catalogue/ways'
import type { MordantBath } from '../../../shared/schemas/basket/mordant-bath'
import type { JarView } from '../../../shared/schemas/loft/jar'
import type { Recorded } from '../../../shared/schemas/log/common'
import type { Pot } from '../../../shared/schemas/pot/pot'
import type { Wish } from '../../../shared/schemas/walk/wish'
import type { SetToLookAt } from '../fastness/due-looks'
import type { CalendarEntry } from '../../../shared/views/log/calendar-entry'
import type { OnTheHob } from '../../../shared/views/pot/hob'
import type { SeasonWindow, WalkRow } from '../../../shared/views/walk/walk'

const HOST = 'juniper-haze'
const MS_PER_MIN = 60_000
const DAY_MS = 86_400_000
/** Somebody has to come in from the garden. */
const BEFORE_HANDS_MIN = 10
/** A look takes so long, with the way there. */
const LOOK_MIN = 15
/** A window is laid into this year and the next. */
const YEARS = [0, 1] as const

const ofRecord = ({ id, rev, updatedAt }: Recorded, what: string) => ({
  uid: `${what}-${id}@${HOST}`,
  sequence: rev,
  changedAt: updatedAt,
  description: '',
  place: '',
})
const minutesFrom = (at: string | number, minutes: number) => ({
  kind: 'instants' as const,
  from: new Date(at).toISOString(),
  to: new Date(new Date(at).getTime() + minutes * MS_PER_MIN).toISOString(),
})
const day = (on: string) => ({ kind: 'days' as const, from: on, to: on })

/** A pot to come: its steps as they were laid into days, else the day it is meant for. */
export function ofPlannedPot(pot: Pot, names: ReadonlyMap<string, string>): CalendarEntry[] {
  const plants = [...new Set(pot.lots.map(({ sourceId }) => names.get(sourceId) ?? ''))].join(
    ' with ',
  )
  const what = [pot.code, plants, pot.wayName || wayFacts(pot.way).label].filter(Boolean).join(', ')
  const starts = pot.plan?.starts ?? []
  if (starts.length === 0) {
    const entry = ofRecord(pot, 'pot')
    return [{ ...entry, summary: `Dye ${what}`, when: day(pot.dyedOn), alarmMin: null }]
  }
  const steps = new Map((pot.plan?.steps ?? []).map((step) => [step.id, step]))
  return starts.flatMap(({ stepId, at }): CalendarEntry[] => {
    const step = steps.get(stepId)
    if (!step) return []
    return [
      {
        ...ofRecord(pot, `pot-${stepId}`),
        summary: `${step.words}: ${what}`,
        when: minutesFrom(at, step.minutes),
        alarmMin: step.attended ? BEFORE_HANDS_MIN : null,
      },
    ]
  })
}

/** A mordant bath that is meant for a day. */
export const ofPlannedBath = (bath: MordantBath): CalendarEntry[] =>
  bath.startedAt === null && bath.plannedFor !== null
    ? [
        {
          ...ofRecord(bath, 'bath'),
          summary: `Mordant ${bath.code}, ${schemeFacts(bath.scheme).label}`,
          when: day(bath.plannedFor),
          alarmMin: null,
        },
      ]
    : []

/** What stands on the hob: when it next wants a hand or an eye. */
export function ofRunning(running: OnTheHob, record: Recorded): CalendarEntry[] {
  const { due, look, code, what, step } = running
  const entry = (at: number, kind: string, summary: string): CalendarEntry => ({
    ...ofRecord(record, `${running.kind}-${kind}`),
    summary,
    when: minutesFrom(at, LOOK_MIN),
    alarmMin: 0,
  })
  return [
    ...(due === null ? [] : [entry(due, 'due', `${step} is over: ${code}, ${what}`)]),
    ...(look === null ? [] : [entry(look, 'look', `Look at ${code}, ${what}`)]),
  ]
}

const ROUND = { shake: 'Shake', air: 'Air', look: 'Look at' } as const

/** Each round that a jar wants next. */
export const ofJar = (jar: JarView): CalendarEntry[] =>
  jar.due.map(({ kind, dueAt }) => ({
    ...ofRecord(jar, `jar-${kind}`),
    summary: `${ROUND[kind]} ${jar.code}, ${jar.sourceName}`,
    when: minutesFrom(dueAt, LOOK_MIN),
    alarmMin: 0,
  }))

/** A wish that has a day. */
export const ofWish = (wish: Wish): CalendarEntry[] =>
  wish.dueOn === null
    ? []
    : [{ ...ofRecord(wish, 'wish'), summary: wish.words, when: day(wish.dueOn), alarmMin: null }]

/** Strips that hang together want one look, on its day. */
export const ofSetToLookAt = ({ key, tests, lookOn }: SetToLookAt): CalendarEntry[] => [
  {
    uid: `look-${key}@${HOST}`,
    sequence: tests.reduce((sum, { rev }) => sum + rev, 0),
    changedAt: tests.reduce(
      (latest, { updatedAt }) => (updatedAt > latest ? updatedAt : latest),
      '',
    ),
    description: '',
    place: '',
    summary: `Look at ${formatCount(tests.length, tests[0]?.kind === 'light' ? 'strip' : 'test')}`,
    when: day(lookOn),
    alarmMin: null,
  },
]

/**
 * When a plant can be gathered, as whole days; it moves with one's own finds.
 *
 * @param today local date
 * @param sequence grows with whatever may have moved it
 * @param withPlaces the names of its patches, too; coordinates never
 */
export function ofWindow(
  { source, window, gatherings, needs, bearings }: WalkRow,
  ask: { today: string; now: string; sequence: number; withPlaces: boolean },
): CalendarEntry[] {
  // a window that lasts all year says nothing
  if (!window || isAllYear(window) || (gatherings.length === 0 && needs.length === 0)) return []
  const { today, now, sequence, withPlaces } = ask
  return YEARS.flatMap((ahead): CalendarEntry[] => {
    const year = Number(today.slice(0, 4)) + ahead
    const [from, to] = [
      dateOfDay(year, window.fromDay),
      dateOfDay(year, window.fromDay + lengthOf(window) - 1),
    ]
    if (to < today) return []
    return [
      {
        uid: `window-${source.id}-${year}@${HOST}`,
        sequence,
        changedAt: now,
        summary: `Gather ${source.commonName} ${PARTS[source.part].label}`,
        description: seasonWords(window),
        place: withPlaces ? bearings.map(({ patchName }) => patchName).join(', ') : '',
        when: { kind: 'days', from, to },
        alarmMin: null,
      },
    ]
  })
}

function seasonWords({ shiftDays, years, sdDays, marker }: SeasonWindow): string {
  const days = Math.round(Math.abs(shiftDays))
  const way = shiftDays < 0 ? 'earlier' : 'later'
  const moved =
    days > 0
      ? `, moved ${formatCount(days, 'day')} ${way} by your finds of ${formatCount(years, 'year')}`
      : ''
  const margin = Math.round(marginDays({ sdDays }))
  const spread =
    margin > 0
      ? ` In 8 of 10 years it begins and ends within ${formatCount(margin, 'day')} of these.`
      : ''
  const known = marker ? `By your mark: ${marker.words}.` : `Usual months, from memory${moved}.`
  return known + spread
}

/** @param day of the year, from 1; past its end it is of the next */
const dateOfDay = (year: number, day: number): string =>
  new Date(Date.UTC(year, 0, 1) + Math.round(day - 1) * DAY_MS).toISOString().slice(0, 10)
