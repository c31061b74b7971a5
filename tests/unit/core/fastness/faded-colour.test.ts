import { describe, expect, test } from '@jest/globals'
import { kOverSOf, reflectanceOfKOverS } from '../../../../core/colour/kubelka-munk'
import { deltaE2000 } from '../../../../core/colour/screen-colour'
import { WAVELENGTHS_NM } from '../../../../core/colour/spectrum'
import { labOfReflectance } from '../../../../core/colour/tristimulus'
import { timesAsLasting } from '../../../../core/fastness/compare-fading'
import { fadedColour } from '../../../../core/fastness/faded-colour'
import { fadingOfStrip } from '../../../../core/fastness/fading'
import { fadingStage, type SeenColour } from '../../../../core/fastness/strip'
import { usualFading } from '../../../../core/fastness/usual'
import { fadingWorlds } from '../../../fixtures/fading-worlds'

const bare = WAVELENGTHS_NM.map((nm) => 0.6 + 0.2 * ((nm - 400) / 300))
const peak = (at: number, k: number) =>
  WAVELENGTHS_NM.map((nm) => k * Math.exp(-0.5 * ((nm - at) / 50) ** 2))
const mix = (...dyes: number[][]) =>
  kOverSOf(bare).map((under, i) =>
    reflectanceOfKOverS(under + dyes.reduce((sum, dye) => sum + dye[i]!, 0)),
  )
const exact = (share: number) => ({ low: share, mid: share, high: share })
const seen = (reflectance: number[]): SeenColour => ({
  reflectance,
  lab: labOfReflectance(reflectance),
  errorDe: null,
})

describe('the colour that is left', () => {
  test('is the dyed one with all left, and the bare one with nothing', () => {
    const before = mix(peak(440, 4))
    const of = { before, bare, look: null }
    expect(fadedColour(of, exact(1)).change).toBeCloseTo(0, 6)
    expect(deltaE2000(fadedColour(of, exact(0)).lab, labOfReflectance(bare))).toBeCloseTo(0, 6)
    // by hand: half of the absorption of a plain dye
    const half = mix(peak(440, 2))
    expect(deltaE2000(fadedColour(of, exact(0.5)).lab, labOfReflectance(half))).toBeCloseTo(0, 6)
  })

  test('follows one dye of two that goes first, as a look showed', () => {
    const before = mix(peak(440, 4), peak(560, 2))
    const at = (yellow: number) => mix(peak(440, 4 * yellow), peak(560, 2))
    const look = at(0.5)
    const lossOf = (reflectance: number[]) =>
      fadingStage(1, seen(reflectance), { covered: seen(before), before: null, bare: seen(bare) })!
        .left
    const left = lossOf(look)
    const told = fadedColour({ before, bare, look: { open: look, left } }, exact(left))
    expect(deltaE2000(told.lab, labOfReflectance(look))).toBeLessThan(0.01)
    // farther on it lies nearer to the truth than without the look
    const later = at(0.25)
    const share = lossOf(later)
    const with_ = fadedColour({ before, bare, look: { open: look, left } }, exact(share))
    const without = fadedColour({ before, bare, look: null }, exact(share))
    const off = (lab: typeof told.lab) => deltaE2000(lab, labOfReflectance(later))
    expect(off(with_.lab)).toBeLessThan(0.6 * off(without.lab))
  })

  test('tells how far it may come out', () => {
    const before = mix(peak(440, 4))
    const told = fadedColour({ before, bare, look: null }, { low: 0.2, mid: 0.5, high: 0.8 })
    expect(told.spread).toBeGreaterThan(3)
    expect(told.strongest.b).toBeGreaterThan(told.weakest.b)
  })

  test('reads no loss from a piece that has hardly any dye', () => {
    expect(
      fadingStage(10, seen(bare), {
        covered: seen(mix(peak(440, 0.02))),
        before: null,
        bare: seen(bare),
      }),
    ).toBeNull()
    expect(
      fadingStage(10, seen(bare), { covered: null, before: null, bare: seen(bare) }),
    ).toBeNull()
  })
})

describe('which lasts longer', () => {
  test('finds twice as lasting, and nothing between pieces all alike', () => {
    const { world, strip } = fadingWorlds(0.91)
    const prior = usualFading('light', 'unknown')
    const fadingAt = (scale: number) => {
      const truth = world('firstOrder', 100, 0)
      const of = { ...truth, left: (dose: number) => truth.left(dose / scale) }
      const seenStrip = strip(of, { looks: 3, farthest: 250, errorDe: 1, doseOff: 0 })
      return fadingOfStrip({ ...seenStrip, doseLogSd: 0 }, prior)
    }
    const pairs = (scale: number) =>
      Array.from({ length: 6 }, () => ({ one: fadingAt(scale), other: fadingAt(1) }))
    const twice = timesAsLasting(pairs(2))!
    expect(twice.low).toBeGreaterThan(1)
    expect(twice.high).toBeGreaterThan(1.6)
    const alike = timesAsLasting(pairs(1))!
    expect(alike.low).toBeLessThan(1)
    expect(alike.high).toBeGreaterThan(1)
    expect(timesAsLasting(pairs(2).slice(0, 2))).toBeNull()
  })
})
