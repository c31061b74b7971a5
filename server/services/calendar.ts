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
