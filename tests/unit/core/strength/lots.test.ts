import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { dyedReflectance, BARE_LAB, TRUTHS } from '../../../../demo/truth'
import { estimateReflectance } from '../../../../core/colour/estimate-reflectance'
import { hasEstimate, lotPotencies } from '../../../../core/strength/lot-potency'
import { lotInstead } from '../../../../core/strength/lot-instead'
import { lotHueShifts } from '../../../../core/strength/lot-hue'
import { potencyTrends, type DatedPotency } from '../../../../core/strength/potency-trends'

const RATIOS = [0.08, 0.15, 0.3]
function sourceOf(factors: readonly number[], seed: number, error = 0.08) {
  const normal = randomNormal.source(randomLcg(seed))(0, 1)
  return factors.flatMap((factor, i) =>
    RATIOS.map((ratio) => ({
      ratio,
      lot: `lot ${i}`,
      strength: 2 * (1 - Math.exp((-factor * ratio) / 0.3)) * Math.exp(error * normal()),
    })),
  )
}

describe('the potency of a lot', () => {
  test('a lot of double potency is found among usual ones', () => {
    const answers = lotPotencies(sourceOf([1, 1, 1, 1, 2], 0.3), { kind: 'leaf' })
    const strong = answers.find(({ lot }) => lot === 'lot 4')!
    expect(hasEstimate(strong)).toBe(true)
    if (!hasEstimate(strong)) return
    expect(strong.factor.mid).toBeGreaterThan(1.5)
    expect(strong.factor.low).toBeLessThan(2)
    expect(strong.factor.high).toBeGreaterThan(2)
    expect(strong.differs).toBe(true)
    expect(strong).toMatchObject({ n: 3, of: 3, others: { lots: 4, swatches: 12 } })
  })

  test('its interval holds the truth nine times in ten, over 60 sources', () => {
    const normal = randomNormal.source(randomLcg(0.61))(0, 1)
    let [held, told] = [0, 0]
    for (let i = 0; i < 60; i++) {
      const factors = Array.from({ length: 3 }, () => Math.exp(0.2 * normal()))
      const [answer] = lotPotencies(sourceOf(factors, 0.05 + i / 70), { kind: 'leaf' })
      if (!answer || !hasEstimate(answer)) continue
      told++
      if (answer.factor.low <= factors[0]! && factors[0]! <= answer.factor.high) held++
    }
    expect(told).toBeGreaterThan(54)
    expect(held / told).toBeGreaterThan(0.8)
  })

  test('whose plant was counted once is held nine times in ten as well, and never said too soon', () => {
    const normal = randomNormal.source(randomLcg(0.23))(0, 1)
    let [held, told, differing] = [0, 0, 0]
    for (let i = 0; i < 60; i++) {
      // all alike in truth: every difference is of the count
      const counted = Array.from({ length: 4 }, () => Math.exp(0.35 * normal()))
      const points = sourceOf(counted, 0.05 + i / 70).map((point) => ({
        ...point,
        ratioErrorSd: 0.35,
      }))
      for (const answer of lotPotencies(points, { kind: 'leaf' })) {
        if (!hasEstimate(answer)) continue
        told++
        if (answer.factor.low <= 1 && 1 <= answer.factor.high) held++
        if (answer.differs) differing++
      }
    }
    expect(told).toBeGreaterThan(200)
    expect(held / told).toBeGreaterThan(0.85)
    expect(differing / told).toBeLessThan(0.05)
  })

  test('that was weighed once tells more by that than by what was counted', () => {
    const usual = sourceOf([1, 1, 1, 1], 0.3)
    const own = (ratioErrorSd: number) => [
      // counted at half of what it was: so it looks twice as strong
      ...sourceOf([2], 0.4).map((point) => ({ ...point, ratioErrorSd, lot: 'own' })),
      { ...sourceOf([1], 0.5)[1]!, lot: 'own' },
    ]
    const midOf = (ratioErrorSd: number) => {
      const answers = lotPotencies([...usual, ...own(ratioErrorSd)], { kind: 'leaf' })
      const answer = answers.find(({ lot }) => lot === 'own')!
      return hasEstimate(answer) ? answer.factor.mid : Number.NaN
    }
    // four weighed alike are averaged; of three with one error in common the weighed one decides
    expect(midOf(0)).toBeGreaterThan(1.45)
    expect(midOf(0.5)).toBeLessThan(1.2)
    expect(midOf(1e-9)).toBeCloseTo(midOf(0), 9)
  })

  test('what cannot be told says why', () => {
    expect(lotPotencies(sourceOf([1], 0.2), {})).toEqual([
      { lot: 'lot 0', withheld: 'onlyLot', of: 3 },
    ])
    const others = [0.1, 0.3, 0.6, 1.2].map((ratio, i) => ({
      ratio,
      lot: `usual ${i}`,
      strength: 2 * (1 - Math.exp(-ratio / 0.3)),
    }))
    const full = [{ ratio: 3, strength: 2, lot: 'full' }]
    expect(lotPotencies([...others, ...full], {}).at(-1)).toMatchObject({ withheld: 'nearCeiling' })
    const nothing = [{ ratio: 0.3, strength: 0.01, lot: 'none' }]
    expect(lotPotencies([...others, ...nothing], {}).at(-1)).toMatchObject({
      withheld: 'tookNothing',
    })
  })
})

describe('lots used in other states', () => {
  const inState = (usedAs: string, lots: readonly number[], from: number) =>
    sourceOf(lots, 0.4).map((point) => ({
      ...point,
      usedAs,
      lot: `lot ${from + Number(point.lot.slice(4))}`,
    }))

  test('are not held against each other: drying is not the lot’s own', () => {
    const alone = lotPotencies([...inState('fresh', [1, 1, 1], 0), ...inState('dried', [0.4], 3)], {
      kind: 'leaf',
    })
    expect(alone.at(-1)).toEqual({ lot: 'lot 3', withheld: 'onlySuch', of: 3 })
    const both = lotPotencies(
      [...inState('fresh', [1, 1, 1], 0), ...inState('dried', [0.5, 0.5, 0.5], 3)],
      { kind: 'leaf' },
    )
    for (const answer of both) {
      expect(hasEstimate(answer) && answer.others.lots).toBe(2)
      expect(hasEstimate(answer) && answer.factor.low < 1 && answer.factor.high > 1).toBe(true)
    }
  })
})

describe('what to take of a lot instead', () => {
  test('more of a weak one, by its own curve', () => {
    const points = sourceOf([1, 1, 1, 1, 0.6], 0.3)
    const { ratio, strength } = lotInstead(points, { kind: 'leaf' }, 'lot 4', 0.15)
    expect(ratio!.mid).toBeGreaterThan(0.17)
    expect(ratio!.mid).toBeLessThan(0.4)
    expect(strength).toBeGreaterThan(0.5)
  })

  test('what no amount of it reaches is said: a lot scales strength', () => {
    const weak = [0.2, 0.6, 1.2, 2].map((ratio) => ({
      ratio,
      lot: 'weak',
      strength: 0.3 * (1 - Math.exp(-ratio / 0.3)),
    }))
    const usual = sourceOf([1, 1, 1, 1], 0.3)
    expect(lotInstead([...usual, ...weak], { kind: 'leaf' }, 'weak', 0.6).ratio).toBeNull()
    expect(() => lotInstead(usual, {}, 'unheard', 0.6)).toThrow('lot must name a lot')
    expect(() => lotInstead(usual, {}, 'lot 1', 0)).toThrow('usualRatio must be above 0')
  })
})

describe('the hue of a lot', () => {
  const swatch = (key: string, lot: string, ratioDry: number, factor = 1) => ({
    lot,
    bare: estimateReflectance(BARE_LAB.wool),
    dyed: dyedReflectance(TRUTHS[key]!, { ratioDry, fibre: 'wool', iron: false, factor }),
  })

  test('a lot that is only weaker has no shift; a redder one is redder', () => {
    const tansy = 'tanacetum-vulgare/flowerHead'
    const shifts = lotHueShifts([
      ...[0.2, 0.4, 0.6].map((ratio) => swatch(tansy, 'usual', ratio)),
      ...[0.2, 0.4].map((ratio) => swatch(tansy, 'weak', ratio, 0.6)),
      ...[0.2, 0.4].map((ratio) => swatch('rumex-obtusifolius/root', 'other', ratio)),
    ])
    const of = (lot: string) => shifts.find((each) => each.lot === lot)!
    expect(of('other').words.join(' ')).toMatch(/redder/)
    expect(of('other')).toMatchObject({ n: 2 })
    const plain = lotHueShifts([
      ...[0.2, 0.4, 0.6].map((ratio) => swatch(tansy, 'usual', ratio)),
      ...[0.2, 0.4].map((ratio) => swatch(tansy, 'weak', ratio, 0.6)),
    ])
    expect(plain.find(({ lot }) => lot === 'weak')!.de2000).toBeLessThan(0.5)
    expect(plain.find(({ lot }) => lot === 'weak')!.words).toEqual([])
  })

  test('without others, or with bare fibre only, nothing is said', () => {
    const bare = estimateReflectance(BARE_LAB.wool)
    expect(lotHueShifts([swatch('rumex-obtusifolius/root', 'one', 0.3)])).toEqual([])
    expect(
      lotHueShifts([
        { lot: 'a', dyed: bare, bare },
        { lot: 'b', dyed: bare, bare },
      ]),
    ).toEqual([])
  })
})

describe('potency against season, storage and place', () => {
  const normal = randomNormal.source(randomLcg(0.17))(0, 1)
  const lot = (
    i: number,
    log: (dayOfYear: number, storedYears: number) => number,
  ): DatedPotency => {
    const dayOfYear = 120 + ((i * 53) % 200)
    const storedYears = (i * 0.37) % 3
    return {
      dayOfYear,
      storedYears,
      year: 2020 + (i % 6),
      logSd: 0.1,
      logRatio: Math.log(0.1 + 0.05 * ((i * 7) % 11)),
      stage: i % 2 ? 'bud' : 'flower',
      place: '',
      log: log(dayOfYear, storedYears),
    }
  }
  const make = (n: number, log: Parameters<typeof lot>[1]) =>
    Array.from({ length: n }, (_, i) => lot(i, (d, s) => log(d, s) + 0.1 * normal()))

  test('a wave of the year is found, with its peak where it is', () => {
    const peak = 200
    const lots = make(14, (day) => 0.6 * Math.cos((2 * Math.PI * (day - peak)) / 365.25))
    const trend = potencyTrends(lots).season!
    expect(trend.p).toBeLessThan(0.01)
    const best = Array.from({ length: 200 }, (_, i) => 120 + i).reduce((a, b) =>
      trend.at(b).mid > trend.at(a).mid ? b : a,
    )
    expect(Math.abs(best - peak)).toBeLessThan(25)
    const { low, high } = trend.at(peak)
    expect(low).toBeLessThan(Math.exp(0.6))
    expect(high).toBeGreaterThan(Math.exp(0.6) * 0.9)
  })

  test('what fades in the bag is found as so much a year, and no year of it', () => {
    const { storage, year } = potencyTrends(make(12, (_, years) => -0.3 * years))
    const perYear = Math.log(storage!.at(1).mid / storage!.at(0).mid)
    expect(perYear).toBeGreaterThan(-0.45)
    expect(perYear).toBeLessThan(-0.2)
    expect(year).toBeNull()
  })

  test('a year’s line runs through lots of that year', () => {
    const lots = make(12, () => 0).map((each) => ({
      ...each,
      log: 0.2 * (each.year - 2022) + 0.02 * normal(),
    }))
    const { year } = potencyTrends(lots)
    for (const each of lots) {
      expect(Math.abs(Math.log(year!.at(each.year).mid) - each.log)).toBeLessThan(0.1)
    }
  })

  test('a season in which more was taken is no season: the ratio explains it', () => {
    const lots = make(14, () => 0).map((each) => ({
      ...each,
      logRatio: each.dayOfYear / 60,
      log: -0.8 * (each.dayOfYear / 60) + 0.05 * normal(),
    }))
    expect(potencyTrends(lots).season).toBeNull()
    expect(potencyTrends(lots.map((each) => ({ ...each, logRatio: 0 }))).season).not.toBeNull()
  })

  test('lots alike bear any trend less than once in twenty, over all that is looked for', () => {
    let found = 0
    for (let i = 0; i < 400; i++) {
      const told = potencyTrends(
        make(12, () => 0).map((each, k) => ({ ...each, place: ['mill', 'lane', 'moor'][k % 3]! })),
      )
      found += Number(Object.values(told).some((each) => each !== null))
    }
    expect(found / 400).toBeLessThan(0.07)
    expect(found).toBeGreaterThan(0)
  })

  test('the more curves are looked through, the plainer it must be', () => {
    const lots = make(12, (_, years) => -0.3 * years)
    const [one, four] = [potencyTrends(lots), potencyTrends(lots, 4)]
    expect(four.storage!.p).toBeGreaterThan(3.9 * one.storage!.p)
    expect(potencyTrends(lots, 1e6).storage).toBeNull()
  })

  test('five lots never bear one, nor lots all alike in it', () => {
    expect(potencyTrends(make(5, (_, years) => -2 * years)).storage).toBeNull()
    const same = make(8, () => 0).map((each) => ({ ...each, storedYears: 1 }))
    expect(potencyTrends(same).storage).toBeNull()
    expect(potencyTrends([])).toEqual({
      season: null,
      year: null,
      storage: null,
      stage: null,
      place: null,
    })
  })

  test('stages stand side by side where they differ, strongest first; else nothing is said', () => {
    const lots = make(10, () => 0).map((each) => ({
      ...each,
      log: each.log + (each.stage === 'bud' ? 0.5 : 0),
    }))
    const { stage, place } = potencyTrends(lots)
    expect(stage!.means.map(({ level, n }) => [level, n])).toEqual([
      ['bud', 5],
      ['flower', 5],
    ])
    expect(stage!.means[0]!.low).toBeGreaterThan(stage!.means[1]!.high)
    expect(place).toBeNull()
    expect(potencyTrends(make(10, () => 0)).stage).toBeNull()
  })
})

describe('lots that are all alike', () => {
  test('are called different in under 5 in 100, and one swatch against one never', () => {
    let [called, told] = [0, 0]
    for (let i = 0; i < 40; i++) {
      for (const answer of lotPotencies(sourceOf([1, 1, 1, 1], 0.03 + i / 45, 0.15), {
        kind: 'leaf',
      })) {
        if (!hasEstimate(answer)) continue
        told++
        called += Number(answer.differs)
      }
    }
    expect(told).toBeGreaterThan(150)
    expect(called / told).toBeLessThan(0.05)
    const two = ['a', 'b'].map((lot, i) => ({ ratio: 0.2, strength: 1 + i, lot }))
    expect(lotPotencies(two, {})).toMatchObject([{ withheld: 'tooFew' }, { withheld: 'tooFew' }])
  })
})
