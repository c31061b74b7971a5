import { describe, expect, test } from '@jest/globals'
import {
  GREY_STEPS,
  greyScaleChange,
  greyScaleStain,
  greyStep,
} from '../../../../core/colour/grey-scale'

const grey = (l: number) => ({ l, a: 0, b: 0 })

describe('the grey scale for change', () => {
  // ISO 105-A02: CIELAB difference of each step, with its tolerance; from memory
  test.each([
    ['5', 0, 0.2],
    ['4-5', 0.8, 0.2],
    ['4', 1.7, 0.3],
    ['3-4', 2.5, 0.35],
    ['3', 3.4, 0.4],
    ['2-3', 4.8, 0.5],
    ['2', 6.8, 0.6],
    ['1-2', 9.6, 0.7],
    ['1', 13.6, 1],
  ] as const)('step %s lies at a difference of %s', (step, dE, tolerance) => {
    for (const off of [-0.9 * tolerance, 0, 0.9 * tolerance]) {
      const told = greyStep(greyScaleChange(grey(50), grey(50 + Math.max(0, dE + off))))
      expect(told).toBe(step)
    }
  })

  test('puts a grade into the step that is nearest', () => {
    expect(greyStep(4.24)).toBe('4')
    expect(greyStep(4.26)).toBe('4-5')
    expect(greyStep(0)).toBe('1')
    expect(greyStep(9)).toBe('5')
    expect(GREY_STEPS).toHaveLength(9)
  })
})

describe('the grey scale for staining', () => {
  // ISO 105-A03: CIELAB difference of each step; from memory
  test.each([
    ['5', 0],
    ['4-5', 2.2],
    ['4', 4.3],
    ['3-4', 6],
    ['3', 8.5],
    ['2-3', 12],
    ['2', 16.9],
    ['1-2', 24],
    ['1', 34.1],
  ] as const)('step %s lies at a difference of %s', (step, dE) => {
    expect(greyStep(greyScaleStain(grey(95), grey(95 - dE)))).toBe(step)
  })

  test('counts a stain of hue less than one of lightness', () => {
    const white = { l: 95, a: 0, b: 2 }
    expect(greyScaleStain(white, { l: 95, a: 0, b: 14 })).toBeGreaterThan(
      greyScaleStain(white, { l: 83, a: 0, b: 2 }),
    )
    expect(greyScaleStain(white, white)).toBe(5)
    expect(greyScaleStain(white, { l: 5, a: 0, b: 2 })).toBe(1)
  })
})
