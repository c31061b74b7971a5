import { max, mean, sum } from 'd3-array'
import type { Lab } from '../colour/tristimulus'
import { present } from '../present'
import { groupedBy, type EvidenceSwatch } from './fingerprints'
import type { MatchedSet } from './matched-sets'
import { meanOf } from './repeat-spread'

/** Independent proof of a contrast: pots that share no pot with another proof. */
export interface Proof {
  source: string
  pots: readonly string[]
  /** Pairs of swatches in it. */
  pairs: number
  /** Of the strength from one level to the other, natural. */
  logTimes: number
  /** Variance of `logTimes` in units of that of one pot: of several pots on each level it is less. */
  potVariances: number
  /** What a curve is not sure of, along which its strengths were brought to one ratio: SD, with its sign. */
  bendSd: number
  /** null: colours were not read on both sides. */
  delta: ColourDelta | null
}

/** Pairs that are shown of one effect. */
export const MOST_SHOWN = 24

/** Along lightness, chroma and hue: CIELAB differences from one colour to another. */
export type ColourDelta = Record<'l' | 'c' | 'h', number>

/**
 * Sets of one contrast as independent proofs: sets that share a pot are one, and each pot counts once
 * on each level, however many pieces it held.
 */
export function proofsOf(sets: readonly MatchedSet[]): Proof[] {
  const proofOfPot = new Map<string, Set<MatchedSet>>()
  const proofs = new Set<Set<MatchedSet>>()
  for (const set of sets) {
    const joined = new Set([set])
    for (const pot of potsIn(set)) {
      const earlier = proofOfPot.get(pot)
      if (!earlier || earlier === joined) continue
      proofs.delete(earlier)
      for (const other of earlier) {
        joined.add(other)
        potsIn(other).forEach((each) => proofOfPot.set(each, joined))
      }
    }
    potsIn(set).forEach((pot) => proofOfPot.set(pot, joined))
    proofs.add(joined)
  }
  return [...proofs].map((of) => proofOf([...of]))
}

const potsIn = ({ from, to }: MatchedSet) => [...from, ...to].map(({ pot }) => pot)

function proofOf(sets: readonly MatchedSet[]): Proof {
  const deltas = sets.flatMap(({ from, to }) => deltaOf(from, to) ?? [])
  return {
    source: sets[0]!.from[0]!.source,
    pots: [...new Set(sets.flatMap(potsIn))],
    pairs: sum(sets, pairsIn),
    logTimes: present(mean(sets, ({ from, to }) => logStrength(to) - logStrength(from))),
    // sets that share a pot are not independent: no more is taken from several than from the least of them
    potVariances: present(max(sets, potVariancesOf)),
    bendSd: present(mean(sets, ({ from, to }) => meanBend(to) - meanBend(from))),
    delta: meanDelta(deltas),
  }
}

/** Pieces of one pot are one making each: more of them tell of the pieces, not of the pot. */
function potVariancesOf({ from, to }: MatchedSet): number {
  const potsOf = (swatches: readonly EvidenceSwatch[]) =>
    new Set(swatches.map(({ pot }) => pot)).size
  return 1 / potsOf(from) + 1 / potsOf(to)
}

const meanBend = (swatches: readonly EvidenceSwatch[]): number =>
  present(mean(swatches, ({ bendSd }) => bendSd ?? 0))

/** Pairs that stand side by side: within a pot each with each, else as many as the smaller side has. */
function pairsIn({ from, to }: MatchedSet): number {
  const isOnePot = from[0]!.pot === to[0]!.pot
  return isOnePot ? from.length * to.length : Math.min(from.length, to.length)
}

/** One mean a pot, then over pots. */
function logStrength(swatches: readonly EvidenceSwatch[]): number {
  const perPot = groupedBy(swatches, ({ pot }) => pot).map((of) =>
    present(mean(of, ({ strength }) => Math.log(present(strength)))),
  )
  return present(mean(perPot))
}

function deltaOf(
  from: readonly EvidenceSwatch[],
  to: readonly EvidenceSwatch[],
): ColourDelta | null {
  const [first, second] = [meanOf(labsOf(from)), meanOf(labsOf(to))]
  if (!first || !second) return null
  const [c1, c2] = [Math.hypot(first.a, first.b), Math.hypot(second.a, second.b)]
  const turn = Math.atan2(second.b, second.a) - Math.atan2(first.b, first.a)
  // CIE 15: signed by the way the hue turns
  return { l: second.l - first.l, c: c2 - c1, h: 2 * Math.sqrt(c1 * c2) * Math.sin(turn / 2) }
}

export function meanDelta(deltas: readonly ColourDelta[]): ColourDelta | null {
  if (deltas.length === 0) return null
  return {
    l: present(mean(deltas, ({ l }) => l)),
    c: present(mean(deltas, ({ c }) => c)),
    h: present(mean(deltas, ({ h }) => h)),
  }
}

const labsOf = (swatches: readonly EvidenceSwatch[]): Lab[] =>
  swatches.flatMap(({ lab }) => lab ?? [])
