import { describe, expect, test } from '@jest/globals'
import { expectedDepth, moreWords, standsOn } from '../../../../app/features/pot/expected-words'
import { DEPTHS, depthOf } from '../../../../core/colour/depth'
import { predictor, type Prediction } from '../../../../core/strength/predict'
import { LOG_CASES, LOGS_THAT_OCCUR, spanIn, type LogName } from '../../../fixtures/logs-that-occur'

/** What a planned pot says of its pieces, held against the prediction, over the logs that occur. */

const expected = (name: LogName, ratioDry: number): Prediction =>
  predictor([
    {
      points: LOGS_THAT_OCCUR[name],
      prior: { kind: 'leaf' },
      unit: null,
      estimated: name === 'estimated only' ? 8 : 0,
    },
  ]).predict([{ curve: 0, ratioDry, lot: 'lot 1' }], null)

describe('a planned pot', () => {
  test.each(LOG_CASES)('%s, at %d : 1 dry: says no more than its prediction', (name, ratio) => {
    const prediction = expected(name, ratio)
    const { likely, depth, others, strength } = expectedDepth(prediction)
    const [low, high] = spanIn(strength!)
    expect(low).toBeLessThanOrEqual(prediction.strength.low)
    expect(high).toBeGreaterThanOrEqual(prediction.strength.high)
    expect(strength!.startsWith('~')).toBe(prediction.basis !== 'measured')
    expect(likely).toBe(prediction.basis === 'measured' ? 'likely' : 'likely about')
    // every depth that the next piece may come out is named, or lies between two that are
    const [least, most] = [depthOf(prediction.strength.low), depthOf(prediction.strength.high)]
    for (const each of [least, most]) {
      expect(`${depth}${others}`).toContain(each)
    }
    expect(others === '').toBe(least === most)
    const places = [least, depth, most].map((each) => DEPTHS.findIndex((known) => known === each))
    expect(places).toEqual([...places].sort((a, b) => a - b))
    expect(places).not.toContain(-1)

    const more = moreWords([prediction])
    expect(more === '').toBe(prediction.n < 2)
    if (more === '') return
    const [gainLow, gainHigh] = spanIn(more, ' %').map((value) => value / 100)
    expect(gainLow).toBeLessThanOrEqual(prediction.doubling!.low + 1e-12)
    expect(gainHigh).toBeGreaterThanOrEqual(prediction.doubling!.high - 1e-12)
    if (/hardly helps/.test(more)) expect(prediction.littleGain).toBeGreaterThanOrEqual(0.95)
    if (/likely to add/.test(more)) expect(prediction.doubling!.low).toBeGreaterThanOrEqual(0.1)
  })

  test('of what never takes it promises no depth, and no more of more plant', () => {
    const points = [0.1, 0.3, 0.5, 0.9, 1.2].map((ratio) => ({ ratio, strength: 0 }))
    const prediction = predictor([
      { points, prior: { kind: 'leaf' }, unit: null, estimated: 0 },
    ]).predict([{ curve: 0, ratioDry: 0.5 }], null)
    expect(expectedDepth(prediction)).toMatchObject({
      likely: 'likely takes',
      depth: 'nothing',
      others: '',
      strength: null,
      hex: null,
    })
    expect(moreWords([prediction])).toBe('')
  })

  test('says what it stands on', () => {
    expect(standsOn(expected('no swatch', 0.3))).toBe(
      'no swatches here yet, typical of its kind, not yours',
    )
    expect(standsOn(expected('one swatch', 0.3))).toMatch(/^1 swatch, /)
    expect(standsOn(expected('twenty', 0.3))).toBe('20 swatches, all measured, this lot tried')
    expect(standsOn({ n: 2, basis: 'measured', donorSwatches: 8, isKnownLot: false })).toBe(
      '2 swatches, all measured, leaning on 8 of near conditions',
    )
    // of two sources in a bath one leans on its own swatches elsewhere, the other on nothing
    expect(standsOn({ n: 0, basis: 'typical', donorSwatches: 8, isKnownLot: false })).toBe(
      'no swatches here yet, typical of its kind, not yours, leaning on 8 of near conditions',
    )
    expect(standsOn({ n: 1, basis: 'estimated', donorSwatches: 8, isKnownLot: false })).toBe(
      '1 swatch, some estimated from colours, leaning on 8 of near conditions',
    )
    expect(standsOn({ n: 0, basis: 'borrowed', donorSwatches: 8, isKnownLot: false })).toBe(
      'no swatches here yet, leaning on 8 of near conditions',
    )
  })

  test('tells what twice the plant adds of the piece that is known best', () => {
    const [thin, known] = [expected('one swatch', 0.3), expected('twenty', 0.3)]
    expect(moreWords([thin, known])).toBe(moreWords([known]))
    // of a bath of two sources nothing is told
    expect(moreWords([{ ...known, doubling: null }])).toBe('')
  })
})
