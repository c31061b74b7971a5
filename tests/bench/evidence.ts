import { randomLcg } from 'd3-random'
import { deviation, mean } from 'd3-array'
import tQuantile from '@stdlib/stats-base-dists-t-quantile'
import { comparePair } from '../../core/evidence/compare-pair'
import { fingerprints, groupedBy, type EvidenceSwatch } from '../../core/evidence/fingerprints'
import { logEvidence, pooledEvidence } from '../../core/evidence/log-evidence'
import { matchedSets, type Contrast, type MatchedSet } from '../../core/evidence/matched-sets'
import { sourceEvidence } from '../../core/evidence/source-evidence'
import { PLANTED, plantedLog } from '../fixtures/planted-log'

/**
 * What a whole log proves: planted truth over 500 logs, with pots as proofs and, beside it, with every
 * pair as one; and the time that 100,000 swatches take, beside comparing all with all of 2,000.
 */

const LOGS = 500
const MANY = 100_000
const FEW = 2000

for (const sourceSd of [0, 0.1, 0.2]) {
  const random = randomLcg(0.42)
  const told = new Map<string, { asked: number; held: number; naive: number; claimed: number }>()
  for (let log = 0; log < LOGS; log++) {
    const swatches = plantedLog(random, { sourceSd })
    const sets = groupedBy(matchedSets(fingerprints(swatches)), ({ contrast }) => keyOf(contrast))
    for (const effect of logEvidence(swatches).effects) {
      if (effect.proofs < 2) continue
      const name = effect.factor in PLANTED ? effect.factor : 'idle'
      const truth = truthOf(effect)
      const count = told.get(name) ?? { asked: 0, held: 0, naive: 0, claimed: 0 }
      count.asked++
      if (effect.times.low! <= truth && truth <= effect.times.high!) count.held++
      const own = sets.find(([set]) => keyOf(set!.contrast) === keyOf(effect)) ?? []
      if (holdsEachPair(own)) count.naive++
      if (effect.q! < 0.05) count.claimed++
      told.set(name, count)
    }
  }
  console.log(`  ${LOGS} logs, effects differ from source to source by SD ${sourceSd}:`)
  for (const [name, { asked, held, naive, claimed }] of told) {
    console.log(
      `    ${name.padEnd(8)} ${asked} asked: interval holds ${percent(held / asked)} (each pair as a proof ${percent(naive / asked)}), claimed ${percent(claimed / asked)}`,
    )
  }
}

const random = randomLcg(0.42)
const many: EvidenceSwatch[][] = []
for (let i = 0, made = 0; made < MANY; i++) {
  const log = plantedLog(random, { pots: 40 }).map((swatch) => renamed(swatch, i))
  many.push(...groupedBy(log, ({ source }) => source))
  made += log.length
}
many.slice(0, 20).forEach(sourceEvidence)
const before = process.memoryUsage().rss
const [sources, allMs] = timed(() => many.map(sourceEvidence))
const [all, poolMs] = timed(() => pooledEvidence(sources))
const [, anewMs] = timed(() => sourceEvidence(many[0]!))
console.log(
  `  ${many.flat().length} swatches of ${many.length} sources: ${(allMs / 1000).toFixed(1)} s, pooled in ${poolMs.toFixed(0)} ms, ${all.effects.length} effects; ${Math.round((process.memoryUsage().rss - before) / 1e6)} MB more than the swatches themselves took, ${Math.round(JSON.stringify(sources).length / 1e6)} MB kept`,
)
console.log(
  `  one swatch more: its source anew ${anewMs.toFixed(0)} ms, pooled ${poolMs.toFixed(0)} ms`,
)
const few = many.flat().slice(0, FEW)
const [, fewMs] = timed(() => logEvidence(few))
const [clean, naiveMs] = timed(() => cleanPairs(few))
console.log(
  `  ${FEW} swatches: ${fewMs.toFixed(0)} ms; all with all ${naiveMs.toFixed(0)} ms, ${clean} clean pairs, and no effects yet`,
)

/** However its levels stand. */
function keyOf({ factor, of, from, to }: Contrast): string {
  return [factor, of, ...[from, to].sort()].join('|')
}

function truthOf({ factor, from }: Contrast): number {
  const planted = (PLANTED as Record<string, number>)[factor] ?? 1
  return from === 'Al Fe' || from === 'silk' ? 1 / planted : planted
}

/** As if each pair of swatches were a proof of its own. */
function holdsEachPair(sets: readonly MatchedSet[]): boolean {
  const apart = sets.flatMap(({ contrast, from, to }) => {
    const truth = Math.log(truthOf(contrast))
    return from.flatMap((a) => to.map((b) => Math.log(b.strength! / a.strength!) - truth))
  })
  if (apart.length < 2) return false
  const reach = (tQuantile(0.975, apart.length - 1) * deviation(apart)!) / Math.sqrt(apart.length)
  return Math.abs(mean(apart)!) <= reach
}

function renamed(swatch: EvidenceSwatch, log: number): EvidenceSwatch {
  const of = (name: string) => `${log} ${name}`
  const [lot, source] = [of(swatch.lot), of(swatch.source)]
  const factors = { ...swatch.factors, lot, source }
  return { ...swatch, id: of(swatch.id), pot: of(swatch.pot), lot, source, factors }
}

function cleanPairs(swatches: readonly EvidenceSwatch[]): number {
  let clean = 0
  for (const [i, a] of swatches.entries()) {
    for (const b of swatches.slice(i + 1)) {
      const shared = { isOnePot: a.pot === b.pot, isOneLot: a.lot === b.lot }
      if (comparePair(a.factors, b.factors, shared).verdict === 'clean') clean++
    }
  }
  return clean
}

function timed<T>(run: () => T): [T, number] {
  const began = performance.now()
  return [run(), performance.now() - began]
}

function percent(share: number): string {
  return `${(100 * share).toFixed(1)} %`
}
