import { describe, expect, test } from '@jest/globals'
import { randomGamma, randomLcg, randomNormal } from 'd3-random'
import { drawLots } from '../../../../core/trial/draw-lots'
import { chanceToSee, timesSeen, type TrialShape } from '../../../../core/trial/power'
import { trialAnswer } from '../../../../core/trial/trial-answer'

/** Two levels with so many pieces each. */
const two = (each: number): TrialShape => ({ places: [0, 1], each, isSlope: false })
/** The SD is what it is, and the answer stands on the trial's own pieces alone. */
const known = { sdLog: 1, df: null, logSd: 0 }

describe('what a trial would show', () => {
  // Cohen, Statistical Power Analysis for the Behavioral Sciences (1988), table 2.4.1: pieces for
  // 80 % and 90 %, two-sided at 5 %, two independent means (figures from memory)
  test.each([
    [0.2, 393, 0.8],
    [0.5, 64, 0.8],
    [0.8, 26, 0.8],
    [1, 17, 0.8],
    [0.5, 86, 0.9],
    [0.8, 34, 0.9],
  ])('as Cohen has it: d = %d wants %i pieces for %d', (d, each, chance) => {
    expect(chanceToSee(two(each), known, Math.exp(d))).toBeGreaterThan(chance - 0.002)
    expect(chanceToSee(two(each - 1), known, Math.exp(d))).toBeLessThan(chance + 0.002)
  })

  test('nothing where nothing tells how far luck goes, and no more than the false claims where nothing differs', () => {
    const typical = { sdLog: 0.2, df: null }
    expect(chanceToSee(two(1), typical, 5)).toBe(0)
    expect(timesSeen(two(1), typical)).toBeNull()
    expect(chanceToSee(two(3), typical, 1)).toBeCloseTo(0.05, 2)
    expect(timesSeen(two(1), { sdLog: 0.2, df: 6 })).toBeGreaterThan(1.5)
  })

  test('more pieces and closer repeats show less', () => {
    const seen = (each: number, sdLog: number) => timesSeen(two(each), { sdLog, df: 10 })!
    expect(seen(4, 0.2)).toBeLessThan(seen(2, 0.2))
    expect(seen(3, 0.1)).toBeLessThan(seen(3, 0.2))
    // of several levels, any of which luck may lift, a little more is wanted
    const four = { places: [0, 1, 1, 1], each: 3, isSlope: false }
    expect(timesSeen(four, { sdLog: 0.1, df: 10 })).toBeGreaterThan(seen(3, 0.1))
  })

  test.each([
    ['two levels, repeats before', { ...two(3) }, 5],
    ['two levels, few repeats', { ...two(2) }, 3],
    ['four levels', { places: [0, 1, 1, 1], each: 2, isSlope: false }, 6],
    ['five ratios', { places: [-3, -2, -1, 0, 1], each: 1, isSlope: true }, 4],
  ])('what it is said to show 8 times in 10, it shows: %s', (_, shape, df) => {
    const random = randomLcg(0.27)
    const normal = randomNormal.source(random)(0, 1)
    const chiSquare = 2
    const RUNS = 1500
    let seen = 0
    for (let run = 0; run < RUNS; run++) {
      // the true SD as it is believed to be after such repeats: scaled inverse chi-square
      const repeatSd = 0.15
      const sd = repeatSd * Math.sqrt(df / (chiSquare * randomGamma.source(random)(df / 2)()))
      const spread = { sdLog: repeatSd, df }
      const times = promised(shape, spread)
      const read = shape.places.map((place) =>
        Array.from({ length: shape.each }, () => Math.exp(place * Math.log(times) + sd * normal())),
      )
      const { against, doubling } = trialAnswer(read, shape, spread)
      if ((doubling ?? against!.at(-1)!).isSure) seen++
    }
    expect(seen / RUNS).toBeGreaterThan(0.77)
    expect(seen / RUNS).toBeLessThan(0.83)
  })
})

const kept = new Map<string, number>()
function promised(shape: TrialShape, spread: { sdLog: number; df: number }): number {
  const key = JSON.stringify([shape, spread])
  const times = kept.get(key) ?? timesSeen(shape, spread)!
  kept.set(key, times)
  return times
}

describe('the answer of a trial', () => {
  const none = { sdLog: 0.2, df: null }

  // Fisher, Statistical Methods for Research Workers: Student's sleep data as two groups, pooled t =
  // -1.861, 18 df, p 0.079, 95 % -3.364 to 0.204, as R's t.test(var.equal = TRUE) prints it (from memory)
  test('is the pooled t of two groups', () => {
    const first = [0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0, 2]
    const second = [1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4]
    const { against, df } = trialAnswer(
      [second.map(Math.exp), first.map(Math.exp)],
      { places: [0, 1], isSlope: false },
      none,
    )
    expect(df).toBe(18)
    expect(Math.log(against![0]!.low!)).toBeCloseTo(-3.364, 3)
    expect(Math.log(against![0]!.high!)).toBeCloseTo(0.204, 3)
    expect(against![0]!.isSure).toBe(false)
  })

  test('has no interval from one piece each, until repeats tell how far luck goes', () => {
    const shape = { places: [0, 1], isSlope: false }
    expect(trialAnswer([[1], [2]], shape, none).against).toEqual([
      { mid: 2, low: null, high: null, isSure: false },
    ])
    const { against } = trialAnswer([[1], [2]], shape, { sdLog: 0.1, df: 8 })
    expect(against![0]!.low).toBeGreaterThan(1.3)
    expect(against![0]!.isSure).toBe(true)
  })

  test('waits for a level that was not read, and goes along with what was', () => {
    const answer = trialAnswer([[1, 1.1], [2], []], { places: [0, 1, 1], isSlope: false }, none)
    expect(answer).toMatchObject({ read: [2, 1, 0], against: null, doubling: null })
    expect(answer.strengths[2]).toBeNull()
    const ratios = trialAnswer([[1], [1.5], []], { places: [-1, 0, 1], isSlope: true }, none)
    expect(ratios.doubling!.mid).toBeCloseTo(1.5, 10)
  })

  test('holds the truth 95 times in 100', () => {
    const random = randomLcg(0.61)
    const normal = randomNormal.source(random)(0, 0.2)
    const RUNS = 2000
    let held = 0
    for (let run = 0; run < RUNS; run++) {
      const read = [0, Math.log(1.4)].map((level) =>
        Array.from({ length: 3 }, () => Math.exp(level + normal())),
      )
      const { low, high } = trialAnswer(read, { places: [0, 1], isSlope: false }, none).against![0]!
      if (low! <= 1.4 && 1.4 <= high!) held++
    }
    expect(held / RUNS).toBeGreaterThan(0.935)
    expect(held / RUNS).toBeLessThan(0.965)
  })
})

describe('lots that are drawn', () => {
  test('give each level alike many, the same for one seed and others for another', () => {
    const drawn = drawLots(3, 4, 4711)
    expect(drawn.toSorted()).toEqual([0, 0, 0, 0, 1, 1, 1, 1, 2, 2, 2, 2])
    expect(drawLots(3, 4, 4711)).toEqual(drawn)
    const orders = new Set(Array.from({ length: 50 }, (_, i) => drawLots(2, 3, i).join('')))
    // of twenty orders nearly all come up
    expect(orders.size).toBeGreaterThan(14)
  })

  test('favour no level at any place', () => {
    const RUNS = 2000
    const firsts = Array.from({ length: RUNS }, (_, i) => drawLots(2, 3, i).slice(0, 2))
    const share = (of: (draw: number[]) => boolean) => firsts.filter(of).length / RUNS
    expect(share(([first]) => first === 0)).toBeCloseTo(0.5, 1)
    // both of the first two on one level: 2 of 5
    expect(share(([first, second]) => first === second)).toBeCloseTo(0.4, 1)
  })

  test.each([
    [0, 2],
    [2, 0],
    [1.5, 2],
  ])('refuse %d levels of %d', (levels, each) =>
    expect(() => drawLots(levels, each, 1)).toThrow('must be 1 or more'),
  )
})
