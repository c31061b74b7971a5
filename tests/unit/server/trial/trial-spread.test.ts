import { describe, expect, test } from '@jest/globals'
import { NO_REPEATS, type Repeats } from '../../../../core/evidence/repeat-spread'
import { trialSpread } from '../../../../server/services/trial/trial-spread'

const NONE: Repeats = {
  withinPot: NO_REPEATS,
  withinLot: NO_REPEATS,
  betweenLots: NO_REPEATS,
  betweenYears: NO_REPEATS,
}
const told = (sdLog: number, df = 5) => ({ ...NO_REPEATS, sdLog, df })

describe('the spread that a trial is promised by', () => {
  test('is that of its source, where it was made again often enough', () => {
    const ofSource = { ...NONE, withinLot: told(0.2), withinPot: told(0.05) }
    const ofLog = { ...NONE, withinLot: told(0.3), withinPot: told(0.1) }
    const of = { basis: 'pots', isOfSource: true, df: 5 }
    expect(trialSpread(ofSource, ofLog, false)).toEqual({ ...of, sdLog: 0.2 })
    expect(trialSpread(ofSource, ofLog, true)).toEqual({ ...of, basis: 'pieces', sdLog: 0.05 })
    const few = { ...NONE, withinLot: told(0.2, 2) }
    expect(trialSpread(few, ofLog, false)).toMatchObject({ sdLog: 0.3, isOfSource: false })
  })

  test('is typical where nothing was; pots say nothing of pieces that share one', () => {
    const pots = { ...NONE, withinLot: told(0.5) }
    expect(trialSpread(pots, pots, true)).toMatchObject({ basis: 'typical', df: null, sdLog: 0.15 })
    const { sdLog, df } = trialSpread(NONE, NONE, false)
    expect([df, sdLog]).toEqual([null, Math.hypot(0.15, 0.12)])
  })

  test('is never nothing: readings that agree to the last digit were read as one', () => {
    const same = { ...NONE, withinPot: told(0) }
    expect(trialSpread(same, same, true).basis).toBe('typical')
  })
})
