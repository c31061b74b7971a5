import { unacceptable } from './failures'

const DAY_MS = 24 * 60 * 60 * 1000

/**
 * Refuses a local date that has not come anywhere on Earth: the furthest zone is 14 hours
 * ahead, so a day of grace lets every user write down today.
 */
export function refuseFuture(pointer: string, date: string, at: string): void {
  const latest = new Date(Date.parse(at) + DAY_MS).toISOString().slice(0, 10)
  if (date <= latest) return
  const name = pointer.split('/').pop()
  throw unacceptable(pointer, `${name} must not lie in the future; got ${date}`)
}

/** Clocks of two devices may differ by so much, ms. */
export const CLOCK_SLACK_MS = 5 * 60_000

/** Refuses an instant that has not come. */
export function refuseAhead(pointer: string, instant: string, at: string): void {
  if (Date.parse(instant) <= Date.parse(at) + CLOCK_SLACK_MS) return
  const name = pointer.split('/').pop()
  throw unacceptable(pointer, `${name} must not be in the future; got ${instant}`)
}
