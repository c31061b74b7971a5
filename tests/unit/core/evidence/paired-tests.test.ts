import { describe, expect, test } from '@jest/globals'
import {
  falseDiscoveryRates,
  pairedMean,
  pairedTest,
  signTest,
  tProbability,
} from '../../../../core/evidence/paired-tests'
import { randomEffectsMean } from '../../../../core/evidence/random-effects'

/** Cushny and Peebles (1905), hours of sleep gained by two drugs, as Student (Biometrika 6, 1908) has them. */
const FIRST = [0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0, 2]
const SECOND = [1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4]
const SLEEP = SECOND.map((hours, i) => hours - FIRST[i]!)

describe('paired differences', () => {
  test('mean, 95 % interval and probability of Student’s sleep data, as t.test of R prints them', () => {
    const { mid, low, high, standardError } = pairedMean(SLEEP)
    expect(mid).toBeCloseTo(1.58, 10)
    expect(low).toBeCloseTo(0.7001142, 6)
    expect(high).toBeCloseTo(2.4598858, 6)
    expect(mid / standardError).toBeCloseTo(4.0621, 4)
    expect(pairedTest(SLEEP)).toBeCloseTo(0.002833, 6)
  })

  test('signs by the binomial table: 9 of 10, 5 of 5, and none of nothing', () => {
    expect(signTest([1, 2, 3, 4, 5, 6, 7, 8, 9, -1])).toBeCloseTo(0.0215, 4)
    expect(signTest([1, 1, 1, 1, 1])).toBeCloseTo(0.0625, 10)
    // of the sleepers one did not change; nine gained
    expect(signTest(SLEEP)).toBeCloseTo(2 / 512, 10)
    expect(signTest([0, 0])).toBe(1)
  })

  test('fewer than six are held by their signs, and can never be sure', () => {
    expect(pairedTest([0.4, 0.41, 0.4, 0.39, 0.4])).toBe(0.0625)
    expect(pairedTest([0.4, 0.41, 0.4, 0.39, 0.4, 0.4])).toBeLessThan(0.001)
    expect(tProbability(0, 0, 3)).toBe(1)
  })

  test('of fifteen hypotheses four stand at 5 % (Benjamini and Hochberg 1995, section 3.2)', () => {
    const probabilities = [
      0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719,
      0.6528, 0.759, 1,
    ]
    const rates = falseDiscoveryRates(probabilities)
    expect(rates.filter((rate) => rate <= 0.05)).toHaveLength(4)
    expect(rates[3]).toBeCloseTo((0.0095 * 15) / 4, 10)
    expect(falseDiscoveryRates([])).toEqual([])
  })
})

describe('a mean over studies', () => {
  /** Colditz et al., JAMA 271 (1994): BCG vaccine, log risk ratios and variances; figures by DerSimonian and Laird from memory. */
  const BCG = [
    [-0.8893, 0.3256],
    [-1.5854, 0.1946],
    [-1.3481, 0.4154],
    [-1.4416, 0.02],
    [-0.2175, 0.0512],
    [-0.7861, 0.0069],
    [-1.6209, 0.223],
    [0.012, 0.004],
    [-0.4694, 0.0564],
    [-1.3713, 0.073],
    [-0.3394, 0.0124],
    [0.4459, 0.5325],
    [-0.0173, 0.0714],
  ].map(([mean, variance]) => ({ mean: mean!, variance: variance! }))

  test('thirteen trials of a vaccine', () => {
    const { mean, standardError, tau2, i2, q } = randomEffectsMean(BCG)
    expect(mean).toBeCloseTo(-0.714, 2)
    expect(standardError).toBeCloseTo(0.1787, 3)
    expect(tau2).toBeCloseTo(0.309, 2)
    expect(i2).toBeCloseTo(0.921, 2)
    expect(q).toBeGreaterThan(150)
    expect(q).toBeLessThan(155)
  })

  test('studies that agree have no spread between them; one is itself', () => {
    const alike = randomEffectsMean([
      { mean: 0.3, variance: 0.04 },
      { mean: 0.3, variance: 0.01 },
    ])
    expect(alike).toMatchObject({ tau2: 0, i2: 0 })
    expect(alike.mean).toBeCloseTo(0.3, 12)
    expect(alike.standardError).toBeCloseTo(Math.sqrt(1 / 125), 12)
    const one = randomEffectsMean([{ mean: 0.5, variance: 0.09 }])
    expect(one).toMatchObject({ mean: 0.5, tau2: 0, i2: 0 })
    expect(one.standardError).toBeCloseTo(0.3, 12)
  })
})
