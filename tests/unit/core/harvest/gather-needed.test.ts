import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { allowance } from '../../../../core/harvest/allowance'
import {
  fibreDyed,
  gatherNeeded,
  TYPICAL_STRIP_YIELD,
  type Yield,
} from '../../../../core/harvest/gather-needed'
import { pickingRate } from '../../../../core/harvest/picking-rate'

const measured = (value: number): Yield => ({ value, basis: 'measured', n: 1 })

describe('how much to gather', () => {
  test('3 : 1 fresh at 18 % dry matter is 300 g clean for 100 g', () => {
    const { dryG, cleanG, basis } = gatherNeeded(
      { ratioDry: 0.54, fibreG: 100 },
      { dry: measured(0.18) },
    )
    expect(dryG).toBeCloseTo(54, 10)
    expect(cleanG.mid).toBeCloseTo(300, 10)
    expect(basis).toBe('measured')
  })

  test('back through stripping: seven become five (common practice, no source)', () => {
    const { cleanG, gatherG, basis } = gatherNeeded(
      { ratioDry: 0.54, fibreG: 100 },
      { dry: measured(0.18), strip: TYPICAL_STRIP_YIELD },
    )
    expect(gatherG.mid).toBeCloseTo((cleanG.mid * 7) / 5, 8)
    expect(basis).toBe('typical')
    // an unweighed yield widens the answer
    expect(gatherG.high / gatherG.low).toBeGreaterThan(cleanG.high / cleanG.low)
  })

  test('gathering what is needed gives the ratio back', () => {
    const share = fc.double({ min: 0.05, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 10, noNaN: true }),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        share,
        share,
        (ratioDry, fibreG, dry, strip) => {
          const { gatherG } = gatherNeeded(
            { ratioDry, fibreG },
            { dry: measured(dry), strip: measured(strip) },
          )
          expect((gatherG.mid * strip * dry) / fibreG / ratioDry).toBeCloseTo(1, 9)
          expect(fibreDyed(gatherG.mid * strip * dry, ratioDry) / fibreG).toBeCloseTo(1, 9)
          expect(gatherG.low).toBeLessThanOrEqual(gatherG.mid)
          expect(gatherG.high).toBeGreaterThanOrEqual(gatherG.mid)
        },
      ),
    )
  })
})

describe('what a patch bears', () => {
  const takings = [{ massG: 130 }, { massG: 40, fallen: true }]

  test.each([
    [{ kind: 'share', share: 0.25 } as const, 1000, { allowedG: 250, leftG: 120, pastG: 0 }],
    [{ kind: 'share', share: 0.1 } as const, 1000, { allowedG: 100, leftG: 0, pastG: 30 }],
    [{ kind: 'share', share: 0.1 } as const, undefined, { allowedG: null, leftG: null, pastG: 0 }],
    [{ kind: 'gramsPerSeason', massG: 210 } as const, undefined, { allowedG: 210, leftG: 80 }],
    [{ kind: 'fallenOnly' } as const, undefined, { allowedG: 0, leftG: 0, pastG: 130 }],
    [{ kind: 'halfOfEach' } as const, 400, { allowedG: 200, leftG: 70 }],
    [{ kind: 'none' } as const, undefined, { allowedG: 0, pastG: 130 }],
  ])('%j of %p', (rule, standingG, expected) => {
    expect(allowance(rule, takings, standingG)).toMatchObject({
      takenG: 130,
      fallenG: 40,
      ...expected,
    })
  })

  test('a negative mass is refused by its place', () => {
    expect(() => allowance({ kind: 'none' }, [{ massG: 1 }, { massG: -1 }])).toThrow(
      'massG must be 0 g or more; got -1',
    )
  })
})

describe('grams per hour', () => {
  test('all grams over all hours, with the slowest and the quickest walk', () => {
    const walks = [
      { massG: 300, minutes: 60 },
      { massG: 300, minutes: 20 },
    ]
    expect(pickingRate(walks)).toEqual({ gramsPerHour: 450, low: 300, high: 900, n: 2 })
    expect(pickingRate([])).toBeNull()
    expect(() => pickingRate([{ massG: 1, minutes: 0 }])).toThrow('minutes must be above 0 min')
  })

  test('numbers that cannot be are refused', () => {
    expect(() => gatherNeeded({ ratioDry: 0, fibreG: 1 }, { dry: measured(1) })).toThrow(
      'ratioDry must be above 0; got 0',
    )
    expect(() => gatherNeeded({ ratioDry: 1, fibreG: 1 }, { dry: measured(1.2) })).toThrow(
      'value must be at most 1 (a fraction); got 1.2',
    )
  })
})
