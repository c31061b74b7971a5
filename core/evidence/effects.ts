import { groups, mean, sum } from 'd3-array'
import type { Lab } from '../colour/tristimulus'
import { folded } from './alike'
import { groupedBy, type EvidenceSwatch } from './fingerprints'
import { LESS, WITHOUT, type Contrast, type MatchedSet } from './matched-sets'
import {
  ALPHA,
  falseDiscoveryRates,
  pairedMean,
  pairedTest,
  tInterval,
  tProbability,
  type Interval,
} from './paired-tests'
import { randomEffectsMean } from './random-effects'
import { meanOf, type Spread } from './repeat-spread'
import { present } from '../present'

/** Independent proof of a contrast: pots that share no pot with another proof. */
export interface Proof {
  source: string
  pots: readonly string[]
  /** Pairs of swatches in it. */
  pairs: number
  /** Of the strength from one level to the other, natural. */
  logTimes: number
  /** null: colours were not read on both sides. */
  delta: ColourDelta | null
}

/** Along lightness, chroma and hue: CIELAB differences from one colour to another. */
type ColourDelta = Record<'l' | 'c' | 'h', number>

/** With its interval; without an end where nothing tells it. */
export interface OpenInterval {
  mid: number
  low: number | null
  high: number | null
}

/** What a factor did, from one of its levels to the other. */
export interface Effect extends Contrast {
  /** Of swatches, and of the pots they were dyed in. */
  pairs: number
  pots: number
  /** Independent proofs: pieces of one pot are one. */
  proofs: number
  /** So many times as strong. */
  times: OpenInterval
  /** `pairs`: by their own spread; `repeats`: by that of recipes made again; null: no interval. */
  basis: 'pairs' | 'repeats' | null
  /** Of the colour, by the spread of its proofs; null: colours were not read on both sides. */
  delta: Record<keyof ColourDelta, OpenInterval> | null
  /** How often chance alone would bring as much; null: one proof has no test. */
  p: number | null
  /** Share of false claims among those at least as sure, of all that were asked; null as `p`. */
  q: number | null
  /** How much the true effect differs from source to source: SD of its logarithm, and share of all spread. */
  tau: number
  i2: number
  perSource: { source: string; proofs: number }[]
}

/** What every contrast did, surest first; those that nothing tests are last. */
export function effectsOf(
  sets: readonly MatchedSet[],
  repeats: Spread,
  swatches: readonly EvidenceSwatch[],
  alpha = ALPHA,
): (Effect & { sets: readonly MatchedSet[] })[] {
  const effects = groupedBy(sets, ({ contrast }) => keyOf(contrast)).map((of) => {
    const turned = oriented(of, swatches)
    return { ...effectOf(turned, repeats, alpha), sets: turned }
  })
  const tested = effects.filter(({ p }) => p !== null)
  const rates = falseDiscoveryRates(tested.map(({ p }) => present(p)))
  const rateOf = new Map(tested.map((effect, i) => [effect, rates[i]!]))
  return effects
    .map((effect) => ({ ...effect, q: rateOf.get(effect) ?? null }))
    .sort((a, b) => (a.p ?? 2) - (b.p ?? 2) || b.proofs - a.proofs || b.pairs - a.pairs)
}

/** However somebody wrote the levels. */
const keyOf = ({ factor, of, from, to }: Contrast) =>
  [factor, of, folded(from), folded(to)].join('|')

/** From what there is more of in the log: that is what one is used to. */
function oriented(sets: readonly MatchedSet[], swatches: readonly EvidenceSwatch[]): MatchedSet[] {
  const { factor, from, to } = sets[0]!.contrast
  if (FIXED_FROM.includes(from)) return [...sets]
  const countOf = (level: string) =>
    swatches.filter(({ factors }) => folded(factors[factor] ?? '') === folded(level)).length
  if (countOf(from) >= countOf(to)) return [...sets]
  return sets.map(({ contrast, ...set }) => ({
    contrast: { ...contrast, from: contrast.to, to: contrast.from },
    from: set.to,
    to: set.from,
  }))
}
const FIXED_FROM = [LESS, WITHOUT, 'false', '0', '1']

function effectOf(sets: readonly MatchedSet[], repeats: Spread, alpha: number): Effect {
  const proofs = proofsOf(sets)
  const pooled = pooledEffect(proofs, repeats, alpha)
  const deltas = proofs.flatMap(({ delta }) => delta ?? [])
  return {
    ...sets[0]!.contrast,
    pairs: sum(proofs, ({ pairs }) => pairs),
    pots: new Set(proofs.flatMap(({ pots }) => pots)).size,
    proofs: proofs.length,
    times: {
      mid: Math.exp(pooled.mid),
      low: pooled.low === null ? null : Math.exp(pooled.low),
      high: pooled.high === null ? null : Math.exp(pooled.high),
    },
    basis: pooled.basis,
    delta: deltaIntervals(deltas, alpha),
    p: pooled.p,
    q: null,
    tau: pooled.tau,
    i2: pooled.i2,
    perSource: groups(proofs, ({ source }) => source).map(([source, of]) => ({
      source,
      proofs: of.length,
    })),
  }
}

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
    delta: meanDelta(deltas),
  }
}

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

function meanDelta(deltas: readonly ColourDelta[]): ColourDelta | null {
  if (deltas.length === 0) return null
  return {
    l: present(mean(deltas, ({ l }) => l)),
    c: present(mean(deltas, ({ c }) => c)),
    h: present(mean(deltas, ({ h }) => h)),
  }
}

function deltaIntervals(deltas: readonly ColourDelta[], alpha: number): Effect['delta'] {
  const middle = meanDelta(deltas)
  if (!middle) return null
  const along = (axis: keyof ColourDelta): OpenInterval =>
    deltas.length > 1
      ? pairedMean(
          deltas.map((delta) => delta[axis]),
          alpha,
        )
      : { mid: middle[axis], low: null, high: null }
  return { l: along('l'), c: along('c'), h: along('h') }
}

const labsOf = (swatches: readonly EvidenceSwatch[]): Lab[] =>
  swatches.flatMap(({ lab }) => lab ?? [])

interface Pooled extends OpenInterval {
  basis: Effect['basis']
  p: number | null
  tau: number
  i2: number
}

/** Fewer repeats do not tell how far one proof may be off. */
const LEAST_REPEATS = 3

function pooledEffect(proofs: readonly Proof[], repeats: Spread, alpha: number): Pooled {
  const all = proofs.map(({ logTimes }) => logTimes)
  const alike = { tau: 0, i2: 0 }
  if (all.length === 1) {
    const mid = all[0]!
    const { sdLog, df } = repeats
    if (sdLog === null || df < LEAST_REPEATS) {
      return { mid, low: null, high: null, basis: null, p: null, ...alike }
    }
    return {
      ...tInterval(mid, Math.SQRT2 * sdLog, df, alpha),
      basis: 'repeats',
      p: null,
      ...alike,
    }
  }
  const p = pairedTest(all)
  const bySource = groupedBy(proofs, ({ source }) => source).map((of) =>
    of.map(({ logTimes }) => logTimes),
  )
  const df = all.length - bySource.length
  if (bySource.length === 1 || df === 0)
    return { ...pairedMean(all, alpha), basis: 'pairs', p, ...alike }
  const within = sum(bySource, (of) => sum(of, (each) => (each - present(mean(of))) ** 2)) / df
  if (within === 0) return { ...pairedMean(all, alpha), basis: 'pairs', p, ...alike }
  const { standardError, tau2, i2, ...overall } = randomEffectsMean(
    bySource.map((of) => ({ mean: present(mean(of)), variance: within / of.length })),
  )
  const freedom = effectiveDf(
    { variance: within / all.length, df },
    { variance: standardError ** 2 - within / all.length, df: bySource.length - 1 },
  )
  const interval: Interval = tInterval(overall.mean, standardError, freedom, alpha)
  return {
    ...interval,
    basis: 'pairs',
    p: all.length < LEAST_FOR_POOLED_T ? p : tProbability(overall.mean, standardError, freedom),
    tau: Math.sqrt(tau2),
    i2,
  }
}
const LEAST_FOR_POOLED_T = 6

/** Degrees of freedom of a sum of two variances (Satterthwaite, Biometrics Bulletin 2 (1946)). */
function effectiveDf(...parts: readonly { variance: number; df: number }[]): number {
  const told = parts.filter(({ variance }) => variance > 0)
  const total = sum(told, ({ variance }) => variance)
  return total ** 2 / sum(told, ({ variance, df }) => variance ** 2 / df)
}
