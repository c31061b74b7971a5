import { expect, test } from '@jest/globals'
import { AGENT_KEYS, AGENTS } from '../../../../catalogue/agents'
import { isAcidic } from '../../../../core/safety/acids'
import { potGuardsOf } from '../../../../shared/rules/pot/pot-guards'

test('every agent that the catalogue calls an acid is one', () => {
  const acids = AGENT_KEYS.filter((agent) => AGENTS[agent].role === 'acid')
  expect(acids.length).toBeGreaterThan(1)
  expect(acids.filter((agent) => !isAcidic(agent))).toEqual([])
  expect(isAcidic('sodaAsh')).toBe(false)
})

test('an acid mordant is kept out of a zinc pot as vinegar is', () => {
  const guards = (agent: 'aluminiumAcetate' | 'vinegar' | 'sodaAsh') =>
    potGuardsOf(
      {
        way: 'simmer',
        tempC: 60,
        ph: null,
        waterL: 5,
        additions: [{ agent, form: '', massG: 2 }],
        needsMordant: 'no',
        vessel: { name: 'old pot', material: 'zinc', fullL: 10, isDyeOnly: true } as never,
      },
      [],
    ).map(({ code }) => code)
  expect(guards('vinegar')).toContain('acidInZinc')
  expect(guards('aluminiumAcetate')).toContain('acidInZinc')
  expect(guards('sodaAsh')).not.toContain('acidInZinc')
})
