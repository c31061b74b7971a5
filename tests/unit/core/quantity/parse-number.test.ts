import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { parseNumber } from '../../../../core/quantity/parse-number'

describe('parseNumber', () => {
  test.each([
    ['48', 48],
    ['1.5', 1.5],
    ['1,5', 1.5],
    [',5', 0.5],
    ['.25', 0.25],
    ['1,250', 1250],
    ['0,250', 0.25],
    ['12,345,678.5', 12345678.5],
    ['1/2', 0.5],
    ['1 1/2', 1.5],
    ['½', 0.5],
    ['2½', 2.5],
    ['¾', 0.75],
    ['-3', -3],
    ['−3', -3],
    ['+3', 3],
  ])('reads %s', (text, value) => expect(parseNumber(text)).toBe(value))

  test.each(['', 'abc', '1.2.3', '1//2', '1/0', '--1', 'NaN', 'Infinity', '1e3', '0x10'])(
    'does not read %p',
    (text) => expect(parseNumber(text)).toBeNull(),
  )

  test('reads back every number it is given with decimals', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e6, noNaN: true }), (value) => {
        const text = value.toFixed(4)
        expect(parseNumber(text)).toBe(Number(text))
      }),
    )
  })
})
