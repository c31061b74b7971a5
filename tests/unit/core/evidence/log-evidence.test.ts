import { describe, expect, test } from '@jest/globals'
import { randomLcg } from 'd3-random'
import { comparePair } from '../../../../core/evidence/compare-pair'
import { proofsOf } from '../../../../core/evidence/proofs'
import { fingerprints, type EvidenceSwatch } from '../../../../core/evidence/fingerprints'
import { logEvidence } from '../../../../core/evidence/log-evidence'
import { matchedSets } from '../../../../core/evidence/matched-sets'
import { PLANTED, plantedLog } from '../../../fixtures/planted-log'

const swatch = (
  id: string,
  pot: string,
  strength: number,
  fields: Partial<EvidenceSwatch['factors']> = {},
): EvidenceSwatch => ({
  id,
  pot,
  lot: 'TAN-26-01',
  source: 'tansy',
  strength,
  lab: null,
  factors: {
    lot: 'TAN-26-01',
    fibre: 'wool',
    mordant: 'Al',
    ratioDry: 0.4,
    water: 'rain',
    ...fields,
  },
})
const setsOf = (swatches: readonly EvidenceSwatch[]) => matchedSets(fingerprints(swatches))
const shared = (a: EvidenceSwatch, b: EvidenceSwatch) => ({
  isOnePot: a.pot === b.pot,
  isOneLot: a.lot === b.lot,
})

describe('sets in which one factor alone differs', () => {
  test('each pair of them is clean by itself, compared factor by factor', () => {
    const log = plantedLog(randomLcg(0.3))
    const sets = setsOf(log)
    expect(sets.length).toBeGreaterThan(40)
    for (const { contrast, from, to } of sets) {
      for (const a of from) {
        for (const b of to) {
          const { verdict, differs } = comparePair(a.factors, b.factors, shared(a, b))
          expect([a.id, b.id, verdict, differs]).toEqual([a.id, b.id, 'clean', [contrast.factor]])
        }
      }
    }
  })

  test('and no clean pair of a log is missed, but where a pot holds both levels itself', () => {
    const log = plantedLog(randomLcg(0.7), { pots: 12 })
    const sets = setsOf(log)
    const held = new Map(sets.map((set) => [set, new Set([...set.from, ...set.to])]))
    let clean = 0
    for (const [i, a] of log.entries()) {
      for (const b of log.slice(i + 1)) {
        const { verdict, differs } = comparePair(a.factors, b.factors, shared(a, b))
        if (verdict !== 'clean' || differs[0] === 'lot') continue
        clean++
        const isFound = sets.some(
          (set) =>
            set.contrast.factor === differs[0] && held.get(set)!.has(a) && held.get(set)!.has(b),
        )
        const potsWithBoth = sets.filter(
          ({ contrast, from, to }) =>
            contrast.factor === differs[0] &&
            from[0]!.pot === to[0]!.pot &&
            [a.pot, b.pot].includes(from[0]!.pot),
        )
        expect([a.id, b.id, isFound || potsWithBoth.length > 0]).toEqual([a.id, b.id, true])
      }
    }
    expect(clean).toBeGreaterThan(100)
  })

  test('in a pot nobody need know its water; from pot to pot they must', () => {
    const one = [
      swatch('a', 'p1', 1, { water: null }),
      swatch('b', 'p1', 2, { water: null, mordant: 'Al Fe' }),
    ]
    expect(setsOf(one)).toHaveLength(1)
    const two = [one[0]!, { ...one[1]!, pot: 'p2' }]
    expect(setsOf(two)).toEqual([])
  })

  test('another mordant has its own percentage, but shares the alum', () => {
    const alum = swatch('a', 'p1', 1, { mordantPercent: { alum: 10 } })
    const iron = (percent: number) =>
      swatch('b', 'p1', 2, { mordant: 'Al Fe', mordantPercent: { alum: percent, iron: 2 } })
    expect(setsOf([alum, iron(10)]).map(({ contrast }) => contrast.factor)).toEqual(['mordant'])
    expect(setsOf([alum, iron(20)])).toEqual([])
  })

  test('of a number the least is held against the most, and soda against none', () => {
    const timed = [30, 35, 60, 120].map((minutes, i) => swatch(`${i}`, 'p1', 1, { minutes }))
    expect(setsOf(timed)).toMatchObject([
      {
        contrast: { factor: 'minutes', from: 'less', to: 'more' },
        from: [{ id: '0' }, { id: '1' }],
        to: [{ id: '3' }],
      },
    ])
    const soda = [swatch('a', 'p1', 1, { shift: {} }), swatch('b', 'p2', 1, { shift: { soda: 1 } })]
    expect(setsOf(soda)).toMatchObject([
      { contrast: { factor: 'shift', of: 'soda', from: 'without', to: 'with' }, to: [{ id: 'b' }] },
    ])
  })
})

describe('what is almost clean', () => {
  const all = { mordantPercent: { alum: 10 } }
  test('a piece and its bath changed at once are parted by one piece more, where little plant tells most', () => {
    const { almost } = logEvidence([
      swatch('a', 'p1', 1, all),
      swatch('b', 'p2', 1.4, { ...all, fibre: 'silk', water: 'tap' }),
      // three things at once are beyond one piece
      swatch('c', 'p3', 1.4, { ...all, fibre: 'silk', water: 'tap', way: 'solar' }),
    ])
    expect(almost).toEqual([
      { bathLike: 'a', pieceLike: 'b', shows: ['fibre', 'water'], plantG: 4 },
    ])
    // with it both are told
    const parted = logEvidence([
      swatch('a', 'p1', 1, all),
      swatch('b', 'p2', 1.4, { ...all, fibre: 'silk', water: 'tap' }),
      swatch('new', 'p4', 1.2, { ...all, fibre: 'silk' }),
    ])
    expect(parted.effects.map(({ factor }) => factor).sort()).toEqual(['fibre', 'water'])
  })

  test('nothing is where something is not written down', () => {
    const { almost } = logEvidence([
      swatch('a', 'p1', 1, { ...all, boiled: null }),
      swatch('b', 'p2', 1.4, { ...all, fibre: 'silk', water: 'tap', boiled: null }),
    ])
    expect(almost).toEqual([])
  })
})

describe('what a log proves', () => {
  test('pieces of one pot are one proof, and sets that share a pot too', () => {
    const pot = (name: string, times: number) => [
      swatch(`${name}1`, name, 1),
      swatch(`${name}2`, name, 1),
      swatch(`${name}3`, name, times, { mordant: 'Al Fe' }),
    ]
    const proofs = proofsOf(setsOf([...pot('p1', 2), ...pot('p2', 3)]))
    expect(proofs.map(({ pots, pairs, logTimes }) => [pots, pairs, Math.exp(logTimes)])).toEqual([
      [['p1'], 2, expect.closeTo(2, 10)],
      [['p2'], 2, expect.closeTo(3, 10)],
    ])
    const { effects } = logEvidence([...pot('p1', 2), ...pot('p2', 3)])
    expect(effects[0]).toMatchObject({
      factor: 'mordant',
      from: 'Al',
      to: 'Al Fe',
      proofs: 2,
      p: 0.5,
    })
  })

  test('one proof has no interval but that of recipes made again', () => {
    const pair = [swatch('a', 'p1', 1), swatch('b', 'p1', 2, { mordant: 'Al Fe' })]
    expect(logEvidence(pair).effects[0]!.times).toEqual({ mid: 2, low: null, high: null })
    const again = [1, 1.2, 0.9, 1.1].map((strength, i) => swatch(`r${i}`, `q${i}`, strength))
    const { effects, repeats } = logEvidence([...pair, ...again])
    expect(repeats.withinLot).toMatchObject({ recipes: 1, pots: 5, df: 4 })
    expect(effects[0]!.basis).toBe('repeats')
    expect(effects[0]!.times.low!).toBeLessThan(2)
    expect(effects[0]!.times.high!).toBeGreaterThan(2)
  })

  test('made again it differs by what was hidden: SD of pots and pieces', () => {
    const random = randomLcg(0.51)
    const sds = Array.from({ length: 20 }, () => {
      const read = plantedLog(random)
      return logEvidence(read).repeats.withinLot.sdLog!
    })
    const typical = sds.reduce((a, b) => a + b) / sds.length
    // pots 0.15; pieces 0.08, of which a pot has one to three
    expect(typical).toBeGreaterThan(0.15)
    expect(typical).toBeLessThan(0.18)
  })

  test('holds what was hidden in nineteen of twenty logs or nearly, and claims little that is not so', () => {
    const LOGS = 120
    const random = randomLcg(0.42)
    const told = new Map<string, { asked: number; held: number; claimed: number }>()
    for (let log = 0; log < LOGS; log++) {
      // effects differ from source to source
      for (const effect of logEvidence(plantedLog(random, { sourceSd: 0.1 })).effects) {
        if (effect.proofs < 2) continue
        const planted = (PLANTED as Record<string, number>)[effect.factor] ?? 1
        const isTurned = effect.from === 'Al Fe' || effect.from === 'silk'
        const truth = isTurned ? 1 / planted : planted
        const name = effect.factor in PLANTED ? effect.factor : 'idle'
        const count = told.get(name) ?? { asked: 0, held: 0, claimed: 0 }
        count.asked++
        if (effect.times.low! <= truth && truth <= effect.times.high!) count.held++
        if (effect.q! < 0.05) count.claimed++
        told.set(name, count)
      }
    }
    for (const name of ['mordant', 'boiled', 'fibre', 'idle']) {
      const { asked, held } = told.get(name)!
      expect([name, held / asked > 0.85]).toEqual([name, true])
    }
    const idle = told.get('idle')!
    expect(idle.claimed / idle.asked).toBeLessThan(0.05)
    expect(told.get('mordant')!.claimed).toBeGreaterThan(LOGS / 3)
  })
})
