import { describe, expect, test } from '@jest/globals'
import { codesText, groupAlike } from '../../../app/features/basket/alike'
import type { Piece } from '../../../shared/schemas/basket/piece'

const piece = (fields: object) =>
  ({
    id: '',
    code: `WOL-26-${(fields as { id: string }).id}`,
    fibre: 'wool',
    blend: [],
    form: 'yarn',
    base: 'white',
    name: '',
    mark: '',
    dryG: 50,
    dryBasis: 'weighed',
    setId: null,
    treatments: [],
    potIds: [],
    bare: null,
    ...fields,
  }) as unknown as Piece

describe('alike pieces', () => {
  test('are one line, whatever their marks; others stand apart', () => {
    const groups = groupAlike([
      piece({ id: 'c', mark: '2 knots', dryG: 50.3 }),
      piece({ id: 'b', fibre: 'silk' }),
      piece({ id: 'a', mark: '1 knot' }),
      piece({ id: 'd', dryG: 60 }),
      piece({ id: 'e', treatments: [{ kind: 'mordant', agent: 'alum', percentWof: null }] }),
    ])
    expect(groups.map((group) => group.map(({ id }) => id))).toEqual([
      ['a', 'c'],
      ['b'],
      ['d'],
      ['e'],
    ])
  })

  test.each([
    [['WOL-26-01'], 'WOL-26-01'],
    [['WOL-26-01', 'WOL-26-02', 'WOL-26-03'], 'WOL-26-01 to 03'],
    [['WOL-26-01', 'WOL-26-03', 'WOL-26-07'], 'WOL-26-01, 03, 07'],
    [['WOL-26-99', 'WOL-26-100'], 'WOL-26-99 to 100'],
    [['WOL-25-40', 'WOL-26-01'], 'WOL-25-40, WOL-26-01'],
  ])('%j are called %s', (codes, text) => {
    expect(codesText(codes)).toBe(text)
  })
})
