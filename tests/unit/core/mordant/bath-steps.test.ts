import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { bathAgain, heldAfter, TAKEN_SHARE } from '../../../../core/mordant/bath-again'
import {
  bathSteps,
  stepNow,
  stepsEnd,
  type BathHeat,
  type BathPlan,
} from '../../../../core/mordant/bath-steps'

const PLAN: BathPlan = {
  stages: [{ agents: ['alum'] }],
  heat: 'cold',
  finish: 'dried',
  rinse: false,
  wetOutMin: 30,
}
const MIN = 60_000
const ids = (plan: Partial<BathPlan>) => bathSteps({ ...PLAN, ...plan }).map(({ id }) => id)

describe('steps of a mordant bath', () => {
  test('follow heat, rinse and finish', () => {
    expect(ids({})).toEqual(['0-wetOut', '0-dissolve', '0-enter', '0-hold', '0-dry'])
    expect(ids({ heat: 'hot', rinse: true, finish: 'heldWet' })).toEqual([
      '0-wetOut',
      '0-dissolve',
      '0-enter',
      '0-hold',
      '0-cool',
      '0-rinse',
      '0-holdWet',
    ])
  })

  test('two baths are one after the other, with a rinse between', () => {
    expect(ids({ stages: [{ agents: ['tannin'] }, { agents: ['alum'] }] })).toEqual([
      '0-wetOut',
      '0-dissolve',
      '0-enter',
      '0-hold',
      '0-rinse',
      '1-dissolve',
      '1-enter',
      '1-hold',
      '1-dry',
    ])
  })

  test('in the dye pot itself end with the pieces in', () => {
    expect(ids({ placing: 'in', finish: 'heldWet', rinse: true })).toEqual([
      '0-wetOut',
      '0-dissolve',
      '0-enter',
    ])
  })

  // common practice, no source: hot for an hour, cold overnight to two days, chalk ten minutes
  test('hold as long as is common', () => {
    const hold = (heat: BathHeat, stage = {}) =>
      bathSteps({ ...PLAN, heat, stages: [{ agents: [], ...stage }] }).find(
        ({ kind }) => kind === 'hold',
      )!
    expect(hold('hot').minutes).toBe(60)
    expect(hold('cold')).toMatchObject({ minutes: 720, mostMinutes: 2880 })
    expect(hold('warm', { holdMin: 10, holdMostMin: 20 })).toMatchObject({
      minutes: 10,
      mostMinutes: 20,
    })
  })
})

describe('the clock of a bath', () => {
  const steps = bathSteps(PLAN)
  const start = Date.parse('2026-10-24T18:00:00+02:00')

  test('stands at the first step that is not noted, and runs from the last that is', () => {
    expect(stepNow(steps, [], start)).toMatchObject({
      step: { id: '0-wetOut' },
      began: start,
      due: start + 30 * MIN,
    })
    const done = [
      { stepId: '0-wetOut', at: start + 40 * MIN, skipped: false },
      { stepId: '0-dissolve', at: start + 55 * MIN, skipped: true },
    ]
    expect(stepNow(steps, done, start)).toMatchObject({
      step: { id: '0-enter' },
      began: start + 55 * MIN,
      late: start + 85 * MIN,
    })
  })

  test('goes on over a change of the clocks: overnight is twelve hours, not thirteen', () => {
    // in the night after 24 October 2026 clocks in central Europe go back
    const done = ['0-wetOut', '0-dissolve', '0-enter'].map((stepId) => ({
      stepId,
      at: Date.parse('2026-10-24T20:00:00+02:00'),
      skipped: false,
    }))
    const now = stepNow(steps, done, start)!
    expect(new Date(now.due).toISOString()).toBe(
      new Date('2026-10-25T07:00:00+01:00').toISOString(),
    )
  })

  test('what dries may dry as long as it likes, and at the end there is no step', () => {
    const done = steps.map(({ id }) => ({ stepId: id, at: start, skipped: false }))
    expect(stepNow(steps, done.slice(0, -1), start)!.late).toBeNull()
    expect(stepNow(steps, done, start)).toBeNull()
    expect(stepsEnd(steps, done, start)).toBe(start)
  })

  test('the end is never before what is due, and moves with what is late', () => {
    fc.assert(
      fc.property(fc.nat(4), fc.nat(5000), (n, lateMin) => {
        const done = steps.slice(0, n).map(({ id }, i) => ({
          stepId: id,
          at: start + (i + 1) * lateMin * MIN,
          skipped: false,
        }))
        const left = steps.slice(n).reduce((sum, { minutes }) => sum + minutes, 0)
        expect(stepsEnd(steps, done, start)).toBe(start + (n * lateMin + left) * MIN)
      }),
    )
  })
})

describe('a bath used again', () => {
  test('holds what fibre is assumed not to have taken, and says so', () => {
    const again = bathAgain(10, 8)
    expect(again).toEqual({
      leftG: { low: expect.closeTo(0.5, 9), mid: 2.5, high: 5 },
      addG: 5.5,
      basis: 'assumed',
    })
  })

  test('used several times it holds what was added each time, less what was taken', () => {
    expect(heldAfter([10])).toBe(10)
    expect(heldAfter([10, 5])).toBeCloseTo(7.5, 12)
    expect(heldAfter([10, 5, 0])).toBeCloseTo(1.875, 12)
    expect(heldAfter([])).toBe(0)
  })

  test('wants nothing more where enough is left', () => {
    expect(bathAgain(100, 8).addG).toBe(0)
    expect(TAKEN_SHARE.low).toBeLessThan(TAKEN_SHARE.high)
    expect(() => bathAgain(-1, 8)).toThrow('offeredG must be 0 g or more; got -1')
  })
})
