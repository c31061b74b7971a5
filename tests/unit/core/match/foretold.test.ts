import { describe, expect, test } from '@jest/globals'
import { deltaE2000 } from '../../../../core/colour/screen-colour'
import { labOfReflectance } from '../../../../core/colour/tristimulus'
import { dyesOfCurve, matchSwatches } from '../../../../core/match/dye-of-curve'
import { foretellCurve, foretelling, spreadFactor } from '../../../../core/match/foretold'
import {
  hueResiduals,
  hueShown,
  hueSpreads,
  NO_RESIDUALS,
  ofAxes,
  pooledResiduals,
  triangleOf,
} from '../../../../core/match/hue-spread'
import { unitAbsorption } from '../../../../core/strength/expected-colour'
import { labOfKOverS, mixedKOverS } from '../../../../core/match/mixing'
import { overdyeUptake, type OverdyedSwatch } from '../../../../core/match/overdye-uptake'
import { kOverSOf } from '../../../../core/colour/kubelka-munk'
import type { JobSwatch } from '../../../../core/strength/curve-job'
import { dyesOfLog, hiddenDyes, overdyedSwatches } from '../../../fixtures/hidden-dyes'

const logs = [0.11, 0.29, 0.47].map((seed) => hiddenDyes(seed).log(4, 10))

describe('how well a log foretells itself', () => {
  const told = logs.map((log) => {
    const jobs = log.map((swatches) => ({ swatches, prior: {} }))
    const residuals = jobs.map(({ swatches }) => hueResiduals(matchSwatches(swatches)))
    return jobs.flatMap((job, i) =>
      foretellCurve(job, [pooledResiduals(residuals.filter((_, k) => k !== i))]),
    )
  })

  test('what is promised nine times in ten holds so often, of swatches left out in turn', () => {
    const all = told.map(foretelling)
    const n = all.reduce((sum, each) => sum + each.n, 0)
    const held = all.reduce((sum, each) => sum + each.n * each.held!, 0) / n
    expect(n).toBeGreaterThan(150)
    expect(held).toBeGreaterThan(0.85)
    expect(held).toBeLessThan(0.95)
  })

  test('half comes nearer than the median says, and the other half does not', () => {
    const { medianMiss, mostMiss, n } = foretelling(told[0]!)
    const nearer = told[0]!.filter(({ miss }) => miss <= medianMiss!).length
    expect(nearer / n).toBeCloseTo(0.5, 1)
    expect(mostMiss!).toBeGreaterThan(medianMiss!)
  })

  test('a swatch is not foretold from its own pot', () => {
    const [one, ...others] = logs[0]![0]!
    const twice: JobSwatch = { ...one!, dyed: others[0]!.dyed }
    const alone = foretellCurve({ swatches: [one!, ...others], prior: {} }, [])
    const withTwin = foretellCurve({ swatches: [one!, ...others, twice], prior: {} }, [])
    const ofOne = (some: typeof alone) => some.find(({ index }) => index === 0)!
    expect(deltaE2000(ofOne(alone).foretold, ofOne(withTwin).foretold)).toBeLessThan(1e-9)
  })

  test('one swatch alone foretells nothing, and a log without any says so', () => {
    expect(foretellCurve({ swatches: logs[0]![0]!.slice(0, 1), prior: {} }, [])).toEqual([])
    expect(foretelling([])).toEqual({
      n: 0,
      medianMiss: null,
      mostMiss: null,
      held: null,
      spreadFactor: expect.closeTo(1, 1),
    })
  })

  test('spreads are drawn in where swatches came nearer than promised, and widened where not', () => {
    const of = (factor: number) =>
      Array.from({ length: 60 }, (_, i) => ({
        miss: factor * Math.sqrt(Math.log(1 - (i + 0.5) / 60) / Math.log(0.1)),
        promised: 1,
      }))
    expect(spreadFactor(of(1))).toBeCloseTo(1, 1)
    expect(spreadFactor(of(0.5))).toBeLessThan(0.75)
    expect(spreadFactor(of(2))).toBeGreaterThan(1.6)
  })
})

describe('a dye', () => {
  test('read by colours alone gives back the colours it was read from', () => {
    // one lot, one ratio, four readings by the eye: estimated, and not set right by a factor
    const swatch = logs[0]![2]![0]!
    const byEye = { ...swatch, dyed: { reflectance: null, lab: swatch.dyed.lab }, errorDe: 1 }
    const swatches = [0, 1, 2, 3].map((pot) => ({ ...byEye, pot: `${pot}`, ratioDry: 0.5 }))
    const told = matchSwatches(swatches)
    const unit = unitAbsorption(told)!
    const { strength, bare } = told[0]!
    const lab = labOfKOverS(mixedKOverS(kOverSOf(bare), { unit, strength }))
    expect(deltaE2000(lab, swatch.dyed.lab)).toBeLessThan(0.05)
    const [dye] = dyesOfCurve('a', { swatches, prior: {} })
    expect(dye!.ratios.at(-1)).toBe(0.5)
    const middle = labOfKOverS(
      mixedKOverS(kOverSOf(dye!.bare), { unit: dye!.unit, strength: dye!.pieces.at(-1)![6]! }),
    )
    expect(deltaE2000(middle, swatch.dyed.lab)).toBeLessThan(2)
  })

  test('what took nothing is no dye', () => {
    const swatch = logs[0]![0]![0]!
    const swatches = [0, 1, 2, 3].map((pot) => ({ ...swatch, pot: `${pot}`, dyed: swatch.bare }))
    expect(dyesOfCurve('a', { swatches, prior: {} })).toEqual([])
    expect(dyesOfCurve('a', { swatches: [], prior: {} })).toEqual([])
  })

  test('later baths make a second dye of the liquor, paler at the same ratio', () => {
    const [one] = logs[0]!
    const pale = one!.map((swatch, i) => ({
      dyed: swatch.dyed,
      bare: swatch.bare,
      ofThisCurve: true,
      later: { bath: 2, ratioDry: 3 * swatch.ratioDry, row: `${i}`, lot: swatch.lot },
    }))
    const [first, second] = dyesOfCurve('a', { swatches: one!, excluded: pale, prior: {} })
    expect([first!.bath, second!.bath]).toEqual([1, 2])
    expect(second!.pieces.at(-1)![6]!).toBeLessThan(first!.pieces.at(-1)![6]!)
  })
})

describe('how hues turn', () => {
  test('a single lot tells nothing of another; several are held against the others', () => {
    const swatches = matchSwatches(logs[0]![1]!)
    const alone = swatches.map((swatch) => ({ ...swatch, lot: 'one' }))
    expect(hueResiduals(alone)).toEqual(NO_RESIDUALS)
    expect(hueResiduals(swatches).n).toBe(swatches.length)
    expect(hueShown(0)).toBe(0)
    expect(hueShown(3)).toBeGreaterThan(0.9)
  })

  test('a log without any lies at what is usual, and its own residuals count for more than others', () => {
    const [usual] = hueSpreads([NO_RESIDUALS])
    expect(usual!.slice(0, 3).map(Math.sqrt)).toEqual([
      expect.closeTo(0.9, 6),
      expect.closeTo(1.3, 6),
      expect.closeTo(1.8, 6),
    ])
    const wide = { products: ofAxes([20, 20, 20]), weight: 10, n: 10 }
    const [own, other] = hueSpreads([wide, NO_RESIDUALS])
    expect(own![0]).toBeGreaterThan(other![0])
    expect(other![0]).toBeGreaterThan(usual![0])
  })

  test('a covariance is the product of its triangle', () => {
    const [l, la, a, lb, ab, b] = triangleOf([4, 5, 6, 1, 2, 1.5])
    expect(l! * l!).toBeCloseTo(4, 12)
    expect(la! * l!).toBeCloseTo(1, 12)
    expect(la! * la! + a! * a!).toBeCloseTo(5, 12)
    expect(lb! * l!).toBeCloseTo(2, 12)
    expect(la! * lb! + a! * ab!).toBeCloseTo(1.5, 12)
    expect(lb! * lb! + ab! * ab! + b! * b!).toBeCloseTo(6, 12)
  })
})

describe('what overdyeing does', () => {
  test('is what is usual before any, and learnt from swatches that were dyed twice', () => {
    const world = hiddenDyes(0.63)
    const dyes = dyesOfLog(world.log(8, 10))
    const usual = overdyeUptake([])
    expect(usual.n).toBe(0)
    const learnt = overdyeUptake(overdyedSwatches(world, dyes, 40))
    expect(learnt.n).toBeGreaterThan(20)
    // the truth is 0.96 and 0.86
    expect(Math.exp(learnt.stays.mean)).toBeGreaterThan(0.85)
    expect(Math.exp(learnt.stays.mean)).toBeLessThan(1.07)
    expect(Math.exp(learnt.takes.mean)).toBeGreaterThan(0.74)
    expect(Math.exp(learnt.takes.mean)).toBeLessThan(0.98)
    expect(learnt.takes.sd).toBeLessThan(usual.takes.sd)
  })

  test('two dyes of one hue cannot be told apart, and teach nothing', () => {
    const hue = Array.from({ length: 31 }, (_, i) => 1 + i / 10)
    const alike: OverdyedSwatch = { first: hue, second: hue, added: hue, expectedSd: [0.2, 0.2] }
    expect(overdyeUptake([alike]).n).toBe(0)
    const faint = { ...alike, second: hue.map((_, i) => (i === 3 ? 0.001 : 0)) }
    expect(overdyeUptake([faint]).n).toBe(0)
  })

  test('a made piece of two dyes is darker than of one', () => {
    const world = hiddenDyes(0.41)
    const [one, two] = [
      world.make([{ dye: 0, ratioDry: 0.5 }]),
      world.make([
        { dye: 0, ratioDry: 0.5 },
        { dye: 1, ratioDry: 0.5 },
      ]),
    ]
    expect(labOfReflectance(two).l).toBeLessThan(labOfReflectance(one).l)
  })
})
