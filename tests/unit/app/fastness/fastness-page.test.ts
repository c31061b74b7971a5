import { describe, expect, test } from '@jest/globals'
import { areaName, evenAreas } from '../../../../app/features/fastness/bench-areas'
import { cardLines } from '../../../../app/features/fastness/card-lines'
import { doseText, lookWords } from '../../../../app/features/fastness/look-words'
import { setFacts, setTitle } from '../../../../app/features/fastness/set-words'
import { changesOf, plainLook, type LookDraft } from '../../../../app/features/fastness/useLook'
import { testsOf, type SetOutDraft } from '../../../../app/features/fastness/useSetOut'
import { isId, newId } from '../../../../shared/ids'
import { mayLast, measuredLight } from '../../../../shared/rules/fastness/measured-light'
import {
  newTestSetSchema,
  testSetChangeSchema,
} from '../../../../shared/schemas/fastness/fastness-moves'
import type { Source } from '../../../../shared/schemas/walk/source'
import { validate } from '../../../../shared/validate'
import type {
  FastnessGroup,
  MeasuredFading,
  SourceFastness,
  TestSet,
  TestView,
} from '../../../../shared/views/fastness/fastness'
import {
  dropSentence,
  fastnessSentences,
  halfLifeShort,
  halfLifeWords,
  lightSentence,
  lightVerdict,
  washSentence,
} from '../../../../shared/words/fastness/half-life-words'

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

const light = (halfLife: MeasuredFading['halfLife'], more: Partial<MeasuredFading> = {}) => ({
  strips: 4,
  looks: 9,
  halfLife,
  unit: 'h' as const,
  steps: null,
  ...more,
})
const between = (low: number, high: number) =>
  light({ kind: 'between', low, mid: Math.sqrt(low * high), high })

describe('what is said', () => {
  test('a verdict comes with its reason, and only where both ends bear it', () => {
    expect(lightSentence(between(148, 262))).toBe(
      'Hold it out of the sun; not for sale as lightfast: 4 strips, 9 looks, half gone in 150 to 260 h of window sun.',
    )
    expect(lightVerdict(between(40, 90))).toBe('fleeting')
    expect(lightVerdict(between(150, 700))).toBe('unsure')
    expect(lightVerdict(light({ kind: 'atLeast', low: 1066 }))).toBe('holds')
    expect(lightVerdict(light({ kind: 'atLeast', low: 120 }))).toBe('unsure')
    expect(lightVerdict(light({ kind: 'atMost', high: 60 }))).toBe('fleeting')
    expect(lightVerdict(light({ kind: 'untold' }))).toBe('unsure')
    const wools = light({ kind: 'atLeast', low: 1066 }, { steps: [5, 6] })
    expect(lightSentence(wools)).toContain(
      'half still there at 1100 h of window sun or more; blue wool 5 to 6.',
    )
    expect(lightSentence(light({ kind: 'untold' }))).toBe(
      'Not sure yet whether it holds a summer: look again, or hang another: 4 strips, 9 looks.',
    )
  })

  test('half-lives in few digits', () => {
    expect(halfLifeWords({ kind: 'atMost', high: 71.3 }, 'h')).toBe(
      'half gone by 71 h of window sun',
    )
    expect(halfLifeShort({ kind: 'between', low: 92, mid: 120, high: 163 }, 'h')).toBe('92–160 h')
    expect(halfLifeShort({ kind: 'atLeast', low: 412 }, 'h')).toBe('over 410 h')
    expect(halfLifeShort({ kind: 'untold' }, 'h')).toBe('')
    const wash = { ...light({ kind: 'atLeast' as const, low: 44 }), unit: 'washes' as const }
    expect(washSentence(wash)).toContain(
      'It bears washing: 4 strips, 9 looks, half still there at 44',
    )
  })

  test('drops that move it, that come back, and that nobody rinsed', () => {
    const drop = { agent: 'vinegar' as const, tests: 2, moved: 2, cameBack: 2, notRinsed: 0 }
    expect(dropSentence(drop)).toBe('Vinegar turns it, and it comes back when rinsed (2 tests).')
    expect(dropSentence({ ...drop, cameBack: 0 })).toBe('Vinegar turns it, and it stays (2 tests).')
    expect(dropSentence({ ...drop, cameBack: 0, notRinsed: 2 })).toBe(
      'Vinegar turns it; whether it comes back nobody looked (2 tests).',
    )
    expect(dropSentence({ ...drop, moved: 0, cameBack: 0 })).toBe(
      'Vinegar does not move it (2 tests).',
    )
    expect(dropSentence({ ...drop, moved: 1, cameBack: 1 })).toBe(
      'Vinegar turned it in 1 of 2 tests, and it comes back when rinsed.',
    )
  })

  test('a look by its hours, its state, its day, or none', () => {
    const told = (more: object = {}) => ({
      id: '',
      dose: null,
      left: null,
      change: null,
      stain: null,
      againstHex: null,
      ...more,
    })
    expect(
      doseText(
        { kind: 'light' },
        { on: null, state: null },
        { dose: { dose: 45.6, logSd: 0.3, basis: 'reckoned' } },
      ),
    ).toBe('~46 h of sun')
    expect(doseText({ kind: 'drop' }, { on: null, state: 'rinsed' }, told())).toBe(
      'rinsed after it',
    )
    expect(doseText({ kind: 'light' }, { on: null, state: null }, told())).toBe('some day')
    const look = { on: null, state: null, seen: 'half' as const, note: '' }
    expect(lookWords({ kind: 'light' }, look, told()).change).toBe('about half gone')
    const read = told({
      change: { de2000: 2.44, step: '3-4', byEye: false },
      left: { share: 0.81, sd: 0.03 },
    })
    const words = lookWords({ kind: 'light' }, look, read)
    expect(words.all).toContain('81 ± 5 % of its strength left')
    expect(words.change.replaceAll('\u00a0', ' ')).toBe('2.4 ΔE, step 3\u20114')
  })

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

const group = (more: Partial<FastnessGroup> = {}): FastnessGroup => ({
  fibreClass: null,
  mordant: null,
  light: null,
  wash: null,
  stain: null,
  drops: [],
  rub: null,
  ...more,
})
const source = (more: Partial<SourceFastness> = {}): SourceFastness => ({
  sourceId: 's',
  all: group(),
  groups: [],
  comparisons: [],
  ...more,
})

describe('measured before typical', () => {
  const on = { sourceId: 's', fibreClass: 'wool', mordant: 'Al' } as const

  test('strips of this fibre and mordant speak first, then those of the source', () => {
    const items = [
      source({
        all: group({ light: between(90, 160) }),
        groups: [group({ fibreClass: 'wool', mordant: 'Al', light: between(400, 900) })],
      }),
    ]
    expect(measuredLight(items, on)).toMatchObject({ verdict: 'holds', isOfThese: true })
    expect(measuredLight(items, { ...on, mordant: 'Fe' })).toMatchObject({
      verdict: 'fades',
      isOfThese: false,
    })
    expect(measuredLight(items, { ...on, sourceId: 'other' })).toBeNull()
  })

  test('what must last is held to strips where they tell it, else to what is typical', () => {
    const told = (half: MeasuredFading) =>
      measuredLight([source({ all: group({ light: half }) })], on)
    expect(mayLast(told(between(90, 160)), 'good')).toBe(false)
    expect(mayLast(told(between(400, 900)), 'poor')).toBe(true)
    expect(mayLast(told(light({ kind: 'untold' })), 'good')).toBe(true)
    expect(mayLast(null, 'unknown')).toBe(false)
  })
})

describe('the card with a skein', () => {
  const tansy = { id: 's', fastness: 'poor' } as Source

  test('says what was measured, and of the rest that nobody tried it', () => {
    const untested = cardLines([tansy], 'wool', 'Al', [])
    const of = (lines: typeof untested, what: string) =>
      lines.find((line) => line.what === what)!.says.join(' ')
    expect(of(untested, 'Light')).toContain('This one was not tested')
    expect(of(untested, 'Moves it')).toContain('nobody tried them')
    const items = [
      source({
        all: group({
          light: between(90, 160),
          drops: [{ agent: 'rain', tests: 1, moved: 1, cameBack: 0, notRinsed: 0 }],
          rub: { tests: 1, dry: '4-5', damp: '3' },
        }),
      }),
    ]
    const tested = cardLines([tansy], 'wool', 'Al', items)
    expect(of(tested, 'Light')).toBe(
      'Keep it out of the sun. Tested by 4 strips, 9 looks, half gone in 90 to 160 h of window sun.',
    )
    expect(of(tested, 'Moves it')).toBe('Rain turns it, and it stays (1 test).')
    expect(of(tested, 'Rubbing')).toContain('It rubs off: dry step 4-5, damp step 3')
    expect(JSON.stringify(tested)).not.toContain('window.')
    // of two plants neither's tests speak
    expect(of(cardLines([tansy, tansy], 'wool', 'Al', items), 'Light')).toContain('not tested')
  })

  test('tells all that tests say, sentence by sentence', () => {
    const says = fastnessSentences(
      group({ light: between(90, 160), stain: '3', rub: { tests: 2, dry: '5', damp: '4-5' } }),
    )
    expect(says).toHaveLength(3)
    expect(says[1]).toBe('It stains white washed with it, step 3.')
    expect(says[2]).toBe(
      'It does not rub off to be seen: dry step 5, damp step 4-5 on white cotton (2 tests).',
    )
  })
})
