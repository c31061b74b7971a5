import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { isTooHot, limitsOfBlend, limitsSentence, strictest } from '../../../../core/fibre/limits'
import { freeMarks, lookAlikes, MARKS } from '../../../../core/fibre/marks'
import {
  isRinseDue,
  missingTime,
  readinessOf,
  type TreatmentFacts,
} from '../../../../core/fibre/readiness'
import { takesSource, type TakenSource, type TakingFibre } from '../../../../core/fibre/takes'
import { wetAsDry } from '../../../../core/fibre/wet-as-dry'
import { formatDuration } from '../../../../core/quantity/format-duration'

const WOOL = { maxTempC: 93, ph: [3, 10], mostIronPercent: 6 } as const
const SILK = { maxTempC: 85, ph: [4, 9.5], mostIronPercent: 6 } as const
const SKIN = { maxTempC: null, ph: [3.5, 8], mostIronPercent: 2 } as const

describe('limits of a blend', () => {
  test('are the strictest of its fibres', () => {
    const blend = limitsOfBlend([
      { limits: WOOL, percent: 70 },
      { limits: SILK, percent: 30 },
    ])
    expect(blend).toEqual({ maxTempC: 85, ph: [4, 9.5], mostIronPercent: 6 })
    expect(strictest([WOOL, SKIN])).toEqual({ maxTempC: null, ph: [3.5, 8], mostIronPercent: 2 })
  })

  test('want shares that come to 100 %', () => {
    expect(() => limitsOfBlend([{ limits: WOOL, percent: 70 }])).toThrow(
      'the shares of a blend must come to 100 %; got 70 %',
    )
    expect(() => limitsOfBlend([])).toThrow('got 0 %')
    expect(() => limitsOfBlend([{ limits: WOOL, percent: -1 }])).toThrow('must be above 0 %')
  })

  test('a skin bears no more than a warm hand, wool its limit and no more', () => {
    expect(isTooHot(SKIN, 30)).toBe(false)
    expect(isTooHot(SKIN, 31)).toBe(true)
    expect(isTooHot(WOOL, 93)).toBe(false)
    expect(isTooHot(WOOL, 94)).toBe(true)
  })

  test('are said in one sentence', () => {
    expect(limitsSentence(WOOL)).toBe('To 93 °C at most; pH 3 to 10; iron to 6 % over its life.')
    expect(limitsSentence(SKIN)).toMatch(/^Never in heat: cooled liquor only;/)
  })
})

describe('marks', () => {
  test('are all different, and none that is in use is given again', () => {
    expect(new Set(MARKS).size).toBe(MARKS.length)
    fc.assert(
      fc.property(fc.nat(60), fc.subarray([...MARKS]), (n, used) => {
        const given = freeMarks(n, used)
        expect(new Set([...given, ...used]).size).toBe(n + used.length)
      }),
    )
  })

  test('are the same whatever their case and blanks', () => {
    expect(freeMarks(1, [' 1 KNOT '])).toEqual(['2 knots'])
  })

  test('pieces that look alike need different ones', () => {
    const piece = (code: string, mark: string, looks = 'wool yarn white') => ({ code, mark, looks })
    expect(lookAlikes([piece('A', ''), piece('B', ''), piece('C', '1 knot')])).toEqual([['A', 'B']])
    expect(lookAlikes([piece('A', '1 knot'), piece('B', ' 1 Knot')])).toEqual([['A', 'B']])
    expect(lookAlikes([piece('A', ''), piece('B', '', 'silk yarn white')])).toEqual([])
  })
})

describe('a wet weight typed as a dry one', () => {
  test('is told by pieces like it, and by its band', () => {
    expect(wetAsDry(250, [100, 98, 104])).toEqual({ usualG: 100, times: 2.5, n: 3 })
    expect(wetAsDry(130, [], 50)).toEqual({ usualG: 50, times: 2.6, n: 0 })
  })

  test('is not suspected of what may be another size, or where nothing is known', () => {
    expect(wetAsDry(110, [100, 98])).toBeNull()
    expect(wetAsDry(1000, [100, 98])).toBeNull()
    expect(wetAsDry(250, [])).toBeNull()
    expect(wetAsDry(250, [100])).toBeNull()
    expect(() => wetAsDry(0, [])).toThrow('dryG must be above 0 g')
  })
})

describe('readiness', () => {
  const did = (kind: TreatmentFacts['kind']): TreatmentFacts => ({
    kind,
    words: kind,
    doneOn: '2026-01-01',
  })
  const level = (treatments: TreatmentFacts[], more = {}) =>
    readinessOf({ treatments, pots: 0, isInBath: false, ...more }).level

  test('grows with what was done', () => {
    expect(level([])).toBe('unwashed')
    expect(level([did('wash')])).toBe('bare')
    expect(level([did('wash'), did('soak')])).toBe('bare')
    expect(level([did('wash'), did('mordant')])).toBe('mordanted')
    expect(level([did('mordant')])).toBe('unwashed')
    expect(level([did('wash'), did('mordant')], { pots: 1 })).toBe('dyed')
    expect(level([did('wash')], { isInBath: true })).toBe('inBath')
  })

  test('bleach wants a rinse after it, whatever else was done', () => {
    expect(isRinseDue([did('bleach')])).toBe(true)
    expect(isRinseDue([did('rinse'), did('bleach'), did('mordant')])).toBe(true)
    expect(isRinseDue([did('bleach'), did('rinse')])).toBe(false)
    expect(level([did('wash'), did('bleach'), did('mordant')])).toBe('rinseDue')
  })

  test('says what is missing, and how long it takes', () => {
    const { missing } = readinessOf({ treatments: [], pots: 0, isInBath: false })
    expect(missing.map(({ what }) => what.split(':')[0])).toEqual([
      'wash it',
      'mordant it for most sources',
    ])
    expect(missingTime(missing)).toBe('4 h to 2 days')
    expect(missingTime([])).toBe('0 min to 0 min')
    expect([formatDuration(89), formatDuration(90), formatDuration(36 * 60)]).toEqual([
      '89 min',
      '2 h',
      '2 days',
    ])
  })
})

describe('what a fibre takes', () => {
  const wool: TakingFibre = { takes: 'well', origin: 'protein' }
  const cotton: TakingFibre = { takes: 'little', origin: 'cellulose' }
  const tansy: TakenSource = {
    needsMordant: 'yes',
    bringsTannin: false,
    isLeafBlue: false,
    isLichen: false,
  }
  const taking = (fibre: TakingFibre, source: Partial<TakenSource>, mordanted = true) =>
    takesSource(fibre, { ...tansy, ...source }, mordanted).taking

  test('hangs on mordant, tannin and kind', () => {
    expect(taking(wool, {})).toBe('well')
    expect(taking(wool, {}, false)).toBe('little')
    expect(taking(wool, { needsMordant: 'no' }, false)).toBe('well')
    expect(taking(cotton, {})).toBe('little')
    expect(taking(cotton, { isLichen: true, needsMordant: 'no' }, false)).toBe('barely')
    expect(taking({ takes: 'much', origin: 'protein' }, { isLeafBlue: true }, false)).toBe('well')
    expect(taking({ takes: 'well', origin: 'cellulose' }, { bringsTannin: true })).toBe('well')
    expect(taking({ takes: 'well', origin: 'cellulose' }, {})).toBe('little')
  })
})
