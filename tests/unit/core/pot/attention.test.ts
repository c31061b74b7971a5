import { describe, expect, test } from '@jest/globals'
import { attentionOf, type AttendedNote } from '../../../../core/pot/attention'
import type { WayStep } from '../../../../core/pot/way-steps'

const step = (id: string, minutes: number, attended = false): WayStep => ({
  id,
  kind: 'dye',
  words: id,
  minutes,
  mostMinutes: null,
  tempC: null,
  after: [],
  attended,
})
const STEPS = [step('rub', 20, true), step('steep', 600), step('strain', 10, true)]
const did = (stepId: string | null, kind = 'step', isSkipped = false): AttendedNote => ({
  kind,
  stepId,
  isSkipped,
})

describe('minutes of attention', () => {
  test('with nothing noted, its attended steps as they usually go; hours alone cost nothing', () => {
    expect(attentionOf(STEPS, [])).toEqual({ minutes: 30, basis: 'typical' })
    expect(attentionOf([step('steep', 600)], [])).toEqual({ minutes: 0, basis: 'typical' })
  })

  test('a step left out costs nothing, a round gone through twice costs twice', () => {
    expect(attentionOf(STEPS, [did('rub'), did('strain', 'step', true)])).toEqual({
      minutes: 20,
      basis: 'noted',
    })
    expect(attentionOf(STEPS, [did('rub'), did('rub#2'), did('strain')]).minutes).toBe(50)
  })

  test('each look, reading, addition or pull takes a little; other notes none', () => {
    const brief = ['look', 'reading', 'add', 'enter', 'pull'].map((kind) => did(null, kind))
    expect(attentionOf(STEPS, [did('rub'), ...brief, did(null, 'note')]).minutes).toBe(30)
    // looks alone do not tell that a step was done
    expect(attentionOf(STEPS, brief)).toEqual({ minutes: 30, basis: 'typical' })
  })

  test('a step of another way, renamed since, is not counted', () => {
    expect(attentionOf(STEPS, [did('boil')])).toEqual({ minutes: 0, basis: 'noted' })
  })
})
