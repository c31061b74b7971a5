import { describe, expect, test } from '@jest/globals'
import { DEPTH_STARTS, depthOf } from '../../../../core/colour/depth'
import type { PosteriorPoint } from '../../../../core/strength/posterior/observations'
import {
  outwards,
  strengthSentences,
  type StrengthFacts,
} from '../../../../core/strength/sentences'
import { askCurve } from '../../../../core/strength/estimate-at'
import type { EstimateFactor } from '../../../../core/strength/estimate-factor'
import { toldCeiling } from '../../../../core/strength/curve-job'
import { FEW_TRIALS } from '../../../../core/strength/trials'
import {
  LOG_CASES,
  LOGS_THAT_OCCUR,
  pointsOf,
  spanIn,
  type LogName,
} from '../../../fixtures/logs-that-occur'

/*
 * Every sentence of the Strength page, held against the core it stands on, over the logs that occur:
 * no claim is stronger than its interval.
 */
const weighed = { state: 'fresh', dryFraction: 0.18 }
const range = (points: PosteriorPoint[], ratio: number, more: Partial<StrengthFacts> = {}) => {
  const curve = askCurve(points, { kind: 'leaf' })
  const facts: StrengthFacts = {
    on: 'wool, Al',
    described: curve.described(),
    at: curve.at(ratio),
    weighed,
    steps: null,
    isScaleKnown: true,
    estimated: 0,
    lots: new Set(points.map(({ lot }) => lot)).size,
    years: points.length ? ['2024', '2026'] : null,
    turning: null,
    ceilingColour: null,
    donorCurve: null,
    ...more,
  }
  const byId = new Map(strengthSentences(facts).map(({ id, text }) => [id, text]))
  return { facts, byId, text: [...byId.values()].join(' ') }
}

/** What is told of a log beside its points. */
const MORE: Partial<Record<LogName, Partial<StrengthFacts>>> = {
  'estimated only': { estimated: 8, isScaleKnown: false },
}

describe('the sentences of a source', () => {
  test.each(LOG_CASES)(
    '%s, at %d : 1 dry: no claim is stronger than its interval',
    (name, ratio) => {
      const points = LOGS_THAT_OCCUR[name]
      const { facts, byId } = range(points, ratio, MORE[name])
      const { enough, ceiling, ceilingReached, trials } = facts.described
      const { share, doubling, strength, littleGain } = facts.at
      // at or outside the interval, never inside
      const [enoughLow, enoughHigh] = spanIn(byId.get('enough')?.split('(').at(-1)).map(
        (ratio) => ratio * weighed.dryFraction,
      ) as [number, number]
      expect(enoughLow).toBeLessThanOrEqual(enough.low)
      expect(enoughHigh).toBeGreaterThanOrEqual(enough.high)
      const [gainLow, gainHigh] = spanIn(byId.get('doubling'), ' %').map((value) => value / 100)
      expect(gainLow).toBeLessThanOrEqual(doubling.low + 1e-12)
      expect(gainHigh).toBeGreaterThanOrEqual(doubling.high - 1e-12)
      if (/of what this plant can do/.test(byId.get('share')!)) {
        expect(trials).toBeGreaterThanOrEqual(FEW_TRIALS)
        expect(ceilingReached && facts.isScaleKnown).toBe(true)
        const [low, high] = spanIn(byId.get('share')!.split('do (')[1], ' %').map((v) => v / 100)
        expect(low).toBeLessThanOrEqual(share.low)
        expect(high).toBeGreaterThanOrEqual(share.high)
      } else {
        const [low, high] = spanIn(byId.get('share')!.split('strength')[1])
        expect(low).toBeLessThanOrEqual(strength.low)
        expect(high).toBeGreaterThanOrEqual(strength.high)
        expect(byId.get('share')).toContain(depthOf(strength.low))
        expect(byId.get('share')).toContain(depthOf(strength.high))
        // a guessed scale has no plain depth word
        expect(byId.get('share')!.includes('likely about')).toBe(!facts.isScaleKnown)
      }
      expect(byId.has('thin')).toBe(points.length > 0 && trials < FEW_TRIALS)
      // a number for enough stands only where it lies within what was tried
      const tells = /^From .* on, twice/.test(byId.get('enough')!)
      expect(tells).toBe(points.length > 0 && !enough.beyondTried)
      if (/hardly helps/.test(byId.get('doubling')!))
        expect(littleGain).toBeGreaterThanOrEqual(0.95)
      if (/likely to add/.test(byId.get('doubling')!))
        expect(doubling.low).toBeGreaterThanOrEqual(0.1)
      if (/ceiling is/.test(byId.get('ceiling')!)) {
        expect(ceilingReached && facts.isScaleKnown).toBe(true)
        const [low, high] = spanIn(byId.get('ceiling'))
        expect(low).toBeLessThanOrEqual(ceiling.low)
        expect(high).toBeGreaterThanOrEqual(ceiling.high)
      }
    },
  )

  test('no swatch: typical, and said to be', () => {
    const { byId, text } = range([], 0.3)
    expect(byId.get('typical')).toMatch(/^Typical, not yours/)
    expect(byId.get('ceiling')).toMatch(/^Its kind usually ends/)
    expect(byId.get('from')).toBe('From no swatches.')
    expect(text).not.toMatch(/what this plant can do|hardly helps/)
  })

  test('one swatch: not enough yet; three: no such word', () => {
    expect(range(pointsOf(1), 0.3).byId.get('thin')).toMatch(/^Not enough swatches yet/)
    expect(range(pointsOf(3), 0.3).byId.has('thin')).toBe(false)
    expect(range(pointsOf(1), 0.3).byId.get('from')).toBe(
      'From 1 swatch in 1 lot, 2024 to 2026, all measured. Spans hold nine times in ten.',
    )
  })

  test('twenty: a share of the ceiling, in both ratios, with what doubling adds', () => {
    const { byId } = range(pointsOf(20), 0.54)
    expect(byId.get('share')).toMatch(
      /^On wool, Al, 3 : 1 fresh \(0\.54 : 1 dry\) gives \d\d % of what this plant can do \(\d\d to \d+ %\)\.$/,
    )
    expect(byId.get('doubling')).toMatch(/^Twice the plant/)
    expect(range(pointsOf(20), 2.5).byId.get('doubling')).toMatch(/more plant hardly helps/)
    expect(range(pointsOf(20), 0.05).byId.get('doubling')).toMatch(/is likely to add \d\d %/)
  })

  test('a ceiling that was not reached has no number', () => {
    const straight = [0.02, 0.03, 0.04, 0.05].map((ratio, i) => ({
      ratio,
      strength: 4 * ratio,
      lot: `l${i}`,
    }))
    const { byId, facts } = range(straight, 0.04)
    expect(facts.described.ceilingReached).toBe(false)
    expect(byId.get('ceiling')).toMatch(/not reached in what you tried/)
    expect(byId.get('share')).not.toMatch(/can do/)
  })

  test('the ceiling’s number stands by itself only where the scale is known, too', () => {
    const { described } = range(pointsOf(20), 0.3).facts
    const calibration: EstimateFactor = {
      factor: 1,
      n: 0,
      logSd: 0.1,
      sharedLogSd: 0.25,
      slopeSd: 0.08,
    }
    const told = (estimated: number, more: object = {}) =>
      toldCeiling({ ...described, calibration, estimated, ...more })
    expect(told(19)).toEqual(described.ceiling)
    expect(told(20)).toBeNull()
    expect(told(0, { ceilingReached: false })).toBeNull()
    // read both ways, in other swatches
    expect(told(20, { calibration: { ...calibration, n: 3 } })).toEqual(described.ceiling)
  })

  test('a source that never takes is said to, as sure as it is and no surer', () => {
    const nothing = Array.from({ length: 8 }, (_, i) => ({
      ratio: 0.2 * (i + 1),
      strength: 0.005,
      lot: `l${i}`,
    }))
    const { byId, facts } = range(nothing, 0.5)
    const [, sure] = /(\d+) % sure/.exec(byId.get('takesNothing')!)!
    expect(Number(sure) / 100).toBeLessThanOrEqual(1 - facts.described.uptakeProbability)
    expect(byId.has('enough')).toBe(false)
    expect(byId.get('from')).toMatch(/^From 8 swatches/)
  })

  test('what it leans on is named; estimates and dried lots are told apart', () => {
    const { byId } = range(pointsOf(3), 0.3, {
      donorCurve: { n: 9, on: 'silk, Al' },
      estimated: 2,
      weighed: { state: 'dried', dryFraction: 1 },
      years: ['2026', '2026'],
    })
    expect(byId.get('leans')).toBe('With so few here it leans on 9 swatches on silk, Al.')
    expect(byId.get('from')).toBe(
      'From 3 swatches in 3 lots, 2026, 2 estimated from colours (~). Spans hold nine times in ten.',
    )
    expect(byId.get('enough')).toMatch(/^From [\d.]+ : 1 dried on, twice the plant/)
  })

  test('spans are rounded outwards, and what is round stays', () => {
    expect([0.2949, 12.01, 0.29, 5].map((v) => outwards(v, Math.floor))).toEqual([
      0.29, 12, 0.29, 5,
    ])
    expect([0.2901, 12.01, 0.29, 5].map((v) => outwards(v, Math.ceil))).toEqual([0.3, 13, 0.29, 5])
    expect(outwards(0, Math.ceil)).toBe(0)
    expect(DEPTH_STARTS.full).toBe(1.2)
  })
})
