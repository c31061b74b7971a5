import { describe, expect, test } from '@jest/globals'
import Qty from 'js-quantities'
import { randomUniform, randomLcg } from 'd3-random'
import { FIBRES } from '../../../../catalogue/fibres'
import { SCHEME_KEYS, schemeFacts } from '../../../../catalogue/mordant-schemes'
import { WAY_KEYS, wayFacts } from '../../../../catalogue/ways'
import {
  formatMass,
  formatTemperature,
  formatVolume,
} from '../../../../core/quantity/format-quantity'
import { inUnits } from '../../../../core/quantity/in-units'
import { parseQuantity } from '../../../../core/quantity/parse-quantity'
import { defaultUnits, METRIC_UNITS, US_UNITS } from '../../../../core/quantity/unit-choice'

const IMPERIAL = { mass: 'avoirdupois', volume: 'imperial', temperature: 'C' } as const

describe('a text in its reader’s units', () => {
  test.each([
    [
      'Keep it under 85 °C: hotter it loses its shine.',
      'Keep it under 185 °F: hotter it loses its shine.',
    ],
    ['with baking soda (1 to 5 g per L)', 'with baking soda (0.13 to 0.67 oz per gal)'],
    [
      'The pieces want 3 L to move in; there is 0.5 L.',
      'The pieces want 3.17 qt to move in; there is 2.11 cups.',
    ],
    [
      '12 g alum wants 60 mL to dissolve at 50 to 60 °C.',
      '0.423 oz alum wants 0.254 cups to dissolve at 122 to 140 °F.',
    ],
    ['It holds too little: 2 kg short.', 'It holds too little: 4 lb 7 oz short.'],
    ['Graded 140 g per m², 3 pieces, 5 goats.', 'Graded 140 g per m², 3 pieces, 5 goats.'],
  ])('%s', (metric, us) => expect(inUnits(metric, US_UNITS)).toBe(us))

  test('metric readers read it as it is written', () => {
    const text = 'Under 60 °C, 20 g in 3 L.'
    expect(inUnits(text, METRIC_UNITS)).toBe(text)
    expect(inUnits(text, IMPERIAL)).toBe('Under 60 °C, 0.705 oz in 5.28 pt.')
  })

  test('no sentence of the catalogue keeps a metric unit', () => {
    const texts = [
      ...WAY_KEYS.flatMap((way) => {
        const { words, caution, steps } = wayFacts(way)
        return [words, caution, ...steps.map((step) => step.words)]
      }),
      ...SCHEME_KEYS.map((scheme) => schemeFacts(scheme).order),
      ...Object.values(FIBRES).map(({ handling }) => handling),
    ]
    expect(texts.filter((text) => /°C/.test(text)).length).toBeGreaterThan(4)
    const left = texts
      .map((text) => inUnits(text, US_UNITS))
      .filter((text) => /\d (°C|g|kg|mL|L)\b/.test(text))
    expect(left).toEqual([])
  })
})

// an independent library; what is shown has three figures, so half of the last one is allowed
const QTY_UNIT: Record<string, string> = {
  tsp: 'tsp',
  tbsp: 'tbsp',
  cup: 'cup',
  cups: 'cup',
  qt: 'quart',
  gal: 'gallon',
}
const within = (shown: number, exact: number) =>
  expect(Math.abs(shown - exact)).toBeLessThanOrEqual(0.0051 * Math.abs(exact) + 1e-6)

describe('conversions, 1,000 random values against js-quantities', () => {
  const random = randomUniform.source(randomLcg(0.42))(-3, 4)
  const values = Array.from({ length: 1000 }, () => 10 ** random())

  test('masses in ounces and pounds', () => {
    for (const massG of values) {
      const parts = formatMass(massG, 'avoirdupois').match(/[\d.]+ (lb|oz)/g)!
      const shownG = parts.reduce(
        (sum, part) => sum + Qty(part.replace('lb', 'pound').replace('oz', 'ounce')).to('g').scalar,
        0,
      )
      // whole ounces from a pound on
      const step = massG >= 453 ? 14.2 : 0.0051 * massG + 0.00002
      expect(Math.abs(shownG - massG)).toBeLessThanOrEqual(step)
    }
  })

  test('volumes in US spoons, cups, quarts and gallons', () => {
    for (const volumeL of values) {
      const [value, unit] = formatVolume(volumeL, 3, 'us').split(' ') as [string, string]
      within(Number(value), Qty(volumeL, 'L').to(QTY_UNIT[unit]!).scalar)
    }
  })

  test('temperatures in Fahrenheit', () => {
    for (const value of values) {
      const tempC = (value % 120) - 10
      const exact = Qty(tempC, 'tempC').to('tempF').scalar
      const shown = Number(formatTemperature(tempC, 'F').split(' ')[0])
      expect(Math.abs(shown - exact)).toBeLessThanOrEqual(0.51)
    }
  })

  test('a bare number typed in a field means the unit that stands behind it', () => {
    const { mass, volume, temperature } = defaultUnits(US_UNITS)
    for (const value of values) {
      const text = value.toFixed(4)
      const number = Number(text)
      if (number === 0) continue
      const read = (kind: 'mass' | 'volume' | 'temperature', defaultUnit: string) =>
        parseQuantity(text, kind, { defaultUnit, system: 'us' }).si
      expect(read('mass', mass) / Qty(number, 'ounce').to('g').scalar).toBeCloseTo(1, 6)
      expect(read('volume', volume) / Qty(number, 'quart').to('L').scalar).toBeCloseTo(1, 6)
      expect(read('temperature', temperature)).toBeCloseTo(
        Qty(number, 'tempF').to('tempC').scalar,
        6,
      )
    }
  })
})
