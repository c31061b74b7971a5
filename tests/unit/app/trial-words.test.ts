import { describe, expect, test } from '@jest/globals'
import { blankTrial, designOf, nextLevel } from '../../../app/features/trial/trial-draft'
import {
  answerLines,
  levelWords,
  promiseWords,
  spreadWords,
  tenths,
  trialTitle,
} from '../../../app/features/trial/trial-words'
import { judgedWords, valueWords } from '../../../app/features/evidence/two-words'
import { trialDesignSchema, type TrialPromise } from '../../../shared/schemas/trial/trial'
import { TRIAL_FACTORS } from '../../../shared/rules/trial/trial-factors'
import type { TrialView } from '../../../shared/views/trial/trial'
import { newId } from '../../../shared/ids'

const promise: TrialPromise = {
  sdLog: Math.log(1.2),
  df: 8,
  basis: 'pots',
  isOfSource: true,
  timesSeen: 1.62,
}
const chances = [
  { times: 1.1, chance: 0.03 },
  { times: 1.3, chance: 0.31 },
  { times: 1.5, chance: 0.66 },
  { times: 2, chance: 0.97 },
]

describe('a trial in words', () => {
  test('says what it would show and what not, no surer than its chances', () => {
    expect(promiseWords('mordant', promise, chances)).toBe(
      'A difference of 1.6 times the strength it would show 8 times in 10; one of 1.3 times only 3 times in 10.',
    )
    expect(promiseWords('ratioDry', promise, chances)).toContain(
      'That twice the plant gives 1.6 times the strength it would show',
    )
    expect(promiseWords('mordant', { timesSeen: null }, chances)).toContain('could tell nothing')
    expect(promiseWords('mordant', { timesSeen: 11 }, chances)).toContain('next to nothing')
    expect([tenths(0.03), tenths(0.14), tenths(0.97)]).toEqual([
      'hardly ever',
      '1 time in 10',
      '10 times in 10',
    ])
  })

  test('says what stands behind it', () => {
    expect(spreadWords(promise)).toBe(
      'The same recipe made again came out 1.2 times apart (one SD, by 8 repeats).',
    )
    expect(spreadWords({ ...promise, basis: 'typical', df: null })).toContain('typically')
    expect(spreadWords({ ...promise, basis: 'pieces', isOfSource: false })).toContain(
      'Pieces alike in one pot, over all your sources, came out',
    )
  })

  test.each([
    ['mordant', 'none', 'no mordant'],
    ['mordantHeat', 'cold', 'cold mordanting'],
    ['mordantFinish', 'heldWet', 'kept wet'],
    ['fibre', 'silk', 'silk'],
    ['ratioDry', 0.4, '0.4 : 1'],
    ['mordantPercent', 8, '8 %'],
    ['tempC', 82, '82 °C'],
    ['minutes', 30, '30 min'],
    ['way', 'simmer', 'simmer'],
    ['water', 'rain', 'rain water'],
    ['particleSize', 'ground', 'ground'],
  ] as const)('%s %s is %s', (factor, level, words) =>
    expect(levelWords(factor, level).replaceAll('\u2009', ' ')).toBe(words),
  )

  test('is called by its levels', () => {
    expect(trialTitle('mordant', ['alum', 'iron', 'none'], 'tansy')).toBe(
      'iron and no mordant against alum, tansy',
    )
  })

  test('its answer is sure only where it is', () => {
    const view = (answer: Partial<TrialView['answer']>) =>
      ({
        trial: { design: { factor: 'fibre', levels: ['wool', 'silk'] } },
        answer: { against: null, doubling: null, ...answer },
      }) as unknown as TrialView
    const against = (isSure: boolean) => [{ mid: 1.62, low: isSure ? 1.1 : 0.8, high: 2.4, isSure }]
    expect(answerLines(view({ against: against(true) }))).toEqual([
      {
        words: 'silk against wool: 1.6 times as strong (1.1 to 2.4), more than luck.',
        isSure: true,
      },
    ])
    expect(answerLines(view({ against: against(false) }))[0]!.words).toBe(
      'silk against wool: cannot be told, anything from 0.8 to 2.4 times as strong.',
    )
    expect(
      answerLines(view({ doubling: { mid: 1.5, low: null, high: null, isSure: false } }))[0]!.words,
    ).toContain('once 1.5 times as strong, and nobody knows how far luck goes')
    expect(answerLines(view({}))).toEqual([])
  })
})

describe('the draft of a trial', () => {
  test.each(TRIAL_FACTORS)('of %s is such as can be kept, as soon as there is a lot', (factor) => {
    const draft = { ...blankTrial(), factor, lotId: newId() }
    expect(trialDesignSchema.validate(designOf(draft)).error).toBeUndefined()
  })

  test('one level more is one that is not taken', () => {
    expect(nextLevel('fibre', ['wool', 'silk'])).not.toMatch(/^(wool|silk)$/)
    expect(nextLevel('ratioDry', [0.2, 0.4])).toBe(0.8)
    expect(nextLevel('tempC', [60, 82])).toBe(92)
    expect(nextLevel('tempC', [60, 105])).toBeNull()
    expect(nextLevel('particleSize', ['whole', 'chopped', 'ground'])).toBeNull()
  })
})

describe('two swatches in words', () => {
  test('what is not known is said, and no difference is called more than it is', () => {
    const judged = {
      verdict: 'unsure' as const,
      differs: [],
      unknown: ['water' as const],
      times: { mid: 1.41, low: 0.9, high: 2.2 },
      deltaE: 6.25,
      isMoreThanLuck: false,
      against: 'withinLot' as const,
    }
    expect(judgedWords(judged)).toBe(
      'Not sure: of one of the two something is not written down. Missing: water. The second came out 1.4 times as strong, 6.3 ΔE2000 apart. No more than luck: held against the same recipe made again with one lot, anything from 0.9 to 2.2 times.',
    )
    expect(judgedWords({ ...judged, against: null, isMoreThanLuck: null })).toContain('not known')
  })

  test.each([
    ['water', null, 'not known'],
    ['boiled', true, 'yes'],
    ['lot', ['ONI-26-01', 'TAN-26-02'], 'ONI-26-01, TAN-26-02'],
    ['mordantPercent', { alum: 10 }, 'alum 10 %'],
    ['shift', { sodaAsh: null }, 'washing soda, how much is not known'],
    ['shift', {}, 'none'],
    ['mordant', 'Al Fe', 'alum and iron'],
    ['minutes', 90, '90 min'],
  ] as const)('%s %j is %s', (factor, value, words) =>
    expect(valueWords(factor, value)).toBe(words),
  )
})
