import { group } from 'd3-array'
import { kOverSOf } from '../colour/kubelka-munk'
import type { Lab } from '../colour/tristimulus'
import type { Reflectance } from '../colour/spectrum'
import { LEAST_STRENGTH, unitAbsorption } from '../strength/expected-colour'
import { labOfKOverS, mixedKOverS } from './mixing'

/** Three numbers, along L*, a* and b*. */
export type PerAxis = readonly [l: number, a: number, b: number]

/** Variances and covariances of L*, a* and b*. */
export type Covariance = readonly [
  ll: number,
  aa: number,
  bb: number,
  la: number,
  lb: number,
  ab: number,
]

const COVARIANCE_OF_AXES = [
  [0, 0],
  [1, 1],
  [2, 2],
  [0, 1],
  [0, 2],
  [1, 2],
] as const

/** Covariance of axes that have nothing to do with each other. */
export const ofAxes = ([l, a, b]: PerAxis): Covariance => [l * l, a * a, b * b, 0, 0, 0]

/** A sum of covariances, each so many times. */
export const summed = (terms: readonly { covariance: Covariance; times: number }[]): Covariance =>
  COVARIANCE_OF_AXES.map((_, i) =>
    terms.reduce((sum, { covariance, times }) => sum + times * covariance[i]!, 0),
  ) as unknown as Covariance

/**
 * The lower triangle whose product with itself turned is a covariance (Cholesky): rows of L*, a*, b*.
 *
 * @returns l; la, a; lb, ab, b
 */
export function triangleOf([ll, aa, bb, la, lb, ab]: Covariance): readonly number[] {
  const root = (value: number) => Math.sqrt(Math.max(0, value))
  const over = (value: number, by: number) => (by > 0 ? value / by : 0)
  const l = root(ll)
  const [la1, lb1] = [over(la, l), over(lb, l)]
  const a = root(aa - la1 * la1)
  const ab1 = over(ab - la1 * lb1, a)
  return [l, la1, a, lb1, ab1, root(bb - lb1 * lb1 - ab1 * ab1)]
}

/** A swatch with its strength as its curve counts it. */
export interface ColouredSwatch {
  lot: string
  strength: number
  dyed: Reflectance
  bare: Reflectance
  /** As it was read; of a measured spectrum, its own. */
  lab: Lab
}

/** Sums of what lay off, and of how much dye there was to be off. */
export interface HueResiduals {
  /** Products of each two axes. */
  products: Covariance
  weight: number
  n: number
}

export const NO_RESIDUALS: HueResiduals = { products: [0, 0, 0, 0, 0, 0], weight: 0, n: 0 }

/** Strength at which a dye shows half of what its hue is off: from memory. */
const HALF_SHOWN = 0.3

/** How much of what a dye's hue is off shows at a strength, 0 to 1. */
export const hueShown = (strength: number): number =>
  Math.max(0, strength) / (Math.max(0, strength) + HALF_SHOWN)

/**
 * How far the colours of a curve's swatches lie from those that its other lots would give at the
 * same strength: a new lot will be as far off. A single lot tells nothing of another.
 */
export function hueResiduals(swatches: readonly ColouredSwatch[]): HueResiduals {
  const products = COVARIANCE_OF_AXES.map(() => 0)
  let weight = 0
  let n = 0
  const byLot = group(swatches, (swatch) => swatch.lot)
  // a piece of a new lot has one lot more to be held against than these had
  const fewer = 1 - byLot.size ** -2
  for (const [lot, own] of byLot) {
    const unit = unitAbsorption(swatches.filter((swatch) => swatch.lot !== lot))
    if (!unit) continue
    for (const { strength, bare, lab } of own) {
      if (strength < LEAST_STRENGTH) continue
      const usual = labOfKOverS(mixedKOverS(kOverSOf(bare), { unit, strength }))
      const off = [lab.l - usual.l, lab.a - usual.a, lab.b - usual.b]
      COVARIANCE_OF_AXES.forEach(
        ([one, other], i) => (products[i]! += fewer * off[one]! * off[other]!),
      )
      weight += hueShown(strength) ** 2
      n++
    }
  }
  return { products: products as unknown as Covariance, weight, n }
}

/** Residuals of several curves as one. */
export const pooledResiduals = (all: readonly HueResiduals[]): HueResiduals => ({
  products: summed(all.map(({ products }) => ({ covariance: products, times: 1 }))),
  weight: all.reduce((sum, { weight }) => sum + weight, 0),
  n: all.reduce((sum, { n }) => sum + n, 0),
})

/** Before any swatch: SD along L*, a*, b* of a deep piece of a new lot; from memory. */
const USUAL_SD: PerAxis = [0.9, 1.3, 1.8]
/** What the usual counts for, in swatches; and what the whole log counts for to one curve. */
const USUAL_WEIGHT = 4
const LOG_WEIGHT = 6

/**
 * How hues of each curve turn from lot to lot at full depth: its own residuals, drawn towards those of
 * the whole log, and these towards what is usual. Hues turn in some direction of their own (redder,
 * greener), so the axes go together.
 */
export function hueSpreads(all: readonly HueResiduals[]): Covariance[] {
  const weightOfAll = all.reduce((sum, { weight }) => sum + weight, 0)
  const ofLog = summed([
    { covariance: ofAxes(USUAL_SD), times: USUAL_WEIGHT / (USUAL_WEIGHT + weightOfAll) },
    ...all.map(({ products }) => ({
      covariance: products,
      times: 1 / (USUAL_WEIGHT + weightOfAll),
    })),
  ])
  return all.map(({ products, weight }) =>
    summed([
      { covariance: ofLog, times: LOG_WEIGHT / (LOG_WEIGHT + weight) },
      { covariance: products, times: 1 / (LOG_WEIGHT + weight) },
    ]),
  )
}
