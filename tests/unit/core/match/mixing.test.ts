import { describe, expect, test } from '@jest/globals'
import { Color, mix } from 'spectral.js'
import { kOverSOf, reflectanceOfKOverS } from '../../../../core/colour/kubelka-munk'
import { labOfReflectance } from '../../../../core/colour/tristimulus'
import { labOfKOverS, mixedKOverS, reflectanceOf } from '../../../../core/match/mixing'
import { TEST_COLOURS } from '../../../fixtures/test-colour-samples'

describe('one dye over another', () => {
  // spectral.js 3.0.0 (npm, MIT), a library of Kubelka-Munk mixing: its weights are concentrations
  test.each([
    ['#c8a400', '#2a5a8a', 0.5, 0.5],
    ['#a04030', '#c8a400', 0.3, 0.7],
    ['#5a3a6a', '#8a9a40', 0.8, 0.2],
  ])('%s and %s, %d to %d, mix as spectral.js mixes them', (one, other, a, b) => {
    const [first, second] = [new Color(one), new Color(other)]
    const shares = [first, second].map(
      (colour, i) => [a, b][i]! ** 2 * colour.tintingStrength ** 2 * colour.luminance,
    ) as [number, number]
    const sum = shares[0] + shares[1]
    const mixed = mixedKOverS(
      new Float64Array(first.R.length),
      { unit: kOverSOf(first.R), strength: shares[0] / sum },
      { unit: kOverSOf(second.R), strength: shares[1] / sum },
    )
    const theirs = mix([first, a], [second, b]).R
    reflectanceOf(mixed).forEach((r, i) => expect(r).toBeCloseTo(theirs[i]!, 4))
  })

  // worked by hand: R 0.5 has K/S 0.25, R 0.2 has 1.6; together 1.85, which reflects 0.1812
  test('a half-white and a dark layer add up as on paper', () => {
    const [one, other] = [[0.25], [1.6]]
    const both = mixedKOverS([0], { unit: one, strength: 1 }, { unit: other, strength: 1 })
    expect(both[0]).toBeCloseTo(1.85, 12)
    expect(reflectanceOf(both)[0]).toBeCloseTo(0.1812, 4)
    expect(reflectanceOf([-0.2])[0]).toBe(1)
  })

  test('the quick colour of K/S is the one that spectra are read by', () => {
    for (const [, sample] of TEST_COLOURS.slice(0, 8)) {
      const reflectance = sample.map((r) => Math.max(r, 0.001))
      const quick = labOfKOverS(kOverSOf(reflectance))
      const slow = labOfReflectance(reflectance.map((r) => reflectanceOfKOverS(kOverSOf([r])[0]!)))
      expect(quick.l).toBeCloseTo(slow.l, 9)
      expect(quick.a).toBeCloseTo(slow.a, 9)
      expect(quick.b).toBeCloseTo(slow.b, 9)
    }
  })
})
