import { positive } from '../checks'
import { first, last } from '../present'
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
 * counts as no airing, but airing a jar lets it be looked at. Of a jar that was written down long
 * after its start nobody knows which rounds it had, so it is asked for the first one from then on.
 *
 * @param knownSince ms since 1970: its start, or when it was first written down
 * @returns the earliest first; rounds of `null` are left out
 * @throws InputError for an interval that is not above 0
 */
export function roundsDue(
  rule: RoundRule,
  knownSince: number,
  done: readonly RoundDone[],
  now: number,
): RoundDue[] {
  return ROUND_KINDS.flatMap((kind) => {
    const everyDays = rule[kind]
    if (everyDays === null) return []
    positive(everyDays, `/rule/${kind}`, 'days')
    const rounds = done.filter((round) => round.kind === kind).map(({ at }) => at)
    const dueAt = Math.max(...(rounds.length ? rounds : [knownSince])) + everyDays * DAY_MS
    return [{ kind, dueAt, overdueDays: Math.floor((now - dueAt) / DAY_MS) }]
  }).sort((a, b) => a.dueAt - b.dueAt)
}

type Ripeness = 'early' | 'likelyReady' | 'past'

export interface JarOutlook extends SteepWindow {
  ripeness: Ripeness
  /** Days it has stood. */
  days: number
  /** As many days at the warmth it stands at now would have done the same. */
  daysAtTemp: number
  /** Where it stands now, °C: the window is for that. */
  tempC: number
}

/** From when on a jar stood how warm; `at` in ms since 1970. */
export interface WarmthSince {
  at: number
  tempC: number
}

/**
 * Where a jar stands on its way, by how warm it stood and for how long: a hot week counts as one.
 *
 * @param usual days after which it is likely ready, and past which it should not stand, at `usualC`
 * @param warmth from its start on, in order; at least one
 * @param now ms since 1970
 */
export function jarOutlook(
  usual: SteepWindow,
  usualC: number,
  warmth: readonly WarmthSince[],
  now: number,
): JarOutlook {
  const { at: startedAt } = first(warmth)
  const { tempC } = last(warmth)
  const window = steepWindow(usual, usualC, tempC)
  const daysAtTemp = warmth.reduce((sum, since, i) => {
    const until = Math.min(now, warmth[i + 1]?.at ?? now)
    const pace = window.fromDays / steepWindow(usual, usualC, since.tempC).fromDays
    return sum + (Math.max(0, until - since.at) / DAY_MS) * pace
  }, 0)
  const ripeness =
    daysAtTemp < window.fromDays ? 'early' : daysAtTemp <= window.toDays ? 'likelyReady' : 'past'
  return { ...window, days: (now - startedAt) / DAY_MS, daysAtTemp, tempC, ripeness }
}
