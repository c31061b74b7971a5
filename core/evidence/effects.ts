import { groups, mean, sum } from 'd3-array'
import { present } from '../present'
import { folded } from './alike'
import { groupedBy } from './fingerprints'
import { contrastKey, LESS, WITHOUT, type Contrast } from './matched-sets'
import {
  ALPHA,
  falseDiscoveryRates,
  LEAST_FOR_T,
  pairedMean,
  pairedTest,
  tInterval,
  tProbability,
} from './paired-tests'
import { pooledProofs, type Pooled } from './pooled-proofs'
import { meanDelta, MOST_SHOWN, type ColourDelta, type Proof } from './proofs'
import type { Spread } from './repeat-spread'
import type { ContrastEvidence, SourceEvidence } from './source-evidence'

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
  sources: number
  /** Each by itself, those of most proofs first; at most 40. */
  perSource: { source: string; proofs: number; times: OpenInterval }[]
  /** Swatches that stand for it side by side: one pair of each proof. */
  shown: { from: string; to: string }[]
}

/** What every contrast did over some sources, surest first; those that nothing tests are last. */
export function effectsOf(
  sources: readonly SourceEvidence[],
  repeats: Spread,
  alpha = ALPHA,
): Effect[] {
  const contrasts = sources.flatMap((source) => source.contrasts)
  const effects = groupedBy(contrasts, ({ contrast }) => contrastKey(contrast)).map((of) =>
    effectOf(oriented(of, sources), repeats, alpha),
  )
  const tested = effects.filter(({ p }) => p !== null)
  const rates = falseDiscoveryRates(tested.map(({ p }) => present(p)))
  const rateOf = new Map(tested.map((effect, i) => [effect, rates[i]!]))
  return effects
    .map((effect) => ({ ...effect, q: rateOf.get(effect) ?? null }))
    .sort((a, b) => (a.p ?? 2) - (b.p ?? 2) || b.proofs - a.proofs || b.pairs - a.pairs)
}

const MOST_SOURCES = 40

/** From what there is more of in the log: that is what one is used to. */
function oriented(
  of: readonly ContrastEvidence[],
  sources: readonly SourceEvidence[],
): readonly ContrastEvidence[] {
  const { factor, from, to } = of[0]!.contrast
  if (FIXED_FROM.includes(from)) return of
  const countOf = (level: string) =>
    sum(sources, ({ levels }) => levels[factor]?.[folded(level)] ?? 0)
  return countOf(from) >= countOf(to) ? of : of.map(turned)
}
const FIXED_FROM = [LESS, WITHOUT, 'false', '0', '1']

const turned = ({ contrast, proofs, shown }: ContrastEvidence): ContrastEvidence => ({
  contrast: { ...contrast, from: contrast.to, to: contrast.from },
  proofs: proofs.map(({ delta, ...proof }) => ({
    ...proof,
    logTimes: -proof.logTimes,
    bendSd: -proof.bendSd,
    delta: delta && { l: -delta.l, c: -delta.c, h: -delta.h },
  })),
  shown: shown.map(({ from, to }) => ({ from: to, to: from })),
})

function effectOf(of: readonly ContrastEvidence[], repeats: Spread, alpha: number): Effect {
  const proofs = of.flatMap((each) => each.proofs)
  const pooled = pooledProofs(proofs, repeats)
  const deltas = proofs.flatMap(({ delta }) => delta ?? [])
  return {
    ...of[0]!.contrast,
    pairs: sum(proofs, ({ pairs }) => pairs),
    pots: new Set(proofs.flatMap(({ pots }) => pots)).size,
    proofs: proofs.length,
    times: timesOf(pooled, alpha),
    basis: pooled.basis,
    delta: deltaIntervals(deltas, alpha),
    p: testOf(proofs, pooled),
    q: null,
    tau: pooled.tau,
    i2: pooled.i2,
    perSource: groups(proofs, ({ source }) => source)
      .sort(([, a], [, b]) => b.length - a.length)
      .slice(0, MOST_SOURCES)
      .map(([source, own]) => ({
        source,
        proofs: own.length,
        times: timesOf(pooledProofs(own, repeats), alpha),
      })),
    sources: new Set(proofs.map(({ source }) => source)).size,
    shown: of.flatMap((each) => each.shown).slice(0, MOST_SHOWN),
  }
}

function timesOf({ mid, standardError, df }: Pooled, alpha: number): OpenInterval {
  if (standardError === null) return { mid: Math.exp(mid), low: null, high: null }
  const { low, high } = tInterval(mid, standardError, df, alpha)
  return { mid: Math.exp(mid), low: Math.exp(low), high: Math.exp(high) }
}

/** null: one proof has no test. */
function testOf(proofs: readonly Proof[], { mid, standardError, df, isBent }: Pooled) {
  if (proofs.length < 2 || standardError === null) return null
  const byT = tProbability(mid, standardError, df)
  const bySign = pairedTest(proofs.map(({ logTimes }) => logTimes))
  if (proofs.length >= LEAST_FOR_T) return byT
  // signs that a curve may have turned all at once are no proof of their own
  return isBent ? Math.max(byT, bySign) : bySign
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
      : { mid: present(mean(deltas, (delta) => delta[axis])), low: null, high: null }
  return { l: along('l'), c: along('c'), h: along('h') }
}
