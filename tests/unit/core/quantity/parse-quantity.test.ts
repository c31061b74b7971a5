import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { InputError } from '../../../../core/input-error'
import { parseQuantity } from '../../../../core/quantity/parse-quantity'

describe('parseQuantity', () => {
  test.each([
    ['1.7 oz', 48.1941893],
    ['2 lb 3 oz', 992.2333094],
    ['2lb 3oz', 992.2333094],
    ['2 lb, 3 oz', 992.2333094],
    ['1 lb and 8 oz', 680.388555],
    ['48g', 48],
    ['48 grams', 48],
    ['1,250 g', 1250],
    ['0.5 kg', 500],
    ['1/2 lb', 226.796185],
    ['1½ oz', 42.5242847],
    ['500 mg', 0.5],
  ])('reads the mass %s', (text, grams) => {
    expect(parseQuantity(text, 'mass').si).toBeCloseTo(grams, 6)
  })

  test.each([
    ['1,5 l', 1.5],
    ['250 mL', 0.25],
    ['1/2 tsp', 0.0024644608],
    ['2 cups', 0.473176473],
    ['1 gal', 3.785411784],
    ['5 imp gal', 22.73045],
  ])('reads the volume %s', (text, litres) => {
    expect(parseQuantity(text, 'volume').si).toBeCloseTo(litres, 9)
  })

  test.each([
    ['190F', 87.7778],
    ['190 °F', 87.7778],
    ['82 C', 82],
    ['82 degrees celsius', 82],
    ['-5 °C', -5],
  ])('reads the temperature %s', (text, tempC) => {
    expect(parseQuantity(text, 'temperature').si).toBeCloseTo(tempC, 4)
  })

  test('tells the value in the unit that was typed', () => {
    expect(parseQuantity('2 lb 3 oz', 'mass')).toMatchObject({ value: 2.1875, unit: 'lb' })
    expect(parseQuantity('1 tsp', 'volume')).toMatchObject({ value: 1, unit: 'US tsp' })
    expect(parseQuantity('190F', 'temperature')).toMatchObject({ value: 190, unit: '°F' })
  })

  test('which gallon is meant is a setting', () => {
    expect(parseQuantity('1 gal', 'volume', { system: 'imperial' }).si).toBeCloseTo(4.54609, 10)
    expect(parseQuantity('1 tsp', 'volume', { system: 'metric' }).si).toBe(0.005)
  })

  test('a field that says g takes a bare number', () => {
    expect(parseQuantity('48', 'mass', { defaultUnit: 'g' }).si).toBe(48)
    expect(() => parseQuantity('48', 'mass')).toThrow('the unit is missing')
  })

  test.each([
    ['seventeen', 'mass', 'Cannot read "seventeen" as a mass'],
    ['12 bananas', 'mass', '"bananas" is not a unit of mass'],
    ['3 cups', 'mass', '"cups" is not a unit of mass'],
    ['3 oz 2 lb', 'mass', 'from larger units to smaller'],
    ['-5 g', 'mass', 'must not be negative'],
    ['', 'mass', 'Cannot read "" as a mass'],
    ['1 lb -3 oz', 'mass', 'only the first part may carry a sign'],
    ['NaN g', 'mass', 'Cannot read'],
    ['1/0 oz', 'mass', '"1/0" is not a number'],
    ['82', 'temperature', 'write a number and C or F'],
    ['82 K', 'temperature', 'write a number and C or F'],
  ] as const)('refuses %p as a %s and says why', (text, kind, message) => {
    expect(() => parseQuantity(text, kind)).toThrow(message)
  })

  test('names the field', () => {
    try {
      parseQuantity('x', 'mass', { pointer: '/grossG' })
      throw new Error('not refused')
    } catch (error) {
      expect(error).toBeInstanceOf(InputError)
      expect((error as InputError).pointer).toBe('/grossG')
    }
  })

  test('refuses a long text without running through it for ever', () => {
    expect(() => parseQuantity('1 '.repeat(5000), 'mass')).toThrow('a short text')
  })

  test('any text is either read to a finite amount or refused with words', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), (text) => {
        try {
          expect(Number.isFinite(parseQuantity(text, 'mass').si)).toBe(true)
        } catch (error) {
          expect(error).toBeInstanceOf(InputError)
        }
      }),
    )
  })

  test('pounds and ounces come back as typed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 0, max: 15 }), (lb, oz) => {
        const { si } = parseQuantity(`${lb} lb ${oz} oz`, 'mass')
        expect(si).toBeCloseTo(lb * 453.59237 + oz * 28.349523125, 8)
      }),
    )
  })
})
