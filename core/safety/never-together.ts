import type { Caution } from './gathering'

/** Handling of something on a local calendar date: a jar opened, a spot test, a washed piece. */
export interface Handling {
  agent: 'ammonia' | 'bleach' | 'acid'
  /** Local date. */
  on: string
  /** Where, in words: `jar OCH-26-02`, `spot test on CRO-26-01`. */
  where: string
}

/**
 * The two that kill: ammonia with bleach (chloramine gases), bleach with acid (chlorine). They meet
 * on one day by a spoon, a cloth or a bench, not only in one jar.
 *
 * @returns the stop card of the day, or null
 */
export function neverTogether(handlings: readonly Handling[], on: string): Caution | null {
  const today = handlings.filter((handling) => handling.on === on)
  const bleach = today.filter(({ agent }) => agent === 'bleach')
  if (bleach.length === 0) return null
  const list = (found: Handling[]) => [...new Set(found.map(({ where }) => where))].join(', ')
  for (const [agent, gas] of [
    ['ammonia', 'toxic chloramine gases'],
    ['acid', 'chlorine gas'],
  ] as const) {
    const other = today.filter((handling) => handling.agent === agent)
    if (other.length === 0) continue
    return {
      key: `bleach-${agent}`,
      level: 'stop',
      words: `Never bleach with ${agent}: together they give ${gas}. Both are in hand today (${list(bleach)}; ${list(other)}). Leave one for another day, share no vessel, spoon or cloth, and keep the window open.`,
    }
  }
  return null
}
