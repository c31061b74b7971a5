import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { estimateReflectance } from '../../../../core/colour/estimate-reflectance'
import { strengthOver } from '../../../../core/colour/strength'
import { curveOfJob, type JobSwatch } from '../../../../core/strength/curve-job'
import { conditionsApart, nearestCurve } from '../../../../core/strength/near-conditions'
import { APART, priorOf } from '../../../../core/strength/posterior/borrowed'
import { curvePosterior } from '../../../../core/strength/posterior/posterior'
import { priorFor, SHAPE_FACTORS, type NearCurve } from '../../../../core/strength/posterior/priors'
import { strengthErrorSd } from '../../../../core/strength/reading-error'
import { CURVE_SHAPES, enoughRatio, strengthAt } from '../../../../core/strength/saturation'

const wool = { fibre: 'wool', mordant: 'Al', ph: 'asItCame', way: 'simmer', stuff: 'asUsual' }
const near = (n: number, ceiling = 2, scale = 0.3): NearCurve => ({
  points: Array.from({ length: n }, (_, i) => {
    const ratio = 0.1 * 2 ** (i % 5)
    return { ratio, lot: `lot ${i % 3}`, strength: ceiling * (1 - Math.exp(-ratio / scale)) }
  }),
  context: { kind: 'leaf' },
  differs: ['way'],
})

describe('the curve a thin one leans on', () => {
  test('is the nearest in its conditions, then the best known', () => {
    const silk = { condition: { ...wool, fibre: 'silk' }, n: 4 }
    const iron = { condition: { ...wool, mordant: 'Al Fe' }, n: 20 }
    const both = { condition: { ...wool, fibre: 'silk', mordant: 'Al Fe' }, n: 30 }
    const cotton = { condition: { ...wool, fibre: 'cellulose' }, n: 9 }
    const wanted = { condition: wool, n: 1 }
    expect(nearestCurve(wanted, [iron, both, silk, cotton])).toMatchObject({
      n: 9,
      differs: ['fibre'],
    })
    expect(nearestCurve(wanted, [iron, both])).toMatchObject({ n: 20, differs: ['mordant'] })
    expect(conditionsApart(wool, both.condition)).toEqual(['fibre', 'mordant'])
  })

  test('is none for one that stands by itself, and none that is thinner or thin itself', () => {
    const silk = { condition: { ...wool, fibre: 'silk' }, n: 8 }
    expect(nearestCurve({ condition: wool, n: 6 }, [silk])).toBeNull()
    expect(nearestCurve({ condition: wool, n: 1 }, [{ ...silk, n: 2 }])).toBeNull()
    expect(nearestCurve({ condition: wool, n: 5 }, [{ ...silk, n: 5 }])).toBeNull()
    expect(nearestCurve({ condition: wool, n: 1 }, [{ condition: wool, n: 9 }])).toBeNull()
  })
})

describe('a borrowed prior', () => {
  test('lies about the near curve, wider than it and narrower than what is usual', () => {
    const usual = priorFor({ kind: 'leaf' })
    const borrowed = priorOf({ kind: 'leaf', near: near(12, 4, 0.2) })
    expect(Math.abs(Math.log(borrowed.ceiling / 4))).toBeLessThan(0.25)
    expect(borrowed.ceilingLogSd).toBeGreaterThanOrEqual(APART.way.ceiling)
    expect(borrowed.ceilingLogSd).toBeLessThan(usual.ceilingLogSd)
    expect(borrowed.scaleLogSd).toBeLessThan(usual.scaleLogSd)
    expect(priorOf({ kind: 'leaf' })).toEqual(usual)
  })

  test('a weaker kind of fibre is expected to be weaker', () => {
    const [same, weaker] = [false, true].map(
      (weakened) => priorOf({ kind: 'leaf', weakened, near: near(12) }).ceiling,
    )
    expect(weaker! / same!).toBeCloseTo(0.4)
  })

  test('is honest: bands of one swatch hold nine times in ten where conditions differ as assumed', () => {
    const normal = randomNormal.source(randomLcg(0.77))(0, 1)
    let [held, inside, width] = [0, 0, 0]
    const sources = 150
    for (let i = 0; i < sources; i++) {
      const [ceiling, scale] = [2 * Math.exp(0.6 * normal()), 0.4 * Math.exp(0.5 * normal())]
      const model = CURVE_SHAPES[i % CURVE_SHAPES.length]!
      const factors = SHAPE_FACTORS[model]
      const curveOf = (p: number, c: number) => ({
        model,
        ceiling: p * factors.ceiling,
        scale: c * factors.scale,
      })
      const seen = (at: number, p: number, c: number) =>
        strengthAt(curveOf(p, c), at) * Math.exp(0.15 * normal())
      const lent: NearCurve = {
        ...near(0),
        points: [0.1, 0.2, 0.4, 0.6, 0.9, 0.3].map((ratio, k) => ({
          ratio,
          lot: `l${k}`,
          strength: seen(ratio, ceiling, scale),
        })),
      }
      const [p, c] = [
        ceiling * Math.exp(APART.way.ceiling * normal()),
        scale * Math.exp(APART.way.scale * normal()),
      ]
      const points = [{ ratio: 0.3, lot: 'own', strength: seen(0.3, p, c) }]
      const borrowed = curvePosterior(points, priorOf({ kind: 'leaf', near: lent }))
      const alone = curvePosterior(points, priorFor({ kind: 'leaf' }))
      const truth = strengthAt(curveOf(p, c), 0.8)
      const enough = enoughRatio(curveOf(p, c))
      const { low, high } = borrowed.at(0.8)
      if (low <= truth && truth <= high) held++
      if (borrowed.enough.low <= enough && enough <= borrowed.enough.high) inside++
      width += Math.log(high / low) / Math.log(alone.at(0.8).high / alone.at(0.8).low) / sources
    }
    // 90 % within binomial error of 150 sources (three SDs)
    for (const count of [held, inside]) {
      expect(count / sources).toBeGreaterThan(0.82)
      expect(count / sources).toBeLessThan(0.98)
    }
    expect(width).toBeLessThan(0.95)
  })
})

describe('what a reading may be off', () => {
  const bare = estimateReflectance({ l: 88, a: 0.5, b: 10 })
  const dyed = estimateReflectance({ l: 60, a: 12, b: 40 })

  test('grows with the error of the colour, and is none for a sure one', () => {
    const [none, photo, eye] = [0, 1.5, 4].map((errorDe) => strengthErrorSd(dyed, bare, errorDe))
    expect(none).toBe(0)
    expect(photo).toBeGreaterThan(0.03)
    expect(eye! / photo!).toBeCloseTo(4 / 1.5, 1)
  })

  test('is what strengths read a step apart say', () => {
    const step = 1
    const [paler, darker] = [60 + step, 60 - step].map((l) =>
      strengthOver(estimateReflectance({ l, a: 12, b: 40 }), bare),
    )
    const sd = strengthErrorSd(dyed, bare, 2 * Math.sqrt(2 / Math.PI) * step)
    // scaling a spectrum changes its chroma a little too
    expect(sd / (Math.log(darker! / paler!) / 2)).toBeGreaterThan(0.65)
    expect(sd / (Math.log(darker! / paler!) / 2)).toBeLessThan(1.35)
  })

  test('of a piece that hardly took, is bounded; of one that took nothing, none', () => {
    const hardly = bare.map((value) => value * 0.995)
    expect(strengthErrorSd(hardly, bare, 4)).toBeLessThanOrEqual(0.6)
    expect(strengthErrorSd(bare, bare, 4)).toBe(0)
  })

  test('a curve of photos is surer than one of colours by eye', () => {
    const lab = { l: 60, a: 12, b: 40 }
    const swatch = (ratioDry: number, errorDe: number): JobSwatch => ({
      ratioDry,
      lot: `${ratioDry}`,
      errorDe,
      dyed: { reflectance: null, lab },
      bare: { reflectance: null, lab: { l: 88, a: 0.5, b: 10 } },
    })
    const width = (errorDe: number) => {
      const { ceiling } = curveOfJob({
        swatches: [0.2, 0.5, 0.9].map((ratio) => swatch(ratio, errorDe)),
        prior: { kind: 'leaf' },
      })
      return ceiling.high / ceiling.low
    }
    expect(width(1.5)).toBeLessThan(width(8))
  })
})
