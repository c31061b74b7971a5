import { describe, expect, test } from '@jest/globals'
import { BULK_DENSITY, gramsInSpoons, spoonsFor } from '../../../../core/mordant/spoons'

const US_TEASPOON_ML = 4.92892159

describe('spoons', () => {
  // nutrition tables: 6 g salt and 4.6 g baking soda to a teaspoon (USDA, from memory)
  test.each([
    ['salt', 6],
    ['bakingSoda', 4.6],
  ] as const)('a teaspoon of %s weighs about %d g', (agent, massG) => {
    const spoon = gramsInSpoons(agent, 1, US_TEASPOON_ML)
    expect(Math.abs(spoon.massG / massG - 1)).toBeLessThan(0.03)
    expect(spoon).toMatchObject({ basis: 'typical', n: 0 })
    expect(spoon.low).toBeLessThan(massG)
    expect(spoon.high).toBeGreaterThan(massG)
  })

  test('the user’s own weighings come before the table, and narrow the answer', () => {
    const weighed = [
      { spoons: 2, spoonMl: 5, massG: 11 },
      { spoons: 1, spoonMl: 5, massG: 5.5 },
    ]
    const own = gramsInSpoons('alum', 1, 5, weighed)
    const typical = gramsInSpoons('alum', 1, 5)
    expect(own).toMatchObject({ basis: 'measured', n: 2 })
    expect(own.massG).toBeCloseTo(5.5, 10)
    expect(own.high / own.low).toBeLessThan(typical.high / typical.low)
  })

  test('grams and spoons are each other’s inverse for every powder', () => {
    for (const agent of Object.keys(BULK_DENSITY) as (keyof typeof BULK_DENSITY)[]) {
      const { massG } = gramsInSpoons(agent, 2.5, 15)
      expect(spoonsFor(agent, massG, 15)).toBeCloseTo(2.5, 10)
    }
  })

  test.each([
    [() => gramsInSpoons('alum', 0, 5), 'spoons must be above 0; got 0'],
    [() => gramsInSpoons('alum', 1, -5), 'spoonMl must be above 0 mL; got -5'],
    [() => gramsInSpoons('vinegar' as never, 1, 5), 'agent must be a powder that is spooned'],
    [
      () => gramsInSpoons('alum', 1, 5, [{ spoons: 1, spoonMl: 5, massG: 0 }]),
      'massG must be above 0 g; got 0',
    ],
  ])('%p is refused', (act, message) => {
    expect(act).toThrow(message)
  })
})
