import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { DEPTH_STARTS, DEPTHS, depthOf } from '../../../../core/colour/depth'
import { estimateReflectance } from '../../../../core/colour/estimate-reflectance'
import { integ, INTEG_WEIGHTS } from '../../../../core/colour/integ'
import {
  kOverS,
  kOverSOf,
  REFLECTANCE_FLOOR,
  reflectanceOfKOverS,
} from '../../../../core/colour/kubelka-munk'
import { deltaE2000, labOfHex } from '../../../../core/colour/screen-colour'
import {
  smoothestReflectance,
  tristimulusMiss,
} from '../../../../core/colour/smoothest-reflectance'
import { BANDS, checkedReflectance } from '../../../../core/colour/spectrum'
import { colourStrength, strengthOver } from '../../../../core/colour/strength'
import { labOfReflectance, xyzOfReflectance } from '../../../../core/colour/tristimulus'
import { KS_OF_R, R_OF_KS } from '../../../fixtures/kubelka-munk'
import { TEST_COLOURS } from '../../../fixtures/test-colour-samples'

const flat = (r: number) => new Array<number>(BANDS).fill(r)
const hexOf = (rgb: number[]) => `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`

describe('Kubelka-Munk', () => {
  test.each(KS_OF_R)('R = %d has K/S %d', (r, ks) => expect(kOverS(r)).toBeCloseTo(ks, 8))
  test.each(R_OF_KS)('K/S = %d has R %d', (ks, r) =>
    expect(reflectanceOfKOverS(ks)).toBeCloseTo(r, 8),
  )

  test('there and back, to the last digits, at any depth', () => {
    fc.assert(
      fc.property(fc.double({ min: REFLECTANCE_FLOOR, max: 1, noNaN: true }), (r) => {
        expect(reflectanceOfKOverS(kOverS(r)) / r).toBeCloseTo(1, 7)
      }),
    )
  })

  test('a black band is floored, not infinite', () => {
    expect(kOverS(0)).toBe(kOverS(REFLECTANCE_FLOOR))
    expect(() => reflectanceOfKOverS(-1)).toThrow('kOverS must be 0 or more; got -1')
  })
})

describe('Integ', () => {
  test('a flat K/S of 1 has depth 1', () => {
    expect(INTEG_WEIGHTS.reduce((sum, w) => sum + w, 0)).toBeCloseTo(1, 12)
    expect(integ(flat(1))).toBeCloseTo(1, 12)
    expect(integ(kOverSOf(flat(0.18)))).toBeCloseTo(1.867777778, 8)
  })

  test('is linear: dyes add, and twice the dye is twice as deep', () => {
    const dye = kOverSOf(TEST_COLOURS[8]![1])
    expect(integ(dye.map((v) => 2 * v))).toBeCloseTo(2 * integ(dye), 10)
  })
})

describe('colour strength', () => {
  const bare = flat(0.8)

  test('is depth above bare fibre; peak K/S beside it at the deepest wavelength', () => {
    const dyed = bare.map((r, i) => (i === 5 ? 0.1 : r))
    const { strength, peakNm, peakKs, integ: depth } = colourStrength(dyed, bare)
    expect(strength).toBeCloseTo(INTEG_WEIGHTS[5]! * (4.05 - 0.025), 10)
    expect(depth).toBeCloseTo(strength! + 0.025, 10)
    expect(peakNm).toBe(450)
    expect(peakKs).toBeCloseTo(4.025, 10)
  })

  test('the peak is looked for between 430 and 680 nm, or read where a curve keeps it', () => {
    const dyed = bare.map((r, i) => (i === 0 ? 0.05 : i === 20 ? 0.3 : r))
    expect(colourStrength(dyed, bare).peakNm).toBe(600)
    expect(colourStrength(dyed, bare, 400).peakKs).toBeCloseTo(9.025 - 0.025, 10)
  })

  test('what took no dye keeps its negative strength', () => {
    expect(strengthOver(flat(0.85), bare)).toBeLessThan(0)
    expect(colourStrength(flat(0.85), bare).depth).toBe('trace')
  })

  test('without bare fibre there is a depth but no strength', () => {
    expect(colourStrength(flat(0.18))).toMatchObject({ strength: null, peakKs: null, depth: null })
  })

  test.each([
    [[0.5], '31 values, 400 to 700 nm in steps of 10 nm; got 1 values'],
    ['x', 'got "x"'],
    [[...flat(0.5).slice(1), 1.2], 'reflectance at 700 nm must be a factor from 0 to 1; got 1.2'],
    [[Number.NaN, ...flat(0.5).slice(1)], 'reflectance at 400 nm must be a factor'],
  ])('refuses a spectrum such as %p', (spectrum, message) => {
    expect(() => checkedReflectance(spectrum)).toThrow(message)
  })

  test('refuses a peak between bands', () => {
    expect(() => colourStrength(bare, bare, 455)).toThrow('peakNm must be one of 400')
  })

  test('depth words begin where they say', () => {
    for (const depth of DEPTHS) {
      expect(depthOf(DEPTH_STARTS[depth])).toBe(depth)
    }
    expect(depthOf(-0.3)).toBe('trace')
    expect(depthOf(1.1999)).toBe('middling')
    expect(depthOf(50)).toBe('deep')
  })
})

describe('the smoothest spectrum of a colour', () => {
  const channel = fc.integer({ min: 0, max: 255 })

  // dark blues at which Newton's method stalls from the grey
  test.each(['#06046a', '#0b0452', '#0d0366', '#010007'])('%s is reached step by step', (hex) => {
    const lab = labOfHex(hex)
    expect(deltaE2000(lab, labOfReflectance(estimateReflectance(lab)))).toBeLessThan(0.001)
  })

  test('has exactly that colour, for every colour a screen can show', () => {
    fc.assert(
      fc.property(channel, channel, channel, (r, g, b) => {
        const lab = labOfHex(hexOf([r, g, b]))
        const reflectance = estimateReflectance(lab)
        expect(deltaE2000(lab, labOfReflectance(reflectance))).toBeLessThan(0.01)
        expect(Math.min(...reflectance)).toBeGreaterThanOrEqual(0)
        expect(Math.max(...reflectance)).toBeLessThanOrEqual(1)
      }),
      {
        numRuns: 300,
        examples: [
          [0, 0, 1],
          [0, 1, 0],
          [1, 0, 0],
          [255, 255, 0],
          [0, 255, 255],
        ],
      },
    )
  }, 30_000)

  test('of a grey is flat', () => {
    const reflectance = estimateReflectance(labOfHex('#808080'))
    reflectance.forEach((r) => expect(r).toBeCloseTo(reflectance[0]!, 9))
  })

  test('black and white, which no smooth spectrum reaches, come within sight', () => {
    expect(Math.max(...estimateReflectance(labOfHex('#000000')))).toBeLessThan(1e-5)
    expect(Math.min(...estimateReflectance(labOfHex('#ffffff')))).toBeGreaterThan(1 - 1e-5)
  })

  test('of a measured surface gives its tristimulus values, and about its strength', () => {
    for (const [, measured] of TEST_COLOURS.slice(0, 8)) {
      const xyz = xyzOfReflectance(measured)
      const estimate = smoothestReflectance(xyz)
      expect(tristimulusMiss(estimate, xyz)).toBeLessThan(1e-8)
      const ratio = strengthOver(estimate, flat(0.9)) / strengthOver(measured, flat(0.9))
      expect(ratio).toBeGreaterThan(0.7)
      expect(ratio).toBeLessThan(1.2)
    }
  })

  test('is refused where no surface can have the colour', () => {
    expect(() => estimateReflectance({ l: 95, a: 80, b: -90 })).toThrow('no surface can have')
  })
})
