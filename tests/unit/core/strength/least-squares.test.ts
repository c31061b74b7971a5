import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { describeFit } from '../../../../core/strength/describe-fit'
import {
  fitBetterShape,
  fitLeastSquares,
  type BentFit,
} from '../../../../core/strength/least-squares'
import { strengthAt, type CurveModel } from '../../../../core/strength/saturation'
import { MISRA, MISRA_1A, MISRA_1D, type Certified } from '../../../fixtures/nist-misra'

function bent(fit: ReturnType<typeof fitLeastSquares>): BentFit {
  if (fit.kind !== 'bent') throw new Error(`expected a bend, got ${fit.kind}`)
  return fit
}

/** Digits to which a value agrees with a certified one (NIST's log relative error). */
const digits = (value: number, certified: number) => -Math.log10(Math.abs(value / certified - 1))

const points = (model: CurveModel, ceiling: number, scale: number, ratios: number[]) =>
  ratios.map((ratio) => ({ ratio, strength: strengthAt({ model, ceiling, scale }, ratio) }))

describe('NIST StRD certified values, to 8 digits and more', () => {
  test.each<[string, CurveModel, Certified]>([
    ['Misra1a', 'exponential', MISRA_1A],
    ['Misra1d', 'hyperbolic', MISRA_1D],
  ])('%s', (_name, model, certified) => {
    const fit = bent(fitLeastSquares(MISRA, model))
    expect(fit.converged).toBe(true)
    expect(digits(fit.ceiling, certified.b1)).toBeGreaterThan(8)
    expect(digits(fit.ceilingSe!, certified.b1Sd)).toBeGreaterThan(8)
    // NIST's b2 is one over the scale; its standard error follows exactly, SE(1/c) = SE(c) / c^2
    expect(digits(1 / fit.scale, certified.b2)).toBeGreaterThan(8)
    expect(digits(fit.scaleSe! / fit.scale ** 2, certified.b2Sd)).toBeGreaterThan(8)
    expect(digits(fit.residualSs, certified.residualSs)).toBeGreaterThan(8)
    expect(digits(fit.residualSd!, certified.residualSd)).toBeGreaterThan(8)
    expect(fit.n).toBe(14)
  })

  test('the order and the unit of the points do not matter', () => {
    const turned = [...MISRA].reverse().map(({ ratio, strength }) => ({
      ratio: ratio / 1000,
      strength: strength * 50,
    }))
    const fit = bent(fitLeastSquares(turned, 'exponential'))
    expect(digits(fit.ceiling, 50 * MISRA_1A.b1)).toBeGreaterThan(8)
    expect(digits(fit.scale, 1 / MISRA_1A.b2 / 1000)).toBeGreaterThan(8)
  })

  test('a general-purpose library finds no smaller residual', () => {
    const data = { x: MISRA.map((p) => p.ratio), y: MISRA.map((p) => p.strength) }
    const { parameterError } = levenbergMarquardt(
      data,
      ([p, c]: number[]) =>
        (r: number) =>
          p! * (1 - Math.exp(-r / c!)),
      { initialValues: [250, 2000], damping: 1e-2, maxIterations: 500, errorTolerance: 1e-12 },
    )
    expect(bent(fitLeastSquares(MISRA, 'exponential')).residualSs).toBeLessThanOrEqual(
      parameterError * (1 + 1e-9),
    )
  })
})

describe('curves of any size', () => {
  const model = fc.constantFrom<CurveModel>('exponential', 'hyperbolic')
  const size = (min: number, max: number) => fc.double({ min, max, noNaN: true })

  test('points that lie on a curve give that curve back', () => {
    fc.assert(
      fc.property(model, size(0.05, 50), size(0.02, 5), (shape, ceiling, scale) => {
        const ratios = [0.2, 0.5, 1, 2, 4].map((part) => part * scale)
        const fit = bent(fitLeastSquares(points(shape, ceiling, scale, ratios), shape))
        expect(fit.ceiling / ceiling).toBeCloseTo(1, 6)
        expect(fit.scale / scale).toBeCloseTo(1, 6)
        expect(fit.residualSs).toBeLessThan(1e-12 * ceiling ** 2)
      }),
    )
  })

  test('the residual is the least there is: no neighbour is better', () => {
    fc.assert(
      fc.property(
        model,
        fc.array(size(-0.2, 0.2), { minLength: 6, maxLength: 6 }),
        (shape, errors) => {
          const noisy = points(shape, 2, 0.4, [0.1, 0.2, 0.4, 0.7, 1, 1.5]).map((p, i) => ({
            ...p,
            strength: p.strength * (1 + errors[i]!),
          }))
          const fit = fitLeastSquares(noisy, shape)
          if (fit.kind !== 'bent') return
          for (const ceiling of [0.98, 1, 1.02]) {
            for (const scale of [0.98, 1, 1.02]) {
              const near = {
                model: shape,
                ceiling: fit.ceiling * ceiling,
                scale: fit.scale * scale,
              }
              const ss = noisy.reduce(
                (sum, p) => sum + (p.strength - strengthAt(near, p.ratio)) ** 2,
                0,
              )
              expect(ss).toBeGreaterThanOrEqual(fit.residualSs * (1 - 1e-12))
            }
          }
        },
      ),
    )
  })

  test('two points are met exactly and leave no degree of freedom for an error', () => {
    const fit = bent(fitLeastSquares(points('exponential', 2, 0.5, [0.2, 1]), 'exponential'))
    expect(fit.residualSd).toBeNull()
    expect(fit.ceilingSe).toBeNull()
    expect(fit.scaleSe).toBeNull()
  })

  test('a swatch at ratio 0 is welcome', () => {
    const withBare = [{ ratio: 0, strength: 0 }, ...points('hyperbolic', 2, 0.5, [0.2, 1, 3])]
    expect(bent(fitLeastSquares(withBare, 'hyperbolic')).ceiling).toBeCloseTo(2, 8)
  })

  test('a thousand swatches are no trouble', () => {
    const many = Array.from({ length: 1000 }, (_, i) => ({
      ratio: 0.01 * (1 + i),
      strength: 3 * (1 - Math.exp(-(0.01 * (1 + i)) / 0.7)) + 0.05 * Math.sin(i),
    }))
    const fit = bent(fitLeastSquares(many, 'exponential'))
    expect(fit.ceiling).toBeCloseTo(3, 2)
    expect(fit.converged).toBe(true)
  })

  test('the better shape of the two is taken', () => {
    const ratios = [0.1, 0.3, 0.6, 1, 2]
    const hyperbolic = fitBetterShape(points('hyperbolic', 2, 0.4, ratios))
    const exponential = fitBetterShape(points('exponential', 2, 0.4, ratios))
    expect(hyperbolic).toMatchObject({ kind: 'bent', model: 'hyperbolic' })
    expect(exponential).toMatchObject({ kind: 'bent', model: 'exponential' })
  })
})

describe('data without a ceiling', () => {
  const line = [0.1, 0.2, 0.4, 0.8].map((ratio) => ({ ratio, strength: 3 * ratio }))

  test('a straight line is told as a slope, not as a runaway ceiling', () => {
    const fit = fitLeastSquares(line, 'exponential')
    expect(fit).toMatchObject({ kind: 'straight', n: 4 })
    expect(describeFit(fit)).toMatchObject({ ceiling: null, scale: null })
    expect(describeFit(fit).slope).toBeCloseTo(3, 12)
    expect(describeFit(fit).text).toContain('No bend in these data')
  })

  test('so is data that bends upward', () => {
    const upward = line.map(({ ratio }) => ({ ratio, strength: ratio ** 2 }))
    expect(fitLeastSquares(upward, 'hyperbolic').kind).toBe('straight')
    expect(fitBetterShape(upward).kind).toBe('straight')
  })

  test('a level is told as a level', () => {
    const level = line.map(({ ratio }, i) => ({ ratio, strength: 1 + (i % 2 ? -0.01 : 0.01) }))
    const fit = fitLeastSquares(level, 'exponential')
    expect(fit.kind).toBe('flat')
    expect(describeFit(fit).level).toBeCloseTo(1, 10)
  })

  test('what never took dye is a level of nothing, not a negative ceiling', () => {
    const nothing = line.map(({ ratio }, i) => ({ ratio, strength: i % 2 ? -0.02 : -0.01 }))
    expect(fitLeastSquares(nothing, 'exponential').kind).toBe('flat')
  })

  test.each([
    [[], 'at least two different ratios above 0; got 0'],
    [[{ ratio: 1, strength: 1 }], 'got 1'],
    [
      [
        { ratio: 0.5, strength: 1 },
        { ratio: 0.5, strength: 1.2 },
        { ratio: 0, strength: 0 },
      ],
      'got 1',
    ],
    [[{ ratio: -1, strength: 1 }], 'ratio must be 0 or more; got -1'],
    [[{ ratio: 1, strength: Number.NaN }], 'strength must be a finite number; got NaN'],
  ])('refuses %j', (few, message) => {
    expect(() => fitLeastSquares(few, 'exponential')).toThrow(message)
  })
})
