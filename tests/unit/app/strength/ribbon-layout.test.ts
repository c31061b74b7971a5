import { describe, expect, test } from '@jest/globals'
import { enoughWordPlace, ribbonTicks } from '../../../../app/features/strength/ribbon-layout'
import { RIBBON_RANGE, ribbonScale } from '../../../../app/features/strength/ribbon-paint'

describe('ticks of a ribbon', () => {
  test.each([240, 330, 680, 940])('have room for their words, %i px wide', (width) => {
    const ticks = ribbonTicks(ribbonScale(width), 0.2)
    expect(ticks.length).toBeGreaterThan(2)
    ticks.slice(1).forEach(({ x }, i) => expect(x - ticks[i]!.x).toBeGreaterThanOrEqual(46))
  })

  test('tell ratios as weighed, where their dry ones lie', () => {
    const x = ribbonScale(680)
    for (const { weighed, x: at } of ribbonTicks(x, 0.25)) {
      expect(at).toBeCloseTo(x(weighed * 0.25))
      expect(weighed * 0.25).toBeGreaterThanOrEqual(RIBBON_RANGE[0])
      expect(weighed * 0.25).toBeLessThanOrEqual(RIBBON_RANGE[1])
    }
  })
})

describe('the word "enough"', () => {
  test.each([
    ['over its tick', 300, 100, { 'text-anchor': 'middle' }],
    ['left of a marker that is near on its right', 300, 310, { 'text-anchor': 'end', x: -14 }],
    ['right of a marker that is near on its left', 300, 290, { 'text-anchor': 'start', x: 14 }],
    ['left of its tick at the right end', 670, 100, { 'text-anchor': 'end', x: 0 }],
    ['left of both at the right end', 670, 660, { 'text-anchor': 'end', x: -24 }],
  ])('stands %s', (_, enoughX, markerX, place) => {
    expect(enoughWordPlace(enoughX, markerX, 680)).toEqual(place)
  })
})
