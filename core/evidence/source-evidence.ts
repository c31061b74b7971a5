import { rollup } from 'd3-array'
import { almostIn, type Almost } from './almost'
import { folded, isAmounts } from './alike'
import type { Factor } from './factors'
import { fingerprints, groupedBy, type EvidenceSwatch, type Fingerprint } from './fingerprints'
import { contrastKey, matchedSets, type Contrast } from './matched-sets'
import { MOST_SHOWN, proofsOf, type Proof } from './proofs'
import { repeatSums, type RepeatSums } from './repeat-spread'

/** What one source says of a contrast. */
export interface ContrastEvidence {
  contrast: Contrast
  proofs: Proof[]
  /** One pair of each set. */
  shown: { from: string; to: string }[]
}

/**
 * What the swatches of one source prove, by themselves. No pair is of two sources, so a log is pooled
 * from these; and a swatch more changes that of its own source alone.
 */
export interface SourceEvidence {
  contrasts: ContrastEvidence[]
  /** Swatches on each level of a factor that has contrasts, as it is folded. */
  levels: Partial<Record<Factor, Record<string, number>>>
  repeats: RepeatSums
  almost: Almost[]
  /** Swatches that were read, and of how many everything is written down. */
  read: number
  known: number
}

/** @param swatches of one source; those without a strength are left out */
export function sourceEvidence(swatches: readonly EvidenceSwatch[]): SourceEvidence {
  const prints = readPrints(swatches)
  const contrasts = groupedBy(matchedSets(prints), ({ contrast }) => contrastKey(contrast)).map(
    (sets): ContrastEvidence => ({
      contrast: sets[0]!.contrast,
      proofs: proofsOf(sets),
      shown: sets
        .slice(0, MOST_SHOWN)
        .map(({ from, to }) => ({ from: from[0]!.id, to: to[0]!.id })),
    }),
  )
  return {
    contrasts,
    levels: levelsOf(prints, new Set(contrasts.map(({ contrast }) => contrast.factor))),
    repeats: repeatSums(prints),
    almost: almostIn(prints),
    read: prints.length,
    known: prints.filter(({ unknown }) => unknown.length === 0).length,
  }
}

/** Fingerprints of those that were read. */
export const readPrints = (swatches: readonly EvidenceSwatch[]): Fingerprint[] =>
  fingerprints(swatches.filter(({ strength }) => strength !== null))

/** Of numbers and amounts nobody asks which is usual. */
function levelsOf(
  prints: readonly Fingerprint[],
  asked: ReadonlySet<Factor>,
): SourceEvidence['levels'] {
  const levels: SourceEvidence['levels'] = {}
  for (const factor of asked) {
    const told = prints.flatMap(({ swatch }) => {
      const value = swatch.factors[factor]
      return value === null || value === undefined || isAmounts(value) ? [] : [folded(value)]
    })
    if (told.length > 0) {
      levels[factor] = Object.fromEntries(
        rollup(
          told,
          (of) => of.length,
          (level) => level,
        ),
      )
    }
  }
  return levels
}
