import { describe, expect, test } from '@jest/globals'
import { randomLcg, randomNormal } from 'd3-random'
import { strengthOfBath } from '../../../../core/strength/baths-in-a-row'
import {
  bathsWorthwhile,
  laterBaths,
  leftErrorSd,
  usualTaken,
} from '../../../../core/strength/later-baths'
import { priorFor } from '../../../../core/strength/posterior/priors'
import { curvePosterior } from '../../../../core/strength/posterior/posterior'
import { strengthAt, type SaturationCurve } from '../../../../core/strength/saturation'
import { weightedQuantile } from '../../../../core/strength/weighted-quantile'
import { holds, sourceSimulator } from '../../../fixtures/simulate-source'

const LEAF = { kind: 'leaf' } as const
const curve: SaturationCurve = { model: 'exponential', ceiling: 2, scale: 0.5 }
const firsts = [0.1, 0.2, 0.4, 0.8, 1.2].map((ratio, i) => ({
  ratio,
  strength: strengthAt(curve, ratio),
  lot: `lot ${i}`,
}))
const rowOf = (taken: number, baths: readonly number[], factor = 1, row = 'a') =>
  baths.map((bath) => ({
    bath,
    strength: factor * strengthOfBath(curve, 1, taken, bath),
    ratioDry: 1,
    row,
    lot: row,
  }))

describe('the share that each bath takes', () => {
  test('is found from what later baths gave', () => {
    const { mid, low, high, n } = laterBaths(firsts, LEAF, rowOf(0.45, [2, 3, 4])).taken
    expect(Math.abs(mid - 0.45)).toBeLessThan(0.07)
    expect(low).toBeLessThan(0.45)
    expect(high).toBeGreaterThan(0.45)
    expect(n).toBe(3)
  })

  test('without any is what is usual', () => {
    expect(laterBaths(firsts, LEAF, []).taken).toEqual({ ...usualTaken(), n: 0 })
    expect(usualTaken().high - usualTaken().low).toBeGreaterThan(0.4)
  })

  test('a weak lot is not taken for a bath that took much: its first bath says what it was', () => {
    const weak = rowOf(0.45, [2, 3], 0.6, 'weak')
    const own = [0.3, 1].map((ratio) => ({
      ratio,
      strength: 0.6 * strengthAt(curve, ratio),
      lot: 'weak',
    }))
    const known = laterBaths([...firsts, ...own], LEAF, weak).taken
    const unknown = laterBaths(firsts, LEAF, weak).taken
    expect(Math.abs(known.mid - 0.45)).toBeLessThan(Math.abs(unknown.mid - 0.45))
  })

  test('a charge that was only counted tells less of the share', () => {
    const weighed = rowOf(0.45, [2, 3])
    const counted = weighed.map((each) => ({ ...each, ratioErrorSd: 0.35 }))
    const [sure, unsure] = [weighed, counted].map((baths) => laterBaths(firsts, LEAF, baths).taken)
    expect(unsure!.high - unsure!.low).toBeGreaterThan(sure!.high - sure!.low)
  })

  test('a bath that can hardly be told from bare fibre says that much was taken, not how much', () => {
    const none = { bath: 3, strength: 0, ratioDry: 1, row: 'a' }
    const { mid, high } = laterBaths(firsts, LEAF, [none]).taken
    expect(mid).toBeGreaterThan(usualTaken().mid)
    expect(high).toBeLessThan(1)
  })

  test('a first bath, half a bath and no ratio are refused by name', () => {
    const with2 = (change: object) => [{ ...rowOf(0.5, [2])[0]!, ...change }]
    expect(() => laterBaths(firsts, LEAF, with2({ bath: 1 }))).toThrow(
      'bath must be a whole number of 2 or more; got 1',
    )
    expect(() => laterBaths(firsts, LEAF, with2({ bath: 2.5 }))).toThrow('got 2.5')
    expect(() => laterBaths(firsts, LEAF, with2({ ratioDry: 0 }))).toThrow(
      'ratioDry must be above 0',
    )
  })
})

describe('what later baths are to give', () => {
  test('the first bath is the curve’s own next piece, and later ones are less sure', () => {
    const prior = priorFor(LEAF)
    const baths = laterBaths(firsts, LEAF, []).expected(1, 3)
    const { piece } = curvePosterior(firsts, prior).at(1)
    expect(baths.map(({ bath }) => bath)).toEqual([1, 2, 3])
    expect(Math.abs(Math.log(baths[0]!.low / piece.low))).toBeLessThan(0.03)
    expect(Math.abs(Math.log(baths[0]!.high / piece.high))).toBeLessThan(0.03)
    const widths = baths.map(({ low, high }) => Math.log(high / low))
    expect(widths[1]!).toBeGreaterThan(widths[0]!)
    expect(widths[2]!).toBeGreaterThan(widths[1]!)
  })

  test.each([
    [3, 0.13],
    [8, 0.29],
  ])('after %d swatches and one later bath its interval holds nine times in ten', (n, seed) => {
    const simulate = sourceSimulator(priorFor(LEAF), seed)
    const normal = randomNormal.source(randomLcg(seed + 0.5))(0, 1)
    const SETS = 80
    let held = 0
    for (let k = 0; k < SETS; k++) {
      const { points, bathsInARow } = simulate(n)
      const taken = 1 / (1 + Math.exp(-(0.4 + 0.9 * normal())))
      const [, second] = bathsInARow(0.8, taken, 2, 'lot')
      const [, , third] = bathsInARow(0.8, taken, 3, 'newLot')
      const row = { bath: 2, strength: second!, ratioDry: 0.8, row: 'a', lot: '0' }
      const [, , expected] = laterBaths(points, LEAF, [row]).expected(0.8, 3)
      held += Number(holds(expected!, third!))
    }
    expect(held / SETS).toBeGreaterThan(0.83)
    expect(held / SETS).toBeLessThan(0.97)
  })

  test('how many are worth lighting: likely, at the least and at the most', () => {
    const bath = (n: number, mid: number) => ({
      bath: n,
      ratioDry: 1,
      mid,
      low: mid / 2,
      high: mid * 2,
    })
    const row = [1.6, 0.9, 0.6, 0.3, 0.1].map((mid, i) => bath(i + 1, mid))
    expect(bathsWorthwhile(row, 0.5)).toEqual({ mid: 3, low: 1, high: 4 })
    expect(bathsWorthwhile(row, 5)).toEqual({ mid: 0, low: 0, high: 0 })
    expect(bathsWorthwhile(row, 0.01)).toEqual({ mid: 5, low: 5, high: 5 })
  })

  test('the ratio that is left is as unsure as the share, and more with each bath', () => {
    expect(leftErrorSd(usualTaken(), 1)).toBe(0)
    expect(leftErrorSd(usualTaken(), 3)).toBeCloseTo(2 * leftErrorSd(usualTaken(), 2), 12)
    expect(leftErrorSd({ mid: 0.5, low: 0.5, high: 0.5, n: 9 }, 3)).toBe(0)
  })
})

test('quantiles count values by their weights', () => {
  const values = Float64Array.from([3, 1, 2])
  expect(weightedQuantile(values, [1, 1, 8], [0.05, 0.5, 0.95])).toEqual([1, 2, 3])
  expect(weightedQuantile(values, [0, 0, 1], [0.01, 0.5, 1])).toEqual([2, 2, 2])
})
