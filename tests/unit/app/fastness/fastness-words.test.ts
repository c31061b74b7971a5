import { describe, expect, test } from '@jest/globals'
import { cardLines, mordantInFull } from '../../../../app/features/fastness/card-lines'
import { doseText, lookWords } from '../../../../app/features/fastness/look-words'
import {
  mayLast,
  measuredLight,
  type LightOn,
} from '../../../../shared/rules/fastness/measured-light'
import type { ChainView } from '../../../../shared/views/year/chain'
import { lastingWords } from '../../../../app/features/year/lasting-words'
import type { Source } from '../../../../shared/schemas/walk/source'
import type {
  FastnessGroup,
  MeasuredFading,
  SourceFastness,
} from '../../../../shared/views/fastness/fastness'
import {
  comparisonSentence,
  dropSentence,
  fastnessSentences,
  halfLifeShort,
  halfLifeWords,
  lightSentence,
  lightVerdict,
  washSentence,
} from '../../../../shared/words/fastness/half-life-words'

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
      'It bears washing: 4 pieces, 9 looks, half still there at 44',
    )
  })

  test('which lasts longer, and where nothing is sure', () => {
    const times = { mid: 0.4, low: 0.25, high: 0.7, pairs: 3 }
    const told = { by: 'mordant' as const, one: 'Al', other: 'Al Fe', times }
    expect(comparisonSentence(told)).toBe(
      'With Al Fe it lasts 1.4 to 4 times as long as with Al (3 pairs that hung together).',
    )
    const unsure = { ...told, times: { mid: 1.1, low: 0.8, high: 1.5, pairs: 4 } }
    expect(comparisonSentence(unsure)).toBe(
      'With Al or with Al Fe: no difference is sure yet (4 pairs that hung together).',
    )
    expect(comparisonSentence({ ...told, by: 'fibre', one: 'silk', other: 'wool' })).toContain(
      'On wool it lasts',
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
  sourceName: 'tansy flower heads',
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

describe('a plan that must last', () => {
  const plant = { sourceId: 's', sourceName: 'tansy', fastness: 'good' } as const
  const planOf = (isLasting: boolean) => ({
    plan: { isLasting, fibre: 'wool', mordant: 'alum' } as ChainView['plan'],
    plants: [plant] as unknown as ChainView['plants'],
  })
  const strips = (half: MeasuredFading) => (on: LightOn) =>
    measuredLight([source({ all: group({ light: half }) })], on)

  test('is told what its strips say, and what is only typical', () => {
    expect(lastingWords(planOf(false), () => null)).toEqual([])
    expect(lastingWords(planOf(true), () => null)).toEqual([
      { sourceId: 's', words: 'tansy: light fastness good, typical.', isWanting: false },
    ])
    const [fades] = lastingWords(planOf(true), strips(between(90, 160)))
    expect(fades).toMatchObject({ isWanting: true })
    expect(fades!.words).toContain('tansy: Hold it out of the sun')
    expect(lastingWords(planOf(false), strips(between(90, 160)))[0]!.isWanting).toBe(false)
    expect(lastingWords(planOf(true), strips(between(400, 900)))[0]!.isWanting).toBe(false)
    const unknown = {
      ...planOf(true),
      plants: [{ ...plant, fastness: 'unknown' }] as unknown as ChainView['plants'],
    }
    expect(lastingWords(unknown, () => null)[0]!.words).toBe(
      'tansy: light fastness not known; hang a strip of it before you rely on it.',
    )
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
      'Keep it out of the sun. Tested by 4 strips, 9 looks: half gone in 90 to 160 h of window sun.',
    )
    expect(of(tested, 'Moves it')).toBe('Rain turns it, and it stays (1 test).')
    expect(of(tested, 'Rubbing')).toContain('It rubs off: dry step 4-5, damp step 3')
    expect(JSON.stringify(tested)).not.toContain('window.')
    expect(['Al Fe', 'none', 'unknown'].map(mordantInFull)).toEqual([
      'with alum and iron',
      'no mordant',
      'mordant not known',
    ])
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
