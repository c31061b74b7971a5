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

test('what one side does not tell is no level, and a lot is one lot wherever it is told', () => {
  const of = (id: string, pot: string, factors: object) => ({ id, pot, strength: 1, factors })
  const ask = (swatches: object[]) => pairsAnswer(validate(pairsSchema, { swatches }))
  const untold = ask([
    of('a', 'p1', { mordant: 'Al' }),
    of('b', 'p1', { mordant: 'Al', fibre: 'silk' }),
  ])
  expect(untold).toMatchObject({ effects: [], pairs: [], unsure: 1 })
  const lots = ask([
    of('a', 'p1', { fibre: 'wool', lot: 'TAN-26-01' }),
    of('b', 'p2', { fibre: 'silk', lot: 'TAN-26-02' }),
  ])
  expect(lots).toMatchObject({ effects: [], pairs: [], confounded: 1 })
  const beside = ask([
    { ...of('a', 'p1', { fibre: 'wool' }), lot: 'TAN-26-01' },
    { ...of('b', 'p2', { fibre: 'silk' }), lot: 'TAN-26-02' },
  ])
  expect(beside).toEqual(lots)
})
