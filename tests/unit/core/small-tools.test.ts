import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { keysOf, parseJson } from '../../../core/json'
import { first, last, lookUp, messageOf, present } from '../../../core/present'
import { formatCount } from '../../../core/quantity/format-count'
import { formatDuration } from '../../../core/quantity/format-duration'
import { mapQuad, mapTriple } from '../../../core/tuple'

describe('what must be there', () => {
  test('is given back as it is, also where it is empty, 0 or false', () => {
    expect([present(0), present(''), present(false)]).toEqual([0, '', false])
    expect([first([3, 4]), last([3, 4]), lookUp(new Map([['a', 0]]), 'a')]).toEqual([3, 4, 0])
  })

  test('fails by name where it is not', () => {
    expect(() => present(null, 'the lot')).toThrow('the lot is missing')
    expect(() => present(undefined)).toThrow('a value is missing')
    expect(() => lookUp(new Map<string, number>(), 'TAN-26-01')).toThrow('TAN-26-01 is missing')
    expect(() => first([])).toThrow('the first item is missing')
    expect(() => last([])).toThrow('the last item is missing')
  })
})

test('what was thrown is told in words, whatever it was', () => {
  expect(messageOf(new Error('No.'))).toBe('No.')
  expect(messageOf('No.')).toBe('No.')
  expect(messageOf(undefined)).toBe('undefined')
})

test('JSON comes back as it went, and a table’s keys are its own', () => {
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      const text = JSON.stringify(value)
      expect(JSON.stringify(parseJson(text))).toBe(text)
    }),
  )
  expect(() => parseJson('{')).toThrow(SyntaxError)
  expect(keysOf({ wool: 1, silk: 2 })).toEqual(['wool', 'silk'])
})

test('triples and quads are mapped by value and place', () => {
  expect(mapTriple([1, 2, 3], (value, i) => value * 10 + i)).toEqual([10, 21, 32])
  expect(mapQuad(['a', 'b', 'c', 'd'], (value, i) => value + i)).toEqual(['a0', 'b1', 'c2', 'd3'])
})

test('only one of a thing is in the singular', () => {
  expect([0, 1, 2].map((n) => formatCount(n, 'lot'))).toEqual(['0 lots', '1 lot', '2 lots'])
  expect(formatCount(3, 'swatch', 'swatches')).toBe('3 swatches')
})

test.each([
  [40, '40 min'],
  [89.4, '89 min'],
  [90, '2 h'],
  [35 * 60, '35 h'],
  [36 * 60, '2 days'],
])('%s minutes read as %s', (minutes, words) => expect(formatDuration(minutes)).toBe(words))
