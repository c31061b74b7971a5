import { expect, test } from '@jest/globals'
import { coloursGiven } from '../../../app/features/sources/colours-given'
import type { StrengthGroup, StrengthView } from '../../../shared/views/strength/strength'

const point = (code: string, ratioDry: number | null) => ({ code, ratioDry, hex: '#aaaaaa' })
const group = (mordant: string, fibreClass: string, points: object[]) =>
  ({ mordant, fibreClass, points }) as unknown as StrengthGroup
const rowsOf = (groups: StrengthGroup[]) => coloursGiven({ groups } as StrengthView)

test('colours stand by mordant and fibre, from the least plant to the most, whatever the way', () => {
  const rows = rowsOf([
    group('Al', 'wool', [point('b', 0.6), point('x', null), point('a', 0.2)]),
    group('Fe', 'wool', [point('d', 1)]),
    group('Al', 'wool', [point('c', 0.9)]),
    group('none', 'silk', []),
  ])
  expect(rows.map(({ mordant, points }) => [mordant, points.map(({ code }) => code)])).toEqual([
    // a ratio that nobody knows comes last, and is not 0
    ['Al', ['a', 'b', 'c', 'x']],
    ['Fe', ['d']],
  ])
})
