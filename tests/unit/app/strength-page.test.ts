import { describe, expect, test } from '@jest/globals'
import { bandAt } from '../../../core/strength/posterior/band-at'
import { placedPoints } from '../../../app/features/strength/placed-points'
import {
  expectedHex,
  laneOf,
  ribbonScale,
  ribbonStops,
} from '../../../app/features/strength/ribbon-paint'
import {
  groupWords,
  EXCLUSION_WORDS,
  percentText,
  whyNoneCounts,
} from '../../../app/features/strength/words'
import { curveOf, point } from '../../fixtures/curve-view'

const curve = curveOf([0.1, 0.4, 1])

describe('the ribbon’s paint', () => {
  const x = ribbonScale(960)

  test('is sure where swatches were tried and fades to haze beyond', () => {
    const stops = ribbonStops(curve, x)
    expect(stops).toHaveLength(49)
    const at = (ratio: number) =>
      stops.reduce((a, b) =>
        Math.abs(b.at - x(ratio) / 9.6) < Math.abs(a.at - x(ratio) / 9.6) ? b : a,
      )
    expect(at(0.3).known).toBe(1)
    expect(at(0.05).known).toBeGreaterThan(0)
    expect(at(0.05).known).toBeLessThan(1)
    expect(at(0.021).known).toBe(0)
    expect(stops.every(({ hex }) => /^#[0-9a-f]{6}$/.test(hex))).toBe(true)
  })

  test('is blank without a swatch that tells the hue', () => {
    expect(ribbonStops(null, x)).toEqual([])
    expect(ribbonStops(curveOf([]), x)).toEqual([])
    expect(expectedHex(curveOf([]), 0.5)).toBeNull()
    expect(expectedHex(null, 0.5)).toBeNull()
  })

  test('more plant is never painted paler', () => {
    const blues = [0.05, 0.2, 0.8].map((r) => parseInt(expectedHex(curve, r)!.slice(5), 16))
    expect(blues[0]!).toBeGreaterThan(blues[1]!)
    expect(blues[1]!).toBeGreaterThan(blues[2]!)
  })

  test('chips at one ratio stand in lanes of their own', () => {
    expect(laneOf([100, 100, 100], 20, 3)).toEqual([0, 1, 2])
    expect(laneOf([0, 50, 100], 20, 3)).toEqual([0, 0, 0])
    expect(laneOf([105, 100], 20, 3)).toEqual([1, 0])
    // more than there are lanes: the least covered one is shared
    expect(new Set(laneOf([1, 1, 1, 1], 20, 3)).size).toBe(3)
  })
})

describe('points and bands', () => {
  test('what has no ratio or no strength is not placed; a strength stands as the server told it', () => {
    const placed = placedPoints([
      point(0.1),
      point(0.4, { basis: 'estimated', strength: 1.1 }),
      point(1, { ratioDry: null }),
      point(2, { strength: null }),
    ])
    expect(placed.map(({ strength }) => strength)).toEqual([1, 1.1])
  })

  test('between two points of the band it runs straight on both logarithms', () => {
    const { band } = curve.answer
    const [a, b] = [band[4]!, band[5]!]
    const middle = bandAt(band, Math.sqrt(a.ratio * b.ratio))
    expect(middle.mid).toBeCloseTo(Math.sqrt(a.mid * b.mid), 10)
    expect(bandAt(band, band[0]!.ratio / 2).mid).toBeCloseTo(band[0]!.mid / 2, 10)
    expect(bandAt(band, 100).mid).toBe(band.at(-1)!.mid)
  })
})

describe('words of a curve', () => {
  const kind = {
    fibreClass: 'wool',
    mordant: 'Al',
    phBand: 'asItCame',
    way: 'simmer',
    stuff: 'asUsual',
  } as const

  test('say what its swatches have in common; simmering goes without a word', () => {
    expect(groupWords(kind)).toBe('wool, Al')
    expect(groupWords({ ...kind, mordant: 'none', phBand: 'alkaline', fibreClass: 'silk' })).toBe(
      'silk, no mordant, alkaline bath',
    )
    expect(groupWords({ ...kind, way: 'coldSteep' })).toBe('wool, Al, cold steep')
  })

  test('say why a swatch is not counted, and shares', () => {
    for (const words of Object.values(EXCLUSION_WORDS)) expect(words).toMatch(/^[a-z][^.]+$/)
    expect([0.124, 0.004, 0].map(percentText)).toEqual(['12 %', 'under 1 %', 'nothing'])
  })
})

test('swatches none of which counts say why, and what would make them', () => {
  const point = (code: string, exclusion: 'ratioUnknown' | 'laterBath' | null) => ({
    swatchId: code,
    code,
    exclusion,
  })
  expect(
    whyNoneCounts([
      point('S1', 'laterBath'),
      point('S2', 'ratioUnknown'),
      point('S3', 'ratioUnknown'),
    ]),
  ).toEqual([
    {
      swatchId: 'S2',
      words: 'S2, S3: its ratio is not known; tell plant and fibre with Correct on its pot',
    },
    { swatchId: 'S1', words: 'S1: it was dyed in what an earlier bath left' },
  ])
  expect(whyNoneCounts([point('S4', null)])).toEqual([])
  const many = ['S1', 'S2', 'S3', 'S4', 'S5'].map((code) => point(code, 'laterBath'))
  expect(whyNoneCounts(many)[0]!.words).toMatch(/^S1, S2, S3 and 2 more: it was/)
})
