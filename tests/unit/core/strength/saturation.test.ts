import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { Matrix, QrDecomposition, solve } from 'ml-matrix'
import {
  CURVE_SHAPES,
  enoughRatio,
  ratioForStrength,
  SHAPES,
  strengthAt,
  type SaturationCurve,
} from '../../../../core/strength/saturation'
import { twoColumnQr } from '../../../../core/strength/two-column-qr'

const curve = fc.record({
  model: fc.constantFrom(...CURVE_SHAPES),
  ceiling: fc.double({ min: 0.05, max: 20, noNaN: true }),
  scale: fc.double({ min: 0.02, max: 5, noNaN: true }),
}) as fc.Arbitrary<SaturationCurve>

describe('saturating curves', () => {
  test('run through the origin, rise, and stay under their ceiling', () => {
    fc.assert(
      fc.property(curve, fc.double({ min: 0.001, max: 10, noNaN: true }), (c, ratio) => {
        expect(strengthAt(c, 0)).toBe(0)
        expect(strengthAt(c, ratio * 1.5)).toBeGreaterThanOrEqual(strengthAt(c, ratio))
        expect(strengthAt(c, ratio)).toBeLessThanOrEqual(c.ceiling)
      }),
    )
  })

  test('the hyperbolic curve reaches half its ceiling at its scale, the exponential 63.2 %', () => {
    expect(strengthAt({ model: 'hyperbolic', ceiling: 2, scale: 0.4 }, 0.4)).toBeCloseTo(1, 12)
    const exponential = strengthAt({ model: 'exponential', ceiling: 1, scale: 0.4 }, 0.4)
    expect(exponential).toBeCloseTo(1 - Math.exp(-1), 12)
  })

  test('small ratios keep their digits', () => {
    const tiny = strengthAt({ model: 'exponential', ceiling: 1, scale: 1 }, 1e-12)
    expect(tiny / 1e-12).toBeCloseTo(1, 10)
  })

  test('the slope against log scale is the derivative', () => {
    fc.assert(
      fc.property(curve, ({ model, scale }) => {
        const h = 1e-6
        const { share, perLogScale } = SHAPES[model]
        const at = (s: number) => share(0.5, s)
        const numeric = (at(scale * Math.exp(h)) - at(scale * Math.exp(-h))) / (2 * h)
        expect(perLogScale(at(scale), 0.5, scale)).toBeCloseTo(numeric, 7)
      }),
    )
  })

  test('the ratio for a strength gives that strength', () => {
    fc.assert(
      fc.property(curve, fc.double({ min: 0.01, max: 0.99, noNaN: true }), (c, share) => {
        const ratio = ratioForStrength(c, share * c.ceiling)!
        expect(strengthAt(c, ratio) / (share * c.ceiling)).toBeCloseTo(1, 9)
      }),
    )
  })

  test('what lies at or above the ceiling is not reached', () => {
    for (const model of CURVE_SHAPES) {
      expect(ratioForStrength({ model, ceiling: 2, scale: 1 }, 2)).toBeNull()
      expect(ratioForStrength({ model, ceiling: 2, scale: 1 }, 3)).toBeNull()
    }
    expect(() => ratioForStrength({ model: 'hyperbolic', ceiling: 2, scale: 1 }, 0)).toThrow(
      'strength must be above 0; got 0',
    )
  })

  test('at enough twice the plant adds just the share that was named, whatever the shape', () => {
    fc.assert(
      fc.property(curve, fc.double({ min: 0.05, max: 0.5, noNaN: true }), (c, gain) => {
        const enough = enoughRatio(c, gain)
        expect(strengthAt(c, 2 * enough) / strengthAt(c, enough) - 1).toBeCloseTo(gain, 8)
      }),
    )
    // c ln 5 and 2 h: the closed forms for a fifth
    expect(enoughRatio({ model: 'exponential', ceiling: 1, scale: 1 })).toBeCloseTo(1.609, 3)
    expect(enoughRatio({ model: 'hyperbolic', ceiling: 1, scale: 1 })).toBeCloseTo(2, 12)
    expect(() => enoughRatio({ model: 'hyperbolic', ceiling: 1, scale: 1 }, 1)).toThrow(
      'enoughGain must be from 0.01 to 0.9; got 1',
    )
  })

  test('it ranges widely where nine tenths of a generous ratio did not', () => {
    const curves = [0.1, 0.3, 1, 2].map((scale) => ({
      model: 'exponential' as const,
      ceiling: 2,
      scale,
    }))
    const spread = (values: number[]) => Math.max(...values) / Math.min(...values)
    expect(spread(curves.map((c) => enoughRatio(c)))).toBeCloseTo(20, 6)
    const old = curves.map((c) => ratioForStrength(c, 0.9 * strengthAt(c, 1))!)
    expect(spread(old)).toBeLessThan(4)
  })
})

describe('two-column QR', () => {
  const column = fc.array(fc.double({ min: -10, max: 10, noNaN: true }), {
    minLength: 5,
    maxLength: 5,
  })

  test('agrees with ml-matrix on solution and covariance', () => {
    fc.assert(
      fc.property(column, column, column, (first, second, rhs) => {
        const j = new Matrix(first.map((value, i) => [value, second[i]!]))
        const [x, y] = [Math.hypot(...first), Math.hypot(...second)]
        const dot = first.reduce((sum, value, i) => sum + value * second[i]!, 0)
        // columns that are nearly one have no solution to compare
        fc.pre(x > 0.1 && y > 0.1 && Math.abs(dot / (x * y)) < 0.99)
        const qr = twoColumnQr({ first, second })
        const expected = new QrDecomposition(j).solve(Matrix.columnVector(rhs)).to1DArray()
        const got = qr.solve(rhs)
        expect(got[0]).toBeCloseTo(expected[0]!, 7)
        expect(got[1]).toBeCloseTo(expected[1]!, 7)
        const covariance = solve(j.transpose().mmul(j), Matrix.eye(2))
        expect(qr.unitSe[0]).toBeCloseTo(Math.sqrt(covariance.get(0, 0)), 6)
        expect(qr.unitSe[1]).toBeCloseTo(Math.sqrt(covariance.get(1, 1)), 6)
        expect(qr.correlation * qr.unitSe[0] * qr.unitSe[1]).toBeCloseTo(covariance.get(0, 1), 6)
      }),
    )
  })
})
