import { nowInstant } from './instants'

/** When something was: now where `at` is null, else an instant and how far it may be off. */
export interface NotedAt {
  at: string | null
  toleranceMin: number
}

export const NOW: NotedAt = { at: null, toleranceMin: 0 }

const HOUR = 60
const DAY = 24 * HOUR

/** How well a time is remembered. */
export const TOLERANCES = [
  { minutes: 0, words: 'by the clock' },
  { minutes: 30, words: 'give or take half an hour' },
  { minutes: 12 * HOUR, words: 'some time that day' },
  { minutes: 3 * DAY, words: 'give or take three days' },
  { minutes: 14 * DAY, words: 'give or take two weeks' },
] as const

/** As it is kept: an instant and how far it may be off. */
export const timeOf = ({ at, toleranceMin }: NotedAt) => ({ at: at ?? nowInstant(), toleranceMin })
