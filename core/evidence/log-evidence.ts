import { sum } from 'd3-array'
import type { Almost } from './almost'
import { effectsOf, type Effect } from './effects'
import { groupedBy, type EvidenceSwatch } from './fingerprints'
import { rankedAlmost } from './ranked-almost'
import { pooledRepeats, type Repeats } from './repeat-spread'
import { sourceEvidence, type SourceEvidence } from './source-evidence'

/** What a whole log proves. */
export interface LogEvidence {
  /** Surest first. */
  effects: Effect[]
  repeats: Repeats
  /** What one more piece would make clean, best first. */
  almost: Almost[]
  /** Swatches that were read, and of how many everything is written down. */
  read: number
  known: number
}

/** What some sources prove together, held against what recipes made again differ by. */
export function pooledEvidence(sources: readonly SourceEvidence[], alpha?: number): LogEvidence {
  const repeats = pooledRepeats(sources.map((source) => source.repeats))
  const effects = effectsOf(sources, repeats.withinLot, alpha)
  return {
    effects,
    repeats,
    almost: rankedAlmost(
      sources.flatMap(({ almost }) => almost),
      effects,
    ),
    read: sum(sources, ({ read }) => read),
    known: sum(sources, ({ known }) => known),
  }
}

/** Every clean comparison of a log and what it says. @param swatches without a strength are left out */
export const logEvidence = (swatches: readonly EvidenceSwatch[], alpha?: number): LogEvidence =>
  pooledEvidence(groupedBy(swatches, ({ source }) => source).map(sourceEvidence), alpha)
