import { positive } from '../checks'
import { steepWindow, type SteepWindow } from '../bath/extraction'

const ROUND_KINDS = ['shake', 'air', 'look'] as const
export type RoundKind = (typeof ROUND_KINDS)[number]

/** How often a jar wants each round, days; null: never, as with a jar kept sealed. */
export type RoundRule = Record<RoundKind, number | null>

export interface RoundDone {
  kind: RoundKind
  /** ms since 1970. */
  at: number
}

export interface RoundDue {
  kind: RoundKind
  /** ms since 1970. */
  dueAt: number
  /** Whole days past due; 0 on the day itself, negative before. */
  overdueDays: number
}

const DAY_MS = 86_400_000

/**
 * When each round of a jar is next due: so long after it was last done, or after the start. A look
 * counts as no airing, but airing a jar lets it be looked at.
 *
 * @param startedAt ms since 1970
 * @returns the earliest first; rounds of `null` are left out
 * @throws InputError for an interval that is not above 0
 */
export function roundsDue(
  rule: RoundRule,
  startedAt: number,
  done: readonly RoundDone[],
  now: number,
): RoundDue[] {
  return ROUND_KINDS.flatMap((kind) => {
    const everyDays = rule[kind]
    if (everyDays === null) return []
    positive(everyDays, `/rule/${kind}`, 'days')
    const last = Math.max(
      startedAt,
      ...done.filter((round) => round.kind === kind).map(({ at }) => at),
    )
    const dueAt = last + everyDays * DAY_MS
    return [{ kind, dueAt, overdueDays: Math.floor((now - dueAt) / DAY_MS) }]
  }).sort((a, b) => a.dueAt - b.dueAt)
}

type Ripeness = 'early' | 'likelyReady' | 'past'

export interface JarOutlook extends SteepWindow {
  ripeness: Ripeness
  /** Days it has stood. */
  days: number
}

/**
 * Where a jar stands on its way, by its temperature.
 *
 * @param usual days after which it is likely ready, and past which it should not stand, at `usualC`
 */
export function jarOutlook(
  usual: SteepWindow,
  usualC: number,
  tempC: number,
  startedAt: number,
  now: number,
): JarOutlook {
  const window = steepWindow(usual, usualC, tempC)
  const days = (now - startedAt) / DAY_MS
  const ripeness = days < window.fromDays ? 'early' : days <= window.toDays ? 'likelyReady' : 'past'
  return { ...window, days, ripeness }
}
