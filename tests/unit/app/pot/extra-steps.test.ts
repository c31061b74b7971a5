import { describe, expect, test } from '@jest/globals'
import { EXTRA_KINDS, hasPlaceFor, withExtras } from '../../../../app/features/pot/extra-steps'
import { planSteps } from '../../../../app/features/pot/plan-steps'
import { WAY_KEYS, wayFacts } from '../../../../catalogue/ways'
import { inOrder } from '../../../../core/pot/way-steps'
import { newId } from '../../../../shared/ids'
import { newPotSchema } from '../../../../shared/schemas/pot/pot'
import { validate } from '../../../../shared/validate'

const simmer = wayFacts('simmer').steps
const DAY_MIN = 24 * 60

describe('what a plan adds to its way', () => {
  test('an overnight soak comes before the heat', () => {
    const steps = withExtras(simmer, [{ kind: 'soak', minutes: 720 }])
    const soak = steps.find(({ id }) => id === 'extra1')!
    expect(soak.words).toBe('Soak the plant for 12 h')
    expect(steps.find(({ kind }) => kind === 'heat')!.after).toEqual([{ id: 'extra1' }])
  })

  test('two weeks of standing, then an airing, come between the dyeing and what followed it', () => {
    const steps = withExtras(simmer, [
      { kind: 'stand', minutes: 14 * DAY_MIN },
      { kind: 'air', minutes: 720 },
    ])
    const order = inOrder(steps).map(({ id }) => id)
    const dye = simmer.find(({ kind }) => kind === 'dye')!
    expect(order.indexOf('extra1')).toBeGreaterThan(order.indexOf(dye.id))
    expect(order.indexOf('extra2')).toBeGreaterThan(order.indexOf('extra1'))
    for (const { id, after } of simmer) {
      if (!after.some((each) => each.id === dye.id)) continue
      const moved = steps.find((step) => step.id === id)!
      expect(moved.after.map((each) => each.id)).toContain('extra2')
    }
  })

  test('a liquor that was strained has nothing to soak', () => {
    const wishes = { heatMin: null, tempC: null, dyeMin: null, isLiquorMade: true }
    expect(hasPlaceFor('soak', planSteps('coldSteep', null, wishes))).toBe(false)
  })

  test.each(WAY_KEYS)('%s with all of them is a sound graph that is kept', (way) => {
    const steps = planSteps(way, null, {
      heatMin: null,
      tempC: null,
      dyeMin: null,
      isLiquorMade: false,
      extraSteps: EXTRA_KINDS.map((kind) => ({ kind, minutes: 720 })),
      additions: [{ agent: 'vinegar', form: '', massG: 5, when: 'after' }],
    })
    expect(inOrder(steps)).toHaveLength(steps.length)
    const pot = {
      id: newId(),
      stage: 'planned',
      dyedOn: '2026-09-20',
      way,
      lots: [{ lotId: newId(), massG: 5 }],
      pieces: [{ pieceId: newId() }],
      plan: { steps },
    }
    expect(validate(newPotSchema, pot).plan!.steps).toHaveLength(steps.length)
  })
})
