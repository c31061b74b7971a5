import { afterEach, describe, expect, test } from '@jest/globals'
import { spoonDose } from '../../../core/acid-base/spoon-dose'
import { METRIC_UNITS, US_UNITS } from '../../../core/quantity/unit-choice'
import {
  formatMass,
  formatTemperature,
  formatVolume,
  inSentence,
  spoonsText,
  spoonWords,
  temperatureIn,
  units,
} from '../../../app/format/quantities'
import { spoonDoseWords } from '../../../app/format/spoon-dose-words'

afterEach(() => void (units.value = METRIC_UNITS))

describe('what is said in the units that are set', () => {
  test('follows the setting at once, on every page', () => {
    expect([formatMass(100), formatVolume(1.5), formatTemperature(82)]).toEqual([
      '100 g',
      '1.5 L',
      '82 °C',
    ])
    units.value = US_UNITS
    expect([formatMass(100), formatVolume(1.5), formatTemperature(82)]).toEqual([
      '3.53 oz',
      '1.59 qt',
      '180 °F',
    ])
    expect(temperatureIn(100)).toBe(212)
    expect(inSentence('Heat to 82 °C')).toBe('heat to 180 °F')
  })

  test.each([
    [4.7, '1 teaspoon'],
    [9.4, '2¼ teaspoons'],
    [2.2, '½ teaspoon'],
    [0.3, 'a pinch'],
    [0.6, '⅛ teaspoon'],
    [0.13, 'half of a cup in which a pinch was dissolved'],
  ])('%d g of washing soda are %s', (massG, words) => {
    units.value = US_UNITS
    const spoonMl = 4.92892159
    expect(spoonDoseWords(spoonDose(massG, 0.8, spoonMl), spoonMl)).toBe(words)
  })

  test('a spoon is told by its size where millilitres are read', () => {
    expect(spoonWords(5)).toBe('5 mL spoon')
    expect(spoonsText(1, 5)).toBe('1 spoon of 5 mL')
    expect(spoonsText(0.53, 5)).toBe('0.53 spoons of 5 mL')
    units.value = US_UNITS
    expect([spoonWords(4.93), spoonWords(15)]).toEqual(['teaspoon', 'tablespoon'])
  })
})
