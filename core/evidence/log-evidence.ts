import { almostClean, type Almost } from './almost'
import { effectsOf, type Effect } from './effects'
import { fingerprints, type EvidenceSwatch, type Fingerprint } from './fingerprints'
import { matchedSets, type MatchedSet } from './matched-sets'
import { repeatsOf, type Repeats } from './repeat-spread'

/** An effect, and swatches that stand for it side by side: one pair of each proof. */
export interface ShownEffect extends Effect {
  shown: { from: string; to: string }[]
}

/** What a whole log proves. */
export interface LogEvidence {
  /** Surest first. */
  effects: ShownEffect[]
  repeats: Repeats
  /** What one more piece would make clean, best first. */
  almost: Almost[]
  /** Swatches that were read, and of how many everything is written down. */
  read: number
  known: number
}

/** Pairs that are shown of one effect. */
const MOST_SHOWN = 24

/**
 * Every clean comparison of a log and what it says, held against what recipes made again differ by.
 *
 * @param swatches at most some 100,000; those without a strength are left out
 */
export function logEvidence(swatches: readonly EvidenceSwatch[]): LogEvidence {
  const prints = readPrints(swatches)
  const repeats = repeatsOf(prints)
  const effects = effectsOf(matchedSets(prints), repeats.withinLot, swatches)
  return {
    effects: effects.map(({ sets, ...effect }) => ({ ...effect, shown: shownOf(sets) })),
    repeats,
    almost: almostClean(prints, effects),
    read: prints.length,
    known: prints.filter(({ unknown }) => unknown.length === 0).length,
  }
}

/** Fingerprints of those that were read. */
export const readPrints = (swatches: readonly EvidenceSwatch[]): Fingerprint[] =>
  fingerprints(swatches.filter(({ strength }) => strength !== null))

/** One pair of each set: side by side they are the proof. */
const shownOf = (sets: readonly MatchedSet[]): ShownEffect['shown'] =>
  sets.slice(0, MOST_SHOWN).map(({ from, to }) => ({ from: from[0]!.id, to: to[0]!.id }))
