import { describe, expect, test } from '@jest/globals'
import { fadingOfNext, fadingOfStrip, type FadingStrip } from '../../../../core/fastness/fading'
import { halfLife, halfLifeQuantiles, leftAfter } from '../../../../core/fastness/half-life'
import { usualFading } from '../../../../core/fastness/usual'
import type { FadingStage } from '../../../../core/fastness/strip'
import { seenStage } from '../../../../core/fastness/strip'
import { fadingWorlds } from '../../../fixtures/fading-worlds'

const PRIOR = usualFading('light', 'unknown')
const look = (dose: number, left: number, sd = 0.03): FadingStage => ({
  dose,
  left,
  relativeSd: sd,
  absoluteSd: 0.02,
  beforeSd: 0,
})
const stripOf = (stages: FadingStage[], doseLogSd = 0): FadingStrip => ({
  stages,
  doseLogSd,
  setKey: null,
})
const half = (h: number) => (dose: number) => 2 ** -(dose / h)

describe('fading of one strip', () => {
  test('finds the half-life of a first-order fading, closer with each look', () => {
    const left = half(90)
    const wide = [1, 2, 4, 8].map((n) => {
      const stages = Array.from({ length: n }, (_, i) =>
        look((240 * (i + 1)) / n, left((240 * (i + 1)) / n)),
      )
      const [low, mid, high] = halfLifeQuantiles(
        fadingOfStrip(stripOf(stages), PRIOR),
        [0.05, 0.5, 0.95],
      )
      expect(low).toBeLessThan(90)
      // one look at a piece nearly gone tells little of its half
      expect(high).toBeGreaterThan(n > 1 ? 85 : 60)
      if (n > 1) expect(mid! / 90).toBeCloseTo(1, 0)
      return Math.log(high! / low!)
    })
    expect(wide[3]).toBeLessThan(wide[1]!)
    expect(wide[1]).toBeLessThan(wide[0]!)
  })

  test('agrees with an importance sample drawn for this test', () => {
    // the same model in the open: half-times, shares and shapes drawn from the prior, weighed by the looks
    const stages = [look(60, 0.66, 0.06), look(150, 0.4, 0.06)]
    const { normal, between } = fadingWorlds(0.71)
    const stays = [0, 0.07, 0.15, 0.25, 0.35, 0.45, 0.55, 0.67, 0.8]
    const parts = [0.34, 0.14, 0.12, 0.1, 0.08, 0.07, 0.06, 0.05, 0.04]
    const shapes = [0.55, 0.75, 1, 1.3, 1.7, 2.2]
    const draws = Array.from({ length: 60_000 }, () => {
      const h = PRIOR.halfTime * Math.exp(PRIOR.logSd * normal())
      let u = between(0, 1)
      const f = stays[parts.findIndex((part) => (u -= part) <= 0)] ?? 0
      const shape = shapes[Math.floor(between(0, 6))]!
      const logWeight = stages.reduce(
        (sum, { dose, left: seen, relativeSd, absoluteSd }) => {
          const expected = f + (1 - f) * Math.exp(-Math.LN2 * (dose / h) ** shape)
          const variance = (relativeSd * expected) ** 2 + absoluteSd ** 2 + 1e-6
          return (
            sum - 0.5 * Math.log(variance) - 3 * Math.log1p((seen - expected) ** 2 / variance / 5)
          )
        },
        -0.5 * (Math.log(shape) / 0.45) ** 2,
      )
      const is = f >= 0.5 ? Infinity : h * (-Math.log2((0.5 - f) / (1 - f))) ** (1 / shape)
      return { is, weight: Math.exp(logWeight) }
    }).sort((a, b) => a.is - b.is)
    const total = draws.reduce((sum, { weight }) => sum + weight, 0)
    const sampled = [0.05, 0.5, 0.95].map((share) => {
      let passed = 0
      return draws.find(({ weight }) => (passed += weight) >= share * total)!.is
    })
    const told = halfLifeQuantiles(fadingOfStrip(stripOf(stages), PRIOR), [0.05, 0.5, 0.95])
    expect(told[1]! / sampled[1]!).toBeCloseTo(1, 1)
    expect(Math.abs(Math.log(told[0]! / sampled[0]!))).toBeLessThan(0.12)
    expect(Math.abs(Math.log(told[2]! / sampled[2]!))).toBeLessThan(0.12)
  })

  test('never claims of one look what it cannot have', () => {
    // hardly changed: only that it holds so long
    const calm = halfLife(fadingOfStrip(stripOf([look(50, 0.98)]), PRIOR))
    expect(calm).toMatchObject({ kind: 'atLeast' })
    if (calm.kind === 'atLeast') expect(calm.low).toBeLessThanOrEqual(200)
    // all gone: only that it went by then
    expect(halfLife(fadingOfStrip(stripOf([look(100, 0.02)]), PRIOR))).toMatchObject({
      kind: expect.stringMatching(/atMost|between/),
    })
    expect(halfLife(fadingOfStrip(stripOf([]), PRIOR))).toEqual({ kind: 'untold' })
    const { world, strip } = fadingWorlds(0.37)
    for (let i = 0; i < 60; i++) {
      const seen = strip(world('firstOrder', 1500), { looks: 1, farthest: 30 })
      const told = halfLife(fadingOfStrip(seen, PRIOR))
      if (told.kind === 'between') expect(told.high).toBeLessThanOrEqual(120)
      if (told.kind === 'atLeast') expect(told.low).toBeLessThanOrEqual(120)
    }
  })

  test('tells a share that stays as no half-life at all', () => {
    const stages = [30, 100, 300, 900].map((dose) =>
      look(dose, 0.72 + 0.28 * half(25)(dose), 0.015),
    )
    const fading = fadingOfStrip(stripOf(stages), PRIOR)
    expect(halfLife(fading).kind).toBe('atLeast')
    expect(leftAfter(fading, 1500).mid).toBeGreaterThan(0.65)
  })

  test('is no surer of hours than their reckoning is', () => {
    const stages = [40, 90, 200].map((dose) => look(dose, half(90)(dose)))
    const width = (doseLogSd: number) => {
      const [low, high] = halfLifeQuantiles(
        fadingOfStrip(stripOf(stages, doseLogSd), PRIOR),
        [0.05, 0.95],
      )
      return Math.log(high! / low!)
    }
    expect(width(0.5)).toBeGreaterThan(2 * 1.64 * 0.45)
    expect(width(0)).toBeLessThan(width(0.25))
  })

  test('lets one reading of before err in all looks alike', () => {
    const stages = [40, 90, 200].map((dose) => ({ ...look(dose, half(90)(dose)), beforeSd: 0.2 }))
    const [own, shared] = [0, 0.2].map((beforeSd) => {
      const of = stages.map((stage) => ({ ...stage, beforeSd }))
      const [low, high] = halfLifeQuantiles(fadingOfStrip(stripOf(of), PRIOR), [0.05, 0.95])
      return Math.log(high! / low!)
    })
    expect(shared).toBeGreaterThan(1.1 * own!)
  })

  test('takes a word for a colour, as widely as words go', () => {
    const fading = fadingOfStrip(stripOf([seenStage(60, 'plain'), seenStage(150, 'half')]), PRIOR)
    const [low, high] = halfLifeQuantiles(fading, [0.05, 0.95])
    expect(low).toBeLessThan(150)
    expect(high).toBeGreaterThan(150)
    expect(high! / low!).toBeGreaterThan(2)
  })

  test('says what is left, and when that is a guess', () => {
    const fading = fadingOfStrip(
      stripOf([40, 90, 200].map((dose) => look(dose, half(90)(dose)))),
      PRIOR,
    )
    const near = leftAfter(fading, 90)
    expect(near.mid).toBeCloseTo(0.5, 1)
    expect(near.isBeyond).toBe(false)
    const far = leftAfter(fading, 5000)
    expect(far.isBeyond).toBe(true)
    expect(leftAfter(fading, 90, 0.4).high).toBeGreaterThan(near.high)
    expect(leftAfter(fading, 0).mid).toBe(1)
  })

  test('refuses a prior without a half-time', () => {
    expect(() => fadingOfStrip(stripOf([]), { halfTime: 0, logSd: 1 })).toThrow('halfTime must be')
  })
})

describe('fading of the next piece', () => {
  test('is wider than that of a strip, and narrows with more of them', () => {
    const strips = (n: number) =>
      Array.from({ length: n }, () =>
        stripOf([40, 90, 200].map((dose) => look(dose, half(90)(dose)))),
      )
    const width = (fading: ReturnType<typeof fadingOfStrip>) => {
      const [low, high] = halfLifeQuantiles(fading, [0.05, 0.95])
      return Math.log(high! / low!)
    }
    const [one, next, four] = [
      width(fadingOfStrip(strips(1)[0]!, PRIOR)),
      width(fadingOfNext(strips(1), PRIOR)),
      width(fadingOfNext(strips(4), PRIOR)),
    ]
    expect(next).toBeGreaterThan(one)
    expect(four).toBeLessThan(next)
  })

  test('does not take one window for many: what its hours are off stays', () => {
    const many = (setKey: string | null) =>
      Array.from({ length: 8 }, () => ({
        ...stripOf(
          [40, 90, 200].map((dose) => look(dose, half(90)(dose))),
          0.5,
        ),
        setKey,
      }))
    const width = (setKey: string | null) => {
      const [low, high] = halfLifeQuantiles(fadingOfNext(many(setKey), PRIOR), [0.05, 0.95])
      return Math.log(high! / low!)
    }
    expect(width('window')).toBeGreaterThan(1.3 * width(null))
  })

  test('is what is usual where nothing hung yet', () => {
    const [low, mid] = halfLifeQuantiles(
      fadingOfNext([], usualFading('light', 'poor')),
      [0.05, 0.5],
    )
    expect(low).toBeLessThan(30)
    expect(mid).toBeGreaterThan(40)
    expect(halfLife(fadingOfNext([], PRIOR))).toEqual({ kind: 'untold' })
  })
})
