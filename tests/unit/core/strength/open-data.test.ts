import { describe, expect, test } from '@jest/globals'
import { fitLeastSquares, type BentFit } from '../../../../core/strength/least-squares'
import { BOD, BOX_BOD, BOX_BOD_CERTIFIED, PUROMYCIN } from '../../../fixtures/saturating-sets'

const pointsOf = (rows: readonly (readonly [number, number])[]) =>
  rows.map(([ratio, strength]) => ({ ratio, strength }))

/** Correct digits of a value. */
const digits = (value: number, certified: number) =>
  -Math.log10(Math.max(1e-16, Math.abs(value / certified - 1)))

/** Equal as far as the published figure is printed. */
const asPrinted = (value: number, published: number) => {
  const figures = String(published)
    .replace(/^0\.0*/, '')
    .replace('.', '').length
  expect(Number(value.toPrecision(figures))).toBe(published)
}

describe('open data sets of both shapes', () => {
  test('NIST BoxBOD, to 8 digits and more', () => {
    const fit = fitLeastSquares(BOX_BOD, 'exponential') as BentFit
    const c = BOX_BOD_CERTIFIED
    expect(fit.kind).toBe('bent')
    expect(digits(fit.ceiling, c.b1)).toBeGreaterThan(8)
    expect(digits(fit.ceilingSe!, c.b1Sd)).toBeGreaterThan(8)
    expect(digits(1 / fit.scale, c.b2)).toBeGreaterThan(8)
    // SE(1/b) = SE(b) / b²
    expect(digits(fit.scaleSe! * c.b2 ** 2, c.b2Sd)).toBeGreaterThan(8)
    expect(digits(fit.residualSs, c.residualSs)).toBeGreaterThan(8)
    expect(digits(fit.residualSd!, c.residualSd)).toBeGreaterThan(8)
  })

  test.each(['treated', 'untreated'] as const)('Puromycin, %s cells, as R prints it', (cells) => {
    const { points, vm, vmSe, k, kSe, residualSd } = PUROMYCIN[cells]
    const fit = fitLeastSquares(pointsOf(points), 'hyperbolic') as BentFit
    asPrinted(fit.ceiling, vm)
    asPrinted(fit.ceilingSe!, vmSe)
    asPrinted(fit.scale, k)
    asPrinted(fit.scaleSe!, kSe)
    asPrinted(fit.residualSd!, residualSd)
  })

  test('BOD, as R prints it', () => {
    const fit = fitLeastSquares(pointsOf(BOD.points), 'exponential') as BentFit
    asPrinted(fit.ceiling, BOD.a)
    asPrinted(fit.ceilingSe!, BOD.aSe)
    asPrinted(1 / fit.scale, BOD.rate)
    asPrinted(fit.scaleSe! / fit.scale ** 2, BOD.rateSe)
    asPrinted(fit.residualSd!, BOD.residualSd)
  })
})
