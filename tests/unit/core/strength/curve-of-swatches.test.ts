import { describe, expect, test } from '@jest/globals'
import { estimateReflectance } from '../../../../core/colour/estimate-reflectance'
import { kOverSOf } from '../../../../core/colour/kubelka-munk'
import { integ } from '../../../../core/colour/integ'
import { WAVELENGTHS_NM, type Reflectance } from '../../../../core/colour/spectrum'
import { strengthOver } from '../../../../core/colour/strength'
import { curveOfSwatches } from '../../../../core/strength/curve-of-swatches'
import { expectedReflectance, unitAbsorption } from '../../../../core/strength/expected-colour'
import { strengthAt } from '../../../../core/strength/saturation'

const bare = estimateReflectance({ l: 88, a: 0.5, b: 10 })
const raw = WAVELENGTHS_NM.map((nm) => Math.exp(-(((nm - 430) / 60) ** 2)))
const unit = raw.map((value) => value / integ(raw))

/** A swatch of a dye of known strength, by adding its K/S to the bare fibre's. */
const dyed = (strength: number): Reflectance => expectedReflectance(unit, strength, bare)

describe('expected colours', () => {
  test('a fibre expected at a strength has that strength', () => {
    for (const strength of [0, 0.1, 1, 5]) {
      expect(strengthOver(dyed(strength), bare)).toBeCloseTo(strength, 9)
    }
  })

  test('the absorption of a source is found from its swatches, deep ones counting for more', () => {
    const found = unitAbsorption([0.3, 1, 2].map((s) => ({ dyed: dyed(s), bare })))!
    found.forEach((value, i) => expect(value).toBeCloseTo(unit[i]!, 8))
    expect(integ(found)).toBeCloseTo(1, 10)
  })

  test('swatches that took nothing tell nothing of the dye', () => {
    expect(unitAbsorption([{ dyed: bare, bare }])).toBeNull()
    expect(unitAbsorption([])).toBeNull()
  })

  test('K/S never goes below nothing, also for a dye that brightens', () => {
    const brightening = unit.map(() => -1)
    const result = kOverSOf(expectedReflectance(brightening, 5, bare))
    expect(Math.min(...result)).toBeGreaterThanOrEqual(0)
  })
})

describe('the curve of alike swatches', () => {
  const truth = { model: 'exponential' as const, ceiling: 1.8, scale: 0.35 }
  const swatchesAt = (ratios: number[]) =>
    ratios.map((ratioDry) => ({ ratioDry, dyed: dyed(strengthAt(truth, ratioDry)), bare }))

  test('is found again from their spectra', () => {
    const { fit, enough, strengths } = curveOfSwatches(swatchesAt([0.1, 0.3, 0.6, 1.2]))
    expect(fit).toMatchObject({ kind: 'bent', model: 'exponential', n: 4 })
    if (fit?.kind === 'bent') {
      expect(fit.ceiling).toBeCloseTo(1.8, 6)
      expect(fit.scale).toBeCloseTo(0.35, 6)
    }
    expect(enough).toBeGreaterThan(0.3)
    expect(strengths.map(({ depth }) => depth)).toEqual(['middling', 'middling', 'full', 'full'])
  })

  test('is not drawn through fewer than three swatches, or through one ratio', () => {
    expect(curveOfSwatches(swatchesAt([0.1, 0.5])).fit).toBeNull()
    expect(curveOfSwatches(swatchesAt([0.5, 0.5, 0.5, 0.5])).fit).toBeNull()
    expect(curveOfSwatches([])).toEqual({
      strengths: [],
      fit: null,
      enough: null,
      unit: null,
      bare: null,
    })
  })
})
