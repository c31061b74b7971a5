import { describe, expect, test } from '@jest/globals'
import { median } from 'd3-array'
import fc from 'fast-check'
import { spoonDose } from '../../../../core/acid-base/spoon-dose'
import { BULK_DENSITY } from '../../../../core/mordant/spoons'
import { ledByHelper, tallied } from '../../../fixtures/led-by-helper'

const SODA = BULK_DENSITY.sodaAsh.gPerMl

describe('a dose by the spoon', () => {
  test.each([
    [4, 1, null],
    [3.5, 0.75, null],
    [2.2, 0.5, null],
    [1.1, 0.25, null],
    [0.3, 1 / 16, null],
    [9.4, 2.25, null],
    [0.15, 1 / 16, 0.5],
  ])('%d g of washing soda are %d level spoons of 5 mL', (massG, spoons, share) => {
    expect(spoonDose(massG, SODA, 5)).toMatchObject({
      spoons,
      ofCup: share === null ? null : { share },
    })
  })

  test('is never more than was advised, and at least half of it where a spoon can tell', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 60, noNaN: true }), (massG) => {
        const dose = spoonDose(massG, SODA, 5)
        expect(dose.massG).toBeLessThanOrEqual(massG * (1 + 1e-6))
        expect(dose.massG).toBeGreaterThanOrEqual(massG / 2 - 1e-9)
      }),
    )
  })

  // a thousand of them are in the bench of doses
  test('leads baths of four kinds near their target with four doses, none past the cap', () => {
    const { pastCap, near, doses } = tallied([...ledByHelper(40, 'spoonsAndStrips', 0.42)], 0.5)
    expect(pastCap).toBe(0)
    expect(near).toBeGreaterThanOrEqual(0.85)
    expect(median(doses)).toBeLessThanOrEqual(4)
  })

  test('a probe leads them nearer', () => {
    const { pastCap, near } = tallied([...ledByHelper(24, 'scaleAndProbe', 0.42)], 0.3)
    expect(pastCap).toBe(0)
    expect(near).toBeGreaterThanOrEqual(0.85)
  })
})
