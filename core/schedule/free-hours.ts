import { bisector, max, sort } from 'd3-array'
import { InputError } from '../input-error'

/** A stretch of time, ms since 1970. */
export type Span = readonly [from: number, to: number]

export const MS_PER_MIN = 60_000

const byStart = bisector(([from]: Span) => from)
const byEnd = bisector(([, to]: Span) => to)

/**
 * The first instant from `at` on at which something lies whole in one of the spans.
 *
 * @param spans in their order, none over another
 * @param words what is placed, for the error
 * @throws InputError where none of them is long enough, or all are over
 */
export function inSpan(spans: readonly Span[], at: number, lasts: number, words: string): number {
  for (let i = byEnd.left(spans, at + lasts); i < spans.length; i++) {
    const [from, to] = spans[i]!
    const begins = Math.max(at, from)
    if (to - lasts >= begins) return begins
  }
  throw new InputError(
    `no hour was found for: ${words} (${Math.round(lasts / MS_PER_MIN)} min)`,
    '/steps',
  )
}

/** The last instant at which something that is over by `by` lies whole in one of the spans; null: in none. */
export function lastInSpan(spans: readonly Span[], by: number, lasts: number): number | null {
  for (let i = byStart.right(spans, by) - 1; i >= 0; i--) {
    const [from, to] = spans[i]!
    const begins = Math.min(to, by) - lasts
    if (begins >= from) return begins
  }
  return null
}

/**
 * Stretches that something is taken in, which may lie over each other, made ready to be asked for
 * the few that meet a stretch: a season of plans has thousands.
 *
 * @param spans in any order
 * @returns those that have a moment in common with a stretch
 */
export function takenIn(spans: readonly Span[]): (from: number, to: number) => Span[] {
  const ordered = sort(spans, ([from]) => from)
  const longest = max(spans, ([from, to]) => to - from) ?? 0
  return (from, to) => {
    const found: Span[] = []
    for (let i = byStart.left(ordered, from - longest); i < ordered.length; i++) {
      const span = ordered[i]!
      if (span[0] >= to) break
      if (span[1] > from) found.push(span)
    }
    return found
  }
}

/** The first instant from `at` on at which one of the burners is free for so long. */
export function burnerFree(
  lit: ReturnType<typeof takenIn>,
  at: number,
  lasts: number,
  burners: number,
): number {
  for (;;) {
    const inWay = lit(at, at + lasts)
    if (inWay.length < burners) return at
    const points = [at, ...inWay.map(([from]) => from).filter((from) => from > at)]
    const most = Math.max(
      ...points.map((point) => inWay.filter(([from, to]) => from <= point && to > point).length),
    )
    if (most < burners) return at
    at = Math.min(...inWay.map(([, to]) => to))
  }
}

/** The same stretches with time running the other way, in their order again. */
export const turnedRound = (spans: readonly Span[]): Span[] =>
  spans.map(([from, to]): Span => [-to, -from]).sort((a, b) => a[0] - b[0])
