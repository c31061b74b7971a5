import dayjs from 'dayjs'
import { formatCount } from '~~/core/quantity/format-count'
import type { BackupView, CollectionCompared, KeepingView } from '~~/shared/views/keeping/keeping'
import { clockTime } from '~/format/calendar'
import { formatNumber } from '~/format/quantities'
import { ago, localToday, shortDate } from '~/format/dates'

/** Local day of an instant. */
const dayOf = (instant: string) => dayjs(instant).format('YYYY-MM-DD')

/** `today at 07:42`, `yesterday at 21:10`, `3 Nov at 08:00`. */
export function whenText(instant: string): string {
  const day = dayOf(instant)
  const days = dayjs(localToday()).diff(day, 'day')
  return `${days <= 1 ? ago(day) : shortDate(day)} at ${clockTime(dayjs(instant))}`
}

const UNITS = ['B', 'KB', 'MB', 'GB', 'TB'] as const
const STEP = 1000

/** `5.1 MB`: three figures at the most. */
export function bytesText(bytes: number): string {
  let value = bytes
  let unit = 0
  while (value >= STEP && unit < UNITS.length - 1) {
    value /= STEP
    unit += 1
  }
  return `${formatNumber(value)} ${UNITS[unit]}`
}

const REASONS: Record<BackupView['reason'], string> = {
  day: 'of the day',
  asked: 'asked for',
  upgrade: 'before',
  swap: 'before',
}

/** Instants within a sentence of the server, as one reads them. */
const readable = (words: string) =>
  words.replace(/\d{4}-\d\d-\d\dT[\d:.]+Z/g, (instant) => whenText(instant))

/** Why a backup was made. */
export const reasonText = ({ reason, before }: BackupView): string =>
  before ? `${REASONS[reason]} ${readable(before)}` : REASONS[reason]

/** `today at 10:02, an archive came in.` */
export const takeBackText = ({ at, what }: { at: string; what: string }): string =>
  `${whenText(at)}, ${readable(what)}.`

const NOUNS: Record<string, [one: string, many?: string]> = {
  settings: ['setting'],
  sources: ['source', 'sources'],
  patches: ['place', 'places'],
  allowances: ['rule of a place', 'rules of places'],
  containers: ['bag', 'bags'],
  lots: ['lot', 'lots'],
  jars: ['jar', 'jars'],
  wishes: ['wish', 'wishes'],
  plans: ['plan', 'plans'],
  markers: ['mark of the season', 'marks of the season'],
  trials: ['trial', 'trials'],
  fastnessTests: ['test', 'tests'],
  photos: ['photo', 'photos'],
  sets: ['set of pieces', 'sets of pieces'],
  pieces: ['piece', 'pieces'],
  baths: ['mordant bath', 'mordant baths'],
  shelf: ['thing on the shelf', 'things on the shelf'],
  vessels: ['vessel', 'vessels'],
  ways: ['way', 'ways'],
  pots: ['pot', 'pots'],
  swatches: ['swatch', 'swatches'],
}

/** `1 pot`, `3 pots`. */
export const thingsText = (collection: string, n: number): string => {
  const [one, many] = NOUNS[collection] ?? [collection]
  return formatCount(n, one, many)
}

/** `3 pots and 1 swatch`, by one of the counts; empty for none. */
export function countsText<Each extends CollectionCompared>(
  compared: readonly Each[],
  of: (each: Each) => number,
): string {
  const parts = compared
    .filter((each) => of(each) > 0)
    .map((each) => thingsText(each.collection, of(each)))
  return parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`
}

/** Unsaved work that is older than this is told on Today, h. */
const OVERDUE_H = 48

export type Safety = 'none' | 'failed' | 'overdue' | 'good'

/** How safe the log is: the worst that is so. */
export function safetyOf({ backups, unsaved, failure, isAwaited }: KeepingView): Safety {
  if (failure) return 'failed'
  if (!isAwaited && unsaved && dayjs().diff(unsaved.since, 'hour') >= OVERDUE_H) return 'overdue'
  return backups.length === 0 ? 'none' : 'good'
}

/** What no backup has yet. */
export function unsavedText({ changes, since }: NonNullable<KeepingView['unsaved']>): string {
  if (changes === 0) return 'Settings that were changed since are in no backup yet.'
  const are = changes === 1 ? 'is' : 'are'
  return `${formatCount(changes, 'change')} since ${whenText(since)} ${are} in no backup yet.`
}

/** What a backup holds, and what of it was gone already. */
export function contentsText({ pots, swatches, photos, missingPhotos }: BackupView): string {
  const gone = missingPhotos ? `, and ${thingsText('photos', missingPhotos)} gone before it` : ''
  return `${thingsText('pots', pots)}, ${thingsText('swatches', swatches)}, ${thingsText('photos', photos)}${gone}`
}

/** What is to be said on Today of the log's safety; empty where all is well. */
export function safetyWords(view: KeepingView): string {
  const safety = safetyOf(view)
  if (safety === 'failed') return `The last backup did not go as it should: ${view.failure?.why}`
  if (safety !== 'overdue' || !view.unsaved) return ''
  return unsavedText(view.unsaved)
}

/** Names of columns as one reads them: `own_dry_fraction` is `own dry fraction`. */
export const fieldText = (name: string): string => name.replaceAll('_', ' ')
