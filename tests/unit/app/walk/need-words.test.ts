import { describe, expect, test } from '@jest/globals'
import { depthWords, wantedWords, weighedRatio } from '../../../../app/features/walk/need-words'
import { DEPTH_STARTS } from '../../../../core/colour/depth'
import { gatherNeeded } from '../../../../core/harvest/gather-needed'
import { farFromTried, triedOf } from '../../../../core/strength/outside-tried'
import { curvePosterior } from '../../../../core/strength/posterior/posterior'
import { priorOf } from '../../../../core/strength/posterior/borrowed'
import { LOG_NAMES, LOGS_THAT_OCCUR } from '../../../fixtures/logs-that-occur'

/** What the walk says of a wish, held against the curve and the yields it stands on. */

const WANTED = ['pale', 'middling', 'full'] as const
const CASES = LOG_NAMES.flatMap((name) => WANTED.map((depth) => [name, depth] as const))
const weighed = { state: 'fresh', dryFraction: { value: 0.18 } }

describe('a wish on the walk', () => {
  test.each(CASES)('%s, %s: its ratio is what its curve asks', (name, depth) => {
    const points = LOGS_THAT_OCCUR[name]
    const posterior = curvePosterior(points, priorOf({ kind: 'leaf' }))
    const ratioDry = posterior.ratioFor(DEPTH_STARTS[depth], 0.8)?.mid ?? null
    const tried = triedOf(points)
    const text = depthWords({ forDepth: { depth, ratioDry, n: points.length, tried } }, weighed)
    expect(text).toContain(
      points.length === 0
        ? 'as is usual of its kind'
        : `by ${points.length} swatch${points.length === 1 ? '' : 'es'}`,
    )
    if (ratioDry === null) {
      expect(text).toMatch(/no amount is likely to come out/)
      expect(text).not.toMatch(/8 times in 10/)
      return
    }
    expect(text).toContain(`${depth} or deeper 8 times in 10 at`)
    const [, ratio] = /at ([\d.]+) : 1 fresh/.exec(text)!
    expect((Number(ratio) * 0.18) / ratioDry).toBeCloseTo(1, 1)
    expect(text.includes('a guess:')).toBe(farFromTried(ratioDry, tried) !== null)
  })

  test('without a wished depth nothing is said of one', () => {
    expect(depthWords({ forDepth: null }, weighed)).toBe('')
    expect(weighedRatio(0.36, weighed)).toBe('2 : 1 fresh')
    expect(weighedRatio(0.36, { ...weighed, state: 'dried' })).toBe('0.36 : 1 dried')
  })
})

describe('what is wanted still', () => {
  const dry = { value: 0.2, basis: 'typical', n: 0 } as const
  const wants = (wantedDryG: number) => ({
    wantedDryG,
    stockDryG: 0,
    toGatherG: gatherNeeded({ ratioDry: wantedDryG, fibreG: 1 }, { dry: { ...dry } }).gatherG,
  })
  const nothing = { state: 'fresh', netG: 0, dryG: 0 }

  test('has the span of how dry it will get', () => {
    const need = wants(100)
    const [, mid, low, high] = /^~([\d.]+) g \(([\d.]+) g to ([\d.]+) (?:g|kg)\)$/.exec(
      wantedWords(need, nothing)!,
    )!
    expect([Number(mid), Number(low)]).toEqual([500, expect.closeTo(need.toGatherG.low, -1)])
    expect(Number(high)).toBeGreaterThan(0)
  })

  test('less what is on the scale, fresh or dried already', () => {
    const need = wants(100)
    expect(wantedWords(need, { state: 'fresh', netG: 200, dryG: 40 })).toMatch(/^~300 g \(/)
    // 60 of 100 g are there: four parts in ten of the fresh plant are wanted
    expect(wantedWords(need, { state: 'dried', netG: 60, dryG: 60 })).toMatch(/^~200 g \(/)
    expect(wantedWords(need, { state: 'dried', netG: 100, dryG: 100 })).toBeNull()
    expect(wantedWords({ ...need, stockDryG: 99.8 }, nothing)).toBeNull()
  })
})
