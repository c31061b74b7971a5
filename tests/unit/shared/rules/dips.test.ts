import { expect, test } from '@jest/globals'
import { dippedAgain, dyeMinutes } from '../../../../shared/rules/pot/dips'
import { planSteps } from '../../../../app/features/pot/plan-steps'
import { PLAIN_PLAN } from '../../../../shared/schemas/pot/pot-plan'
import type { PotEvent } from '../../../../shared/schemas/pot/pot-event'

const steps = planSteps('reducedVat', null, {
  heatMin: null,
  tempC: null,
  dyeMin: 5,
  isLiquorMade: false,
  coats: 3,
})
const plan = { ...PLAIN_PLAN, steps, coats: 2, pieceCoats: [{ pieceId: 'dark', coats: 3 }] }
const done = (...stepIds: string[]) =>
  stepIds.map((stepId) => ({
    id: stepId,
    kind: 'pull',
    at: '',
    stepId,
    data: {},
  })) as unknown as PotEvent[]

test('each piece is dipped as often as it was planned', () => {
  const after = (airing: string, ...stepIds: string[]) =>
    dippedAgain({ plan, events: done(...stepIds) }, steps, airing, ['dark', 'light'])
  expect(after('air', 'dye')).toEqual(['dark', 'light'])
  expect(after('air2', 'dye', 'air', 'dye2')).toEqual(['dark'])
  expect(after('air3', 'dye', 'air', 'dye2', 'air2', 'dye3')).toEqual([])
})

test('no other step lets pieces in', () => {
  const ids = ['dark', 'light']
  expect(dippedAgain({ plan, events: done('dye') }, steps, 'reduce', ids)).toEqual([])
})

test('the time that is meant is that of all dips of a piece', () => {
  expect(dyeMinutes({ plan }, 'dark')).toBe(15)
  expect(dyeMinutes({ plan }, 'light')).toBe(10)
  const simmer = planSteps('simmer', null, {
    heatMin: null,
    tempC: null,
    dyeMin: 60,
    isLiquorMade: false,
  })
  expect(dyeMinutes({ plan: { ...PLAIN_PLAN, steps: simmer } }, 'any')).toBe(60)
  expect(dyeMinutes({ plan: null }, 'any')).toBeNull()
})
