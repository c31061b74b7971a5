import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { circularSummary, kappaOf, sameMeanDirection } from '../../../../core/season/circular'
import { daysBetween, usualDay } from '../../../../core/season/day-of-year'
import { TURTLES, WATSON_WILLIAMS, YEAR_WRAP, ZAR } from '../../../fixtures/circular'

describe('directions', () => {
  test('Zar’s eight bearings, as R has them', () => {
    const summary = circularSummary(ZAR.deg)
    expect(summary.meanDeg).toBeCloseTo(ZAR.mean, 9)
    expect(summary.r).toBeCloseTo(ZAR.r, 9)
    expect(summary.kappa).toBeCloseTo(ZAR.kappa, 5)
    expect(summary.sdDeg).toBeCloseTo(ZAR.sdDeg, 8)
    expect(summary.rayleighP).toBeCloseTo(ZAR.rayleighP, 8)
  })

  test('the turtles of Stephens', () => {
    const summary = circularSummary(TURTLES.deg)
    expect(summary.n).toBe(76)
    expect(summary.meanDeg).toBeCloseTo(TURTLES.mean, 8)
    expect(summary.r).toBeCloseTo(TURTLES.r, 9)
    expect(Math.abs(summary.kappa / TURTLES.kappa - 1)).toBeLessThan(0.005)
  })

  test('Watson and Williams’ test, once kappa is taken as R takes it', () => {
    const { first, second } = WATSON_WILLIAMS
    const { f, df, p } = sameMeanDirection(first, second)!
    const lengths = [first, second].map((group) => group.length * circularSummary(group).r)
    const own = kappaOf((lengths[0]! + lengths[1]!) / 13)
    const { kappa } = circularSummary([...first, ...second])
    const asInR = (f * (1 + 3 / (8 * kappa))) / (1 + 3 / (8 * own))
    expect(asInR).toBeCloseTo(WATSON_WILLIAMS.f, 5)
    expect(df).toEqual(WATSON_WILLIAMS.df)
    expect(p).toBeLessThan(1e-4)
    expect(sameMeanDirection([1], [2, 3])).toBeNull()
  })

  test('opposite directions have no mean', () => {
    expect(circularSummary([0, 180])).toMatchObject({ meanDeg: null, sdDeg: null })
  })

  test('turning all turns the mean, and changes no spread', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -60, max: 60, noNaN: true }), { minLength: 2, maxLength: 20 }),
        fc.integer({ min: 0, max: 359 }),
        (angles, turn) => {
          const a = circularSummary(angles)
          const b = circularSummary(angles.map((angle) => angle + turn))
          expect(b.r).toBeCloseTo(a.r, 9)
          const apart = (((b.meanDeg! - a.meanDeg! - turn) % 360) + 540) % 360
          expect(Math.abs(apart - 180)).toBeLessThan(1e-6)
        },
      ),
    )
  })
})

describe('days of the year', () => {
  test('days about the turn of the year have their mean there, not in summer', () => {
    const usual = usualDay(YEAR_WRAP.days)
    expect(usual.meanDay).toBeCloseTo(YEAR_WRAP.meanDay, 8)
    expect(usual.r).toBeCloseTo(YEAR_WRAP.r, 9)
  })

  test('one day is its own mean, without spread', () => {
    expect(usualDay([200])).toMatchObject({ n: 1, sdDays: 0 })
    expect(usualDay([200]).meanDay).toBeCloseTo(200, 9)
  })

  test.each([
    [360, 5, 10],
    [5, 360, -10],
    [100, 130, 30],
  ])('from day %d to day %d is %d days', (from, to, days) => {
    expect(daysBetween(from, to)).toBe(days)
  })

  test.each([[[]], [[0]], [[367]], [[NaN]]])('%j is refused', (days) => {
    expect(() => usualDay(days)).toThrow(/days must hold|day of the year must be|finite number/)
  })
})
