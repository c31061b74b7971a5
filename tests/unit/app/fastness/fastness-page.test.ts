import { describe, expect, test } from '@jest/globals'
import { areaName, evenAreas } from '../../../../app/features/fastness/bench-areas'
import {
  factChanges,
  factsOf,
  lookChange,
  lookFacts,
} from '../../../../app/features/fastness/useFix'
import type { Look } from '../../../../shared/schemas/fastness/fastness-test'
import { setFacts, setTitle } from '../../../../app/features/fastness/set-words'
import { changesOf, plainLook, type LookDraft } from '../../../../app/features/fastness/useLook'
import { testsOf, type SetOutDraft } from '../../../../app/features/fastness/useSetOut'
import { isId, newId } from '../../../../shared/ids'
import {
  newTestSetSchema,
  testSetChangeSchema,
} from '../../../../shared/schemas/fastness/fastness-moves'
import { validate } from '../../../../shared/validate'
import type { TestSet, TestView } from '../../../../shared/views/fastness/fastness'

const draft = (more: Partial<SetOutDraft> = {}): SetOutDraft => ({
  kind: 'light',
  swatchIds: [newId(), newId()],
  place: 'kitchen window',
  facing: 'S',
  sky: '',
  begunOn: '2026-09-01',
  lookOn: '2026-09-15',
  blueWools: [3, 4],
  tempC: 30,
  soap: 'wool soap',
  agent: 'vinegar',
  dropWords: '5 %',
  ...more,
})

describe('setting out', () => {
  test('sends what is told of its kind alone, and nothing for what is not known', () => {
    const key = newId()
    const light = testsOf(draft(), key)
    expect(() => validate(newTestSetSchema, { tests: light })).not.toThrow()
    expect(light).toHaveLength(4)
    expect(light[0]).toMatchObject({ light: { facing: 'S', sky: null }, wash: null, drop: null })
    expect(light.map(({ blueWool }) => blueWool ?? null)).toEqual([null, null, 3, 4])
    const unknown = testsOf(draft({ begunOn: '', facing: '', lookOn: '' }), key)
    expect(unknown[0]).toMatchObject({ begunOn: null, lookOn: null, light: { facing: null } })
    const wash = testsOf(draft({ kind: 'wash', tempC: null, soap: '' }), key)
    expect(() => validate(newTestSetSchema, { tests: wash })).not.toThrow()
    expect(wash).toHaveLength(2)
    expect(wash[0]).toMatchObject({ wash: { tempC: null, soap: '' }, light: null })
    const drop = testsOf(draft({ kind: 'drop' }), key)
    expect(drop[0]).toMatchObject({ drop: { agent: 'vinegar', words: '5 %' }, lookOn: null })
    expect(() => validate(newTestSetSchema, { tests: drop })).not.toThrow()
  })
})

const view = (id: string, more: Partial<TestView> = {}): TestView =>
  ({
    test: {
      id,
      kind: 'light',
      swatchId: newId(),
      blueWool: null,
      endedOn: null,
      looks: [],
      light: { facing: 'SE', sky: null },
      wash: null,
      drop: null,
    },
    isOfReadings: false,
    code: 'SWA-26-01',
    name: 'tansy',
    hex: '#c8a83c',
    looks: [],
    halfLife: null,
    lightStep: null,
    after: [],
    ...more,
  }) as unknown as TestView

describe('a look at many', () => {
  const ids = [newId(), newId(), newId()]
  const look = (): LookDraft => plainLook({ kind: 'light', tests: ids.map((id) => view(id)) })

  test('sends a look of each piece of which something is said', () => {
    const now = look()
    Object.assign(now, { on: '2026-09-15', note: 'dull week' })
    now.entries[0]!.seen = 'half'
    now.entries[1]!.changeStep = 3.5
    now.entries[1]!.open = { hex: '#d8c060', how: { by: 'photo', errorDe: 2 } }
    const changes = changesOf(now)
    expect(() => validate(testSetChangeSchema, { changes })).not.toThrow()
    expect(changes.map(({ id }) => id)).toEqual(ids.slice(0, 2))
    expect(changes[0]!.change.look).toMatchObject({ on: '2026-09-15', seen: 'half', dose: null })
    expect(changes[1]!.change.look).toMatchObject({
      changeStep: 3.5,
      seen: null,
      note: 'dull week',
      open: { hex: '#d8c060', by: 'photo', errorDe: 2, washed: null },
    })
    expect(isId(changes[0]!.change.look!.id)).toBe(true)
  })

  test('an end, and the next look, are of all of them; without a word nothing is sent', () => {
    const now = look()
    expect(changesOf({ ...now, isEnd: true })).toEqual([])
    now.entries[2]!.seen = 'same'
    const ended = changesOf({ ...now, on: '2026-10-01', isEnd: true })
    expect(ended).toHaveLength(3)
    expect(ended[0]!.change).toEqual({ endedOn: '2026-10-01', lookOn: null })
    const again = changesOf({ ...now, lookOn: '2026-11-01' })
    expect(again.map(({ change }) => change.lookOn)).toEqual(ids.map(() => '2026-11-01'))
  })

  test('light is told by days, hours, weeks or a meter', () => {
    const now = look()
    now.entries[0]!.seen = 'hardly'
    const doseOf = (more: Partial<LookDraft>) =>
      changesOf({ ...now, ...more })[0]!.change.look!.dose
    expect(doseOf({ unit: 'days', amount: 4 })).toBeNull()
    expect(doseOf({ unit: 'weeks', amount: 4 })).toEqual({ value: 4, unit: 'weeks' })
    expect(doseOf({ unit: 'klxh', amount: null })).toBeNull()
  })

  test('those that ended and those told by readings are not looked at', () => {
    const [a, b] = [view(ids[0]!), view(ids[1]!, { isOfReadings: true })]
    const c = view(ids[2]!)
    c.test.endedOn = '2026-09-01'
    expect(
      plainLook({ kind: 'light', tests: [a, b, c] }).entries.map(({ testId }) => testId),
    ).toEqual([ids[0]])
  })

  test('one box is cut evenly into all parts', () => {
    const areas = evenAreas(
      { x: 100, y: 50, width: 600, height: 200 },
      ['a', 'b', 'c'],
      ['covered', 'open'],
    )
    expect(Object.keys(areas)).toHaveLength(6)
    expect(areas[areaName('a', 'covered')]).toEqual({ x: 140, y: 70, width: 120, height: 60 })
    expect(areas[areaName('c', 'open')]).toEqual({ x: 540, y: 170, width: 120, height: 60 })
  })
})

describe('putting right', () => {
  test('only what is other goes to all of a set, and what is emptied is not known again', () => {
    const set = { kind: 'light' as const, tests: [view(newId()), view(newId())] }
    const facts = factsOf(set)
    expect(factChanges(set, facts)).toEqual([])
    const changes = factChanges(set, { ...facts, facing: '', begunOn: '2026-09-01' })
    expect(changes).toHaveLength(2)
    expect(changes[0]!.change).toEqual({
      begunOn: '2026-09-01',
      light: { facing: null, sky: null },
    })
    expect(() => validate(testSetChangeSchema, { changes })).not.toThrow()
  })

  test('a look comes back as it was told, but for what is put right', () => {
    const look = {
      id: newId(),
      on: '2026-09-15',
      dose: { value: 3, unit: 'weeks' as const },
      seen: 'half' as const,
      changeStep: 2.5,
      stainStep: null,
      note: 'edge',
    }
    const facts = lookFacts(look as Look)
    expect(lookChange(look.id, facts)).toEqual({ look })
    const unknown = lookChange(look.id, { ...facts, on: '', unit: 'days' })
    expect(unknown.look).toMatchObject({ on: null, dose: null, seen: 'half' })
  })
})

describe('what a set is', () => {
  test('a set by what it is, and what of it is not known', () => {
    const set = {
      key: 'k',
      kind: 'light',
      place: 'sill',
      begunOn: null,
      endedOn: null,
      lookOn: null,
      isDue: false,
      tests: [view(newId()), view(newId())],
    } as TestSet
    expect(setTitle(set)).toBe('2 strips, sill')
    expect(setFacts(set)).toBe('a south-east window · begun some day')
  })
})
