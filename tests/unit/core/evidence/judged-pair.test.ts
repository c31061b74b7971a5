import { describe, expect, test } from '@jest/globals'
import { judgedPair } from '../../../../core/evidence/judged-pair'
import type { EvidenceSwatch } from '../../../../core/evidence/fingerprints'
import { NO_REPEATS, type Repeats } from '../../../../core/evidence/repeat-spread'

const swatch = (fields: Partial<EvidenceSwatch> = {}): EvidenceSwatch => ({
  id: 'a',
  pot: 'p1',
  lot: 'l1',
  source: 's',
  strength: 1,
  lab: { l: 50, a: 2.6772, b: -79.7751 },
  factors: { fibre: 'wool', water: 'rain' },
  ...fields,
})
const NONE: Repeats = {
  withinPot: NO_REPEATS,
  withinLot: NO_REPEATS,
  betweenLots: NO_REPEATS,
  betweenYears: NO_REPEATS,
}
const told = (sdLog: number) => ({ ...NO_REPEATS, sdLog, df: 8 })

describe('two swatches side by side', () => {
  test('are held against pieces alike in one pot, one lot, or from lot to lot, as they are of', () => {
    const repeats = {
      ...NONE,
      withinPot: told(0.05),
      withinLot: told(0.2),
      betweenLots: told(0.4),
    }
    const b = { strength: 1.3, factors: { fibre: 'silk', water: 'rain' } }
    const inPot = judgedPair(swatch(), swatch(b), repeats)
    expect(inPot).toMatchObject({ verdict: 'clean', differs: ['fibre'], against: 'withinPot' })
    expect(inPot.isMoreThanLuck).toBe(true)
    const inLot = judgedPair(swatch(), swatch({ ...b, pot: 'p2' }), repeats)
    expect(inLot).toMatchObject({ against: 'withinLot', isMoreThanLuck: false })
    expect(inLot.times.low).toBeLessThan(1)
    expect(judgedPair(swatch(), swatch({ ...b, pot: 'p2', lot: 'l2' }), repeats).against).toBe(
      'betweenLots',
    )
  })

  test('where nothing was made again so, the wider spread stands in, and none is no spread', () => {
    const b = swatch({ strength: 2 })
    expect(judgedPair(swatch(), b, { ...NONE, withinLot: told(0.2) }).against).toBe('withinLot')
    expect(
      judgedPair(swatch({ lot: 'l2' }), swatch({ pot: 'p2' }), { ...NONE, withinLot: told(0.2) }),
    ).toMatchObject({
      against: null,
      isMoreThanLuck: null,
      times: { mid: 1, low: null, high: null },
    })
  })

  // Sharma, Wu & Dalal, Color Res. Appl. 30 (2005), first pair of their test data
  test('tell CIEDE2000 between them, and what is not known', () => {
    const b = swatch({
      pot: 'p2',
      lab: { l: 50, a: 0, b: -82.7485 },
      factors: { fibre: 'wool', water: null },
    })
    const judged = judgedPair(swatch(), b, NONE)
    expect(judged.deltaE).toBeCloseTo(2.0425, 4)
    expect(judged).toMatchObject({ verdict: 'unsure', unknown: ['water'] })
    expect(judgedPair(swatch({ lab: null }), b, NONE).deltaE).toBeNull()
  })
})
