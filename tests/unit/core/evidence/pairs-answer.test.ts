import { expect, test } from '@jest/globals'
import { pairsAnswer } from '../../../../core/evidence/pairs-answer'
import { CALC_ENDPOINTS } from '../../../../shared/schemas/calc/calc-endpoints'
import { CALC_ANSWERS } from '../../../../shared/schemas/calc/calc-answers'
import { pairsSchema } from '../../../../shared/schemas/calc/calc-pairs'
import { validate } from '../../../../shared/validate'

test('every pair of some swatches is told or counted, and the effect is the mean of its pots', () => {
  const question = validate(pairsSchema, CALC_ENDPOINTS.pairs.example)
  const answer = pairsAnswer(question)
  expect(CALC_ANSWERS.pairs.validate(answer).error).toBeUndefined()
  const [effect] = answer.effects
  expect(effect).toMatchObject({ factor: 'mordant', from: 'Al', to: 'Al Fe', pots: 2, proofs: 2 })
  expect(effect!.times.mid).toBeCloseTo(Math.sqrt(1.5 * (1.4 / 0.9)), 10)
  const { pairs, confounded, unsure } = answer
  expect(pairs.filter(({ verdict }) => verdict === 'clean').map(({ a, b }) => a + b)).toEqual([
    'ab',
    'ad',
    'bc',
    'cd',
  ])
  expect(pairs.filter(({ verdict }) => verdict === 'repeat').map(({ a, b }) => a + b)).toEqual([
    'ac',
    'bd',
  ])
  expect([confounded, unsure]).toEqual([0, 0])
})

test('a smaller alpha has a wider interval, and too many swatches are refused', () => {
  const question = validate(pairsSchema, CALC_ENDPOINTS.pairs.example)
  const width = (alpha: number) => {
    const { low, high } = pairsAnswer({ ...question, alpha }).effects[0]!.times
    return high! / low!
  }
  expect(width(0.01)).toBeGreaterThan(width(0.1))
  const many = Array.from({ length: 401 }, (_, i) => ({ ...question.swatches[0]!, id: `${i}` }))
  expect(() => validate(pairsSchema, { swatches: many })).toThrow()
})
