import { folded } from './alike'
import { comparePair, type PairComparison } from './compare-pair'
import type { Effect } from './effects'
import type { EvidenceSwatch } from './fingerprints'
import { logEvidence } from './log-evidence'

export interface PairsQuestion {
  swatches: readonly EvidenceSwatch[]
  /** Share of intervals that may miss the truth; left out: 0.05. */
  alpha?: number
}

/** A pair that proves something: what one factor does, or how the same differs. */
interface ProvingPair extends PairComparison {
  a: string
  b: string
}

export interface PairsAnswer {
  effects: (Pick<
    Effect,
    'factor' | 'of' | 'from' | 'to' | 'pairs' | 'pots' | 'proofs' | 'times' | 'p' | 'q'
  > & {
    deltaL: number | null
    deltaC: number | null
    deltaH: number | null
  })[]
  /** Of recipes made again with the same lot. */
  repeats: { n: number; sdLogS: number | null; mcdm: number | null }
  /** Clean ones, and repeats. */
  pairs: ProvingPair[]
  /** How many pairs prove nothing: several things differ, or something is not known. */
  confounded: number
  unsure: number
}

/** Every pair of some swatches, and what each factor did: each is compared with each, so few are asked at once. */
export function pairsAnswer({ swatches: asked, alpha }: PairsQuestion): PairsAnswer {
  const swatches = asked.map(withLot)
  const { effects, repeats } = logEvidence(swatches, alpha)
  const compared = swatches.flatMap((a, i) =>
    swatches.slice(i + 1).map((b): ProvingPair => ({
      a: a.id,
      b: b.id,
      ...comparePair(a.factors, b.factors, {
        isOnePot: a.pot === b.pot,
        isOneLot: a.lot === b.lot,
      }),
    })),
  )
  const countOf = (verdict: PairComparison['verdict']) =>
    compared.filter((pair) => pair.verdict === verdict).length
  return {
    effects: effects.map(({ factor, of, from, to, pairs, pots, proofs, times, p, q, delta }) => ({
      factor,
      of,
      from,
      to,
      pairs,
      pots,
      proofs,
      times,
      deltaL: delta?.l.mid ?? null,
      deltaC: delta?.c.mid ?? null,
      deltaH: delta?.h.mid ?? null,
      p,
      q,
    })),
    repeats: {
      n: repeats.withinLot.pots,
      sdLogS: repeats.withinLot.sdLog,
      mcdm: repeats.withinLot.mcdm,
    },
    pairs: compared.filter(({ verdict }) => verdict === 'clean' || verdict === 'repeat'),
    confounded: countOf('confounded'),
    unsure: countOf('unsure'),
  }
}

/** A lot may be told beside the factors or among them: it is one lot. Where none is told, all are of one. */
function withLot(swatch: EvidenceSwatch): EvidenceSwatch {
  const { lot, factors } = swatch
  if (lot !== '') return { ...swatch, factors: { lot, ...factors } }
  return { ...swatch, lot: factors.lot === undefined ? '' : folded(factors.lot) }
}
