import { describe, expect, test } from '@jest/globals'
import { TYPICAL_STRIP_YIELD } from '../../../../core/harvest/gather-needed'
import {
  liquorFor,
  piecesPerPot,
  plantForPlan,
  splitOverPlaces,
} from '../../../../core/plan/plant-for-plan'

describe('plant for a plan', () => {
  // 600 g at 0.75 : 1 dry is 450 g dry; 150 g lie in stock; 300 g dry at 27 % dry matter are
  // 1111.1 g of clean root; measured dryness is off by 5 %: times and over exp(1.645 * 0.05) = 1.0857
  test('600 g of wool in dock orange, by hand', () => {
    const plan = plantForPlan([{ fibreG: 600, ratioDry: 0.75 }], 150, {
      dry: { value: 0.27, basis: 'measured', n: 3 },
    })
    expect(plan.wantedDryG).toBeCloseTo(450, 9)
    expect(plan.missingDryG).toBeCloseTo(300, 9)
    expect(plan.gatherG!.mid).toBeCloseTo(1111.11, 2)
    expect(plan.gatherG!.low).toBeCloseTo(1111.11 / 1.0857, 0)
    expect(plan.gatherG!.high).toBeCloseTo(1111.11 * 1.0857, 0)
  })

  // 300 g dry at a typical 20 %, five parts of seven left by stripping: 300 / 0.2 / (5 / 7) = 2100 g;
  // both are off by a typical 35 %: exp(1.645 * sqrt(2) * 0.35) = 2.2577
  test('through stripping, whose spread adds to that of drying', () => {
    const { gatherG } = plantForPlan([{ fibreG: 300, ratioDry: 1 }], 0, {
      dry: { value: 0.2, basis: 'typical', n: 0 },
      strip: TYPICAL_STRIP_YIELD,
    })
    expect(gatherG!.mid).toBeCloseTo(2100, 6)
    expect(gatherG!.high / gatherG!.mid).toBeCloseTo(2.2577, 3)
  })

  test('what dyes in another’s liquor takes none of its own; what stock covers is not gathered', () => {
    const parts = [
      { fibreG: 300, ratioDry: 0.75 },
      { fibreG: 300, ratioDry: null },
    ]
    const dry = { value: 0.27, basis: 'measured' as const, n: 1 }
    expect(plantForPlan(parts, 0, { dry }).wantedDryG).toBeCloseTo(225, 9)
    expect(plantForPlan(parts, 225, { dry })).toMatchObject({ missingDryG: 0, gatherG: null })
    expect(() => plantForPlan([{ fibreG: -1, ratioDry: 1 }], 0, { dry })).toThrow(
      'fibreG must be above 0',
    )
  })

  test('is split over places, none over its allowance; what none bears is told', () => {
    const places = [
      { id: 'small', leftG: 400 },
      { id: 'large', leftG: 1200 },
      { id: 'over', leftG: -50 },
    ]
    expect(splitOverPlaces(1400, places)).toEqual({
      shares: [
        { id: 'large', massG: 1200 },
        { id: 'small', massG: 200 },
      ],
      shortG: 0,
    })
    expect(splitOverPlaces(1900, places).shortG).toBe(300)
    expect(splitOverPlaces(1900, [...places, { id: 'free', leftG: null }])).toEqual({
      shares: [{ id: 'free', massG: 1900 }],
      shortG: 0,
    })
  })

  test('whole pieces are shared evenly over as many pots as the vessel needs', () => {
    // 16 L at 30 L/kg take 533 g: five pieces of 100 g, one of 300 g, none of 600 g
    expect(piecesPerPot(6, 100, 16, 30)).toEqual([3, 3])
    expect(piecesPerPot(7, 100, 16, 30)).toEqual([3, 4])
    expect(piecesPerPot(5, 100, 16, 30)).toEqual([5])
    expect(piecesPerPot(2, 300, 16, 30)).toEqual([1, 1])
    expect(piecesPerPot(1, 600, 16, 30)).toEqual([1])
    expect(piecesPerPot(0, 600, 16, 30)).toEqual([])
    expect(liquorFor(600, 30)).toBeCloseTo(18, 9)
    expect(() => piecesPerPot(6, 100, 0, 30)).toThrow('roomL must be above 0')
  })
})
