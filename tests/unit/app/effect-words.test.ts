import { describe, expect, test } from '@jest/globals'
import type { Effect } from '../../../core/evidence/effects'
import { NO_REPEATS, type Repeats } from '../../../core/evidence/repeat-spread'
import {
  answerWords,
  effectTitle,
  repeatWords,
  shortWords,
  spoiltWords,
} from '../../../app/features/evidence/effect-words'

const effect = (fields: Partial<Effect> = {}): Effect => ({
  factor: 'mordant',
  of: '',
  from: 'Al',
  to: 'Al Fe',
  pairs: 7,
  pots: 7,
  proofs: 7,
  times: { mid: 1.73, low: 1.43, high: 2.09 },
  basis: 'pairs',
  delta: {
    l: { mid: -18, low: -21, high: -15 },
    c: { mid: -22, low: -30, high: -14 },
    // the proofs do not agree on it
    h: { mid: 6, low: -1, high: 13 },
  },
  p: 0.001,
  q: 0.004,
  tau: 0,
  i2: 0,
  sources: 1,
  perSource: [],
  shown: [],
  ...fields,
})

const NONE: Repeats = {
  withinPot: NO_REPEATS,
  withinLot: NO_REPEATS,
  betweenLots: NO_REPEATS,
  betweenYears: NO_REPEATS,
}

describe('an effect in words', () => {
  test.each([
    [effect(), 'alum and iron for alum'],
    [effect({ from: 'none', to: 'Al acetate' }), 'aluminium acetate for no mordant'],
    [effect({ factor: 'boiled', from: 'false', to: 'true' }), 'boiling'],
    [effect({ factor: 'minutes', from: 'less', to: 'more' }), 'longer in the bath'],
    [effect({ factor: 'mordantPercent', of: 'alum', from: 'less', to: 'more' }), 'more alum'],
    [
      effect({ factor: 'shift', of: 'sodaAsh', from: 'without', to: 'with' }),
      'washing soda stirred in',
    ],
    [
      effect({ factor: 'way', from: 'simmer', to: 'ammoniaFerment' }),
      'ammonia-ferment liquor for simmer',
    ],
    [effect({ factor: 'fibre', from: 'wool', to: 'silk' }), 'silk for wool'],
  ])('%#: what was done', (each, words) => expect(effectTitle(each)).toBe(words))

  test('is called more than luck where its rate of false claims allows it, and no number stands alone else', () => {
    expect(answerWords(effect())).toBe(
      'It made them 1.7 times as strong (1.4 to 2.1), darker and duller. From 7 pairs in 7 pots, in which nothing else differed. More than luck.',
    )
    expect(shortWords(effect())).toBe('1.7 times (1.4 to 2.1)')
    const unsure = effect({ q: 0.2, times: { mid: 1.2, low: 0.7, high: 2 } })
    expect(answerWords(unsure)).toMatch(/^It cannot be told yet: anything from 0.7 to 2 times/)
    expect(answerWords(unsure)).not.toContain('1.2')
    expect(shortWords(unsure)).toBe('0.7 to 2 times')
  })

  test('of one proof says what came, and what would tell more', () => {
    const once = effect({
      proofs: 1,
      pairs: 1,
      pots: 1,
      q: null,
      p: null,
      basis: null,
      times: { mid: 2, low: null, high: null },
    })
    expect(answerWords(once)).toMatch(
      /^Once it came out 2 times as strong\. One proof says no more/,
    )
    expect(shortWords(once)).toBe('once: no interval yet')
  })

  test('how luck goes, and what spoils a pair', () => {
    expect(repeatWords(NONE)).toContain('not known')
    const within = { recipes: 4, pots: 6, sdLog: Math.log(1.2), df: 7, mcdm: 2.63 }
    expect(repeatWords({ ...NONE, withinLot: within })).toBe(
      'The same recipe made again with the same lot differs by 2.6 ΔE2000 from its mean and 1.2 times in strength (one SD), over 4 recipes in 6 pots.',
    )
    const years = { ...within, sdLog: null, mcdm: 4 }
    expect(
      repeatWords({ ...NONE, withinLot: within, betweenYears: { ...within, mcdm: 4 } }),
    ).toContain(
      'in 6 pots; in another year by 4 ΔE2000 from its mean and 1.2 times in strength (one SD).',
    )
    expect(repeatWords({ ...NONE, withinLot: within, betweenYears: years })).not.toContain('year')
    expect(
      spoiltWords([
        { by: 'ratioDry', differed: 23, unknown: 0, isCut: false },
        { by: 'water', differed: 1, unknown: 11, isCut: false },
      ]),
    ).toBe('ratio differed too (23); water was not written down (11); water differed too (1)')
  })
})
