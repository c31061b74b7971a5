import { describe, expect, test } from '@jest/globals'
import {
  atlasChoices,
  atlasLines,
  FIRST_ASK,
  plantText,
  type AtlasAsk,
} from '../../../app/features/strength/atlas-rows'
import type { AtlasRow, AtlasSource, AtlasView } from '../../../shared/views/strength/atlas'

const exactly = (mid: number) => ({ mid, low: mid * 0.8, high: mid * 1.25 })
const source = (sourceId: string, fields: Partial<AtlasSource> = {}): AtlasSource => ({
  sourceId,
  code: sourceId.toUpperCase(),
  commonName: sourceId,
  scientificName: '',
  part: 'leaf',
  group: 'plant',
  fastness: 'unknown',
  usualRatioState: 'fresh',
  usualDryFraction: 0.2,
  gramsPerHour: null,
  walks: 0,
  ...fields,
})
const row = (sourceId: string, fields: Partial<AtlasRow> = {}): AtlasRow => ({
  sourceId,
  key: 'wool|Al|asItCame|simmer',
  fibreClass: 'wool',
  mordant: 'Al',
  stuff: 'asUsual',
  phBand: 'asItCame',
  way: 'simmer',
  n: 5,
  lots: 2,
  estimated: 0,
  donorSwatches: 0,
  dyedFrom: '2025-06-01',
  dyedTo: '2026-06-01',
  uptakeProbability: 1,
  ceiling: exactly(1.5),
  ceilingReached: true,
  isScaleKnown: true,
  ceilingHex: '#a07010',
  enough: { ...exactly(0.6), beyondTried: false },
  perGram: exactly(2.2),
  atHalf: exactly(1.2),
  forDepth: [
    { depth: 'middling', p50: 0.3, p80: 0.45 },
    { depth: 'full', p50: null, p80: null },
  ],
  lab: { l: 70, a: 0, b: 60 },
  hex: '#c8a030',
  family: 'yellow',
  ribbon: [],
  tried: [0.2, 1],
  ...fields,
})

const view: AtlasView = {
  sources: [
    source('tansy', { fastness: 'fair', gramsPerHour: 900, walks: 2 }),
    source('alder', { fastness: 'good', usualDryFraction: 0.5 }),
    source('nettle'),
  ],
  rows: [
    row('tansy'),
    row('alder', {
      fibreClass: 'silk',
      mordant: 'Fe',
      family: 'grey',
      perGram: exactly(0.9),
      n: 2,
      atHalf: exactly(0.6),
      ceilingReached: false,
      forDepth: [{ depth: 'middling', p50: 0.02, p80: 4 }],
    }),
    row('nettle', { uptakeProbability: 0.2, family: null, perGram: exactly(0.05), n: 1 }),
  ],
  pending: 0,
}
const asked = (fields: Partial<AtlasAsk> = {}) => atlasLines(view, { ...FIRST_ASK, ...fields })
const names = (fields?: Partial<AtlasAsk>) => asked(fields).map(({ row: { sourceId } }) => sourceId)

describe('what is asked of all curves', () => {
  test('strongest per gram first, each as a share of the strongest', () => {
    expect(names()).toEqual(['tansy', 'alder', 'nettle'])
    expect(asked().map(({ relative }) => relative)).toEqual([1, 0.5, 1])
    expect(asked()[0]!.name).toBe('tansy leaf')
  })

  test('filters by fibre, mordant, hue, fastness and swatches, each alone', () => {
    expect(names({ fibre: 'silk' })).toEqual(['alder'])
    expect(names({ mordant: 'Fe' })).toEqual(['alder'])
    expect(names({ family: 'yellow' })).toEqual(['tansy'])
    expect(names({ fastness: 'good' })).toEqual(['alder'])
    expect(names({ least: 3 })).toEqual(['tansy'])
    expect(names({ family: 'yellow', fibre: 'silk' })).toEqual([])
  })

  test('tells the ratio for a depth as weighed: by the dry matter of the source', () => {
    // 0.3 dry is 1.5 fresh at a dry fraction of 0.2
    expect(asked()[0]!.ratioWeighed).toBeCloseTo(1.5, 10)
    expect(asked({ isSure: true })[0]!.ratioWeighed).toBeCloseTo(2.25, 10)
    expect(asked({ depth: 'full' })[0]!.ratioWeighed).toBeNull()
    // what does not take has no ratio, whatever its curve says
    expect(asked().find(({ row: { sourceId } }) => sourceId === 'nettle')!.ratioWeighed).toBeNull()
  })

  test('"yellows that need under 2 : 1": what does not reach the depth is left out too', () => {
    expect(names({ family: 'yellow', mostRatio: 2 })).toEqual(['tansy'])
    expect(names({ family: 'yellow', mostRatio: 1.2 })).toEqual([])
    expect(names({ depth: 'full', mostRatio: 100 })).toEqual([])
  })

  test('a ratio over twice away from any tried is a guess, either way', () => {
    const guess = (fields?: Partial<AtlasAsk>) =>
      asked(fields).find(({ row: { sourceId } }) => sourceId === 'alder')!.far
    expect(asked()[0]!.far).toBeNull()
    expect(guess()!.times).toBeGreaterThan(2)
    expect(guess({ isSure: true })).not.toBeNull()
  })

  test('plant for it is told in grams, a guess in two digits', () => {
    const [p80, guess] = asked()
    expect(plantText({ ...p80!, ratioWeighed: 1.234 })).toBe('123 g for 100 g')
    expect(plantText({ ...guess!, ratioWeighed: 0.02432 })).toBe('2.4 g for 100 g')
  })

  test('sorts either way, and what is not known comes last both times', () => {
    expect(names({ sort: 'rate', isFalling: true })[0]).toBe('tansy')
    expect(names({ sort: 'rate', isFalling: false })[0]).toBe('tansy')
    expect(names({ sort: 'fastness', isFalling: true })).toEqual(['alder', 'tansy', 'nettle'])
    expect(names({ sort: 'fastness', isFalling: false })).toEqual(['tansy', 'alder', 'nettle'])
    expect(names({ sort: 'name', isFalling: false })).toEqual(['alder', 'nettle', 'tansy'])
    expect(names({ sort: 'name', isFalling: true })).toEqual(['tansy', 'nettle', 'alder'])
    // a ceiling that was not reached is not known
    expect(names({ sort: 'ceiling', isFalling: true }).at(-1)).toBe('alder')
  })

  test('only offers what some curve has', () => {
    const { fibres, mordants, families, depths } = atlasChoices(view)
    expect(fibres).toEqual(['wool', 'silk'])
    expect(mordants).toEqual(['Al', 'Fe'])
    expect([...families].sort()).toEqual(['grey', 'yellow'])
    expect(depths).toContain('middling')
  })
})
