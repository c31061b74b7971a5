import { describe, expect, test } from '@jest/globals'
import {
  formatMass,
  formatNumber,
  formatRatio,
  formatTemperature,
  formatVolume,
} from '../../../../core/quantity/format-quantity'

describe('numbers for people', () => {
  test.each([
    [0.42491, '0.425'],
    [41.5, '41.5'],
    [340.26, '340'],
    [1234.4, '1234'],
    [0, '0'],
    [-0.0312, '-0.0312'],
    [1e-9, '0'],
    [null, '–'],
    [Number.NaN, '–'],
    [Infinity, '–'],
  ])('%p reads %s: three figures at the most', (value, text) => {
    expect(formatNumber(value)).toBe(text)
  })

  test.each([
    [41.5, '41.5 g'],
    [999, '999 g'],
    [1250, '1.25 kg'],
    [null, '–'],
  ])('%p g reads %s', (massG, text) => expect(formatMass(massG)).toBe(text))

  test.each([
    [2.5, '2.5 L'],
    [0.2, '0.2 L'],
    [0.0784, '78 mL'],
    [0, '0 mL'],
    [null, '–'],
  ])('%p L reads %s', (volumeL, text) => expect(formatVolume(volumeL)).toBe(text))

  test.each([
    [48.1941893, '1.7 oz'],
    [992.2333094, '2 lb 3 oz'],
    [453.59237, '1 lb'],
    // a rounded 16 oz must not stand beside its pounds
    [907, '2 lb'],
  ])('%p g reads %s in pounds', (massG, text) => {
    expect(formatMass(massG, 'avoirdupois')).toBe(text)
  })

  test('temperatures and ratios name what they are', () => {
    expect(formatTemperature(82)).toBe('82 °C')
    expect(formatTemperature(82.2222, 'F')).toBe('180 °F')
    expect(formatRatio(2.2)).toBe('2.2 : 1')
    expect(formatRatio(0.5449)).toBe('0.54 : 1')
    expect(formatRatio(null)).toBe('–')
  })
})
