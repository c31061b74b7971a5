import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { potency } from '../../../../core/strength/potency'
import {
  CURVE_MODELS,
  strengthAt,
  type SaturationCurve,
} from '../../../../core/strength/saturation'

/**
 * Made-up doses; R 4.2.2, nls with a shared curve for standard and test preparation. Given the
 * shared curve, the test preparation alone decides the potency, so the two must agree.
 */
const DOSES = [1, 2, 4, 8, 16, 32]
const TEST = [1.14, 2.25, 3.93, 6.41, 9.62, 12.05]
const points = DOSES.map((ratio, i) => ({ ratio, strength: TEST[i]! }))

describe('potency', () => {
  test.each<[SaturationCurve, number]>([
    [{ model: 'hyperbolic', ceiling: 17.165428031, scale: 7.663284211 }, -0.543923474624],
    [{ model: 'exponential', ceiling: 13.406277576, scale: 7.162133096 }, -0.547147058087],
  ])('agrees with R on a shared curve: %j', (curve, logFactor) => {
    const { factor, n } = potency(curve, points, 1)
    expect(n).toBe(6)
    expect(Math.log(factor)).toBeCloseTo(logFactor, 6)
  })

  test('a lot as strong as its curve has factor 1, one twice as strong 2', () => {
    const size = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(fc.constantFrom(...CURVE_MODELS), size(0.5, 2), (model, truth) => {
        const curve = { model, ceiling: 2, scale: 0.4 }
        const lot = [0.05, 0.1, 0.2].map((ratio) => ({
          ratio,
          strength: strengthAt(curve, ratio * truth),
        }))
        const { factor, low, high } = potency(curve, lot)
        expect(factor).toBeCloseTo(truth, 6)
        expect(low!).toBeLessThanOrEqual(factor)
        expect(high!).toBeGreaterThanOrEqual(factor)
      }),
    )
  })

  test('is told only where a ratio can be told', () => {
    const curve: SaturationCurve = { model: 'exponential', ceiling: 2, scale: 0.4 }
    const near = [{ ratio: 1, strength: 1.9 }]
    expect(() => potency(curve, near)).toThrow('between 0 and 70 % of the ceiling (2)')
    expect(potency(curve, [...near, { ratio: 0.2, strength: 0.8 }])).toMatchObject({
      n: 1,
      low: null,
      high: null,
    })
    expect(() => potency({ ...curve, scale: 0 }, near)).toThrow('scale must be above 0; got 0')
  })

  test('scatter widens the interval', () => {
    const curve: SaturationCurve = { model: 'exponential', ceiling: 2, scale: 0.4 }
    const lot = (wobble: number) =>
      [0.05, 0.1, 0.2, 0.3].map((ratio, i) => ({
        ratio,
        strength: strengthAt(curve, ratio) * (1 + wobble * (i % 2 ? 1 : -1)),
      }))
    const width = (wobble: number) => {
      const { low, high } = potency(curve, lot(wobble))
      return Math.log(high! / low!)
    }
    expect(width(0.2)).toBeGreaterThan(width(0.05))
  })
})
