import { describe, expect, test } from '@jest/globals'
import { allowance, passing, takenFrom } from '../../../../core/harvest/allowance'
import { OBTAINED } from '../../../../shared/schemas/loft/lot'

describe('what one more taking passes', () => {
  const yearly = { kind: 'gramsPerSeason', massG: 500 } as const
  const leftOf = (takenG: number) => allowance(yearly, [{ massG: takenG }]).leftG

  test.each([
    [0, 500, null],
    [0, 620, { of: 'amount', pastG: 120 }],
    [450, 100, { of: 'amount', pastG: 50 }],
  ])('after %d g, %d g more', (takenG, freshG, passed) => {
    expect(passing(yearly, leftOf(takenG), freshG, 'stand')).toEqual(passed)
  })

  test('a rule of none or of the fallen only is passed by any picking', () => {
    for (const kind of ['none', 'fallenOnly'] as const) {
      const { leftG } = allowance({ kind }, [])
      expect(passing({ kind }, leftG, 5, 'stand')).toEqual({ of: kind, pastG: 5 })
      expect(passing({ kind }, leftG, 5, 'ground')).toBeNull()
    }
  })

  test('a share of an unknown stand cannot be told', () => {
    const rule = { kind: 'share', share: 0.25 } as const
    expect(passing(rule, allowance(rule, []).leftG, 5, 'stand')).toBeNull()
  })

  test('every way of obtaining is taken from somewhere', () => {
    expect(OBTAINED.map(takenFrom)).toEqual([
      'stand',
      'ground',
      'ground',
      'ground',
      'elsewhere',
      'elsewhere',
      'elsewhere',
    ])
  })
})
