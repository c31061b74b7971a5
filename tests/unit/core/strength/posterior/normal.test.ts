import { describe, expect, test } from '@jest/globals'
import {
  logNormalCdf,
  logNormalDensity,
  normalQuantile,
} from '../../../../../core/strength/posterior/normal'

describe('the standard normal', () => {
  // Abramowitz & Stegun, tables 26.1 and 26.2 (upper tails as logarithms, from R's pnorm)
  test.each([
    [0, Math.log(0.5)],
    [1, Math.log(0.8413447460685429)],
    [-1, Math.log(0.15865525393145707)],
    [-1.959963984540054, Math.log(0.025)],
    [2.5758293035489004, Math.log(0.995)],
    [-10, -53.23128515051247],
    [-40, -804.6084420137538],
  ])('log of the probability below %d', (z, log) => {
    expect(Math.abs(logNormalCdf(z) - log)).toBeLessThan(1e-9)
  })

  // Abramowitz & Stegun, table 26.5
  test.each([
    [0.5, 0],
    [0.975, 1.959963984540054],
    [0.95, 1.6448536269514722],
    [0.025, -1.959963984540054],
    [0.001, -3.090232306167813],
    [0.9999, 3.719016485455709],
  ])('quantile of %d', (p, z) => expect(normalQuantile(p)).toBeCloseTo(z, 7))

  test('density of a deviation', () => {
    expect(logNormalDensity(0, 1)).toBeCloseTo(Math.log(0.3989422804014327), 12)
    expect(logNormalDensity(2, 4)).toBeCloseTo(Math.log(0.3989422804014327 / 2) - 0.5, 12)
  })
})
