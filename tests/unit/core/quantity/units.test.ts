import { describe, expect, test } from '@jest/globals'
import Qty from 'js-quantities'
import { celsiusToF, fahrenheitToC, findUnit } from '../../../../core/quantity/units'

const of = (text: string, kind: 'mass' | 'volume', system: 'us' | 'metric' | 'imperial' = 'us') =>
  findUnit(text, kind, system)?.si

describe('units', () => {
  // NIST SP 811 and SP 1038: exact by the definitions of 1959
  test.each([
    ['oz', 'mass', 28.349523125],
    ['lb', 'mass', 453.59237],
    ['gal', 'volume', 3.785411784],
    ['qt', 'volume', 0.946352946],
    ['pt', 'volume', 0.473176473],
    ['cup', 'volume', 0.2365882365],
    ['fl oz', 'volume', 0.0295735295625],
    ['tbsp', 'volume', 0.01478676478125],
    ['tsp', 'volume', 0.00492892159375],
  ] as const)('one US %s is exact', (unit, kind, si) => {
    expect(of(unit, kind)).toBeCloseTo(si, 14)
  })

  // UK Weights and Measures Act 1985: the gallon is 4.54609 L exactly, a pint an eighth of it
  test.each([
    ['gal', 4.54609],
    ['pt', 0.56826125],
    ['fl oz', 0.0284130625],
  ])('one imperial %s is exact', (unit, litres) => {
    expect(of(unit, 'volume', 'imperial')).toBeCloseTo(litres, 14)
  })

  test('metric spoons are 5 and 15 mL (convention)', () => {
    expect(of('tsp', 'volume', 'metric')).toBe(0.005)
    expect(of('tbsp', 'volume', 'metric')).toBe(0.015)
  })

  // an independent library, good to 8 figures
  test.each([
    ['oz', 'oz', 'g', 'mass'],
    ['lb', 'lb', 'g', 'mass'],
    ['gal', 'gal', 'l', 'volume'],
    ['cup', 'cup', 'l', 'volume'],
    ['tbsp', 'tbs', 'l', 'volume'],
    ['tsp', 'tsp', 'l', 'volume'],
  ] as const)('agrees with js-quantities on %s', (unit, theirs, to, kind) => {
    const expected = new Qty(1, theirs).to(to).scalar
    expect(Math.abs(of(unit, kind)! / expected - 1)).toBeLessThan(5e-8)
  })

  test('spellings, plurals and full stops are understood', () => {
    expect(of('Ounces', 'mass')).toBe(of('oz', 'mass'))
    expect(of('lbs.', 'mass')).toBe(of('lb', 'mass'))
    expect(of('fl. oz.', 'volume')).toBe(of('fl oz', 'volume'))
    expect(of('UK gallons', 'volume')).toBe(4.54609)
  })

  test('a unit of another kind is none', () => {
    expect(of('cup', 'mass')).toBeUndefined()
    expect(of('g', 'volume')).toBeUndefined()
    expect(of('constructor', 'mass')).toBeUndefined()
  })

  test.each([
    [32, 0],
    [212, 100],
    [180, 82.2222],
    [140, 60],
    [-40, -40],
  ])('%d F is %d C', (f, c) => {
    expect(fahrenheitToC(f)).toBeCloseTo(c, 4)
    expect(celsiusToF(fahrenheitToC(f))).toBeCloseTo(f, 10)
  })

  test('190 F is 87.8 C (common practice, no source)', () => {
    expect(fahrenheitToC(190)).toBeCloseTo(87.8, 1)
  })
})
