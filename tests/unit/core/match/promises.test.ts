import { expect, test } from '@jest/globals'
import { median } from 'd3-array'
import { matchPromises } from '../../../fixtures/match-promises'

test('recipes that are chosen keep what was promised of them, and come nearer than the nearest swatch', () => {
  // the bench does three hundred; these are enough to see that something is wrong
  const results = matchPromises({ worlds: 8, wantedEach: 9, seed: 0.5 })
  const share = (is: (each: (typeof results)[number]) => boolean) =>
    results.filter(is).length / results.length
  expect(results).toHaveLength(72)
  expect(share(({ isWithinSpan }) => isWithinSpan)).toBeGreaterThan(0.78)
  const promised = results.reduce((sum, { probability }) => sum + probability, 0) / results.length
  expect(Math.abs(promised - share(({ isNear }) => isNear))).toBeLessThan(0.14)
  expect(median(results, ({ miss }) => miss)!).toBeLessThan(
    0.75 * median(results, ({ naiveMiss }) => naiveMiss)!,
  )
})
