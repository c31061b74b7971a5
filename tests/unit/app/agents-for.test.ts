import { expect, test } from '@jest/globals'
import { agentsFor } from '../../../shared/rules/basket/agents-for'

// common practice, no source: alum at 10 % of the fibre
test('agents are weighed out at what is usual, or at the percentage that is wanted', () => {
  const [usual] = agentsFor('alum', 50)
  expect(usual).toMatchObject({ agent: 'alum', percentWof: 10, massG: 5 })
  const [wanted] = agentsFor('alum', 50, { alum: 17.5 })
  expect(wanted).toMatchObject({ agent: 'alum', percentWof: 17.5, massG: 8.75 })
})
