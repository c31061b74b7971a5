import { describe, expect, test } from '@jest/globals'
import { inWords } from '../../../app/composables/field-words'
import { readWeighInNote } from '../../../app/features/frame/read-note'
import { STATIONS } from '../../../app/features/frame/stations'
import {
  expectedHex,
  fittedStrength,
  laneOf,
  ribbonScale,
  ribbonStops,
} from '../../../app/features/strength/ribbon-paint'
import { groupWords, standing } from '../../../app/features/strength/words'
import { moreText, orderedRows, windowText } from '../../../app/features/today/windows'
import { estimateReflectance } from '../../../core/colour/estimate-reflectance'
import type { StrengthGroup, StrengthPointView } from '../../../shared/strength-view'
import type { WalkRow } from '../../../shared/walk-view'
import { readiness, windowOfMonths } from '../../../core/season/shifted-window'

const bare = estimateReflectance({ l: 88, a: 0.5, b: 10 })
const unit = bare.map((_, i) => (i < 8 ? 4 : 0.1))

const point = (ratioDry: number, fields: Partial<StrengthPointView> = {}): StrengthPointView => ({
  swatchId: `s${ratioDry}`,
  code: 'SWA-26-01',
  potCode: 'POT-26-01',
  lotCodes: ['TAN-26-01'],
  dyedOn: '2026-08-20',
  ratioDry,
  ratioAsWeighed: ratioDry,
  state: 'dried',
  hex: '#c8a030',
  basis: 'measured',
  strength: 1,
  depth: 'middling',
  notCounted: null,
  sureness: 'sure',
  evidence: [],
  ...fields,
})

const group = (fields: Partial<StrengthGroup> = {}): StrengthGroup => ({
  key: 'wool|Al|asItCame',
  fibreClass: 'wool',
  mordant: 'Al',
  phBand: 'asItCame',
  way: 'simmer',
  points: [0.1, 0.4, 1].map((r) => point(r)),
  n: 3,
  lots: 2,
  estimated: 1,
  fit: {
    kind: 'bent',
    model: 'exponential',
    ceiling: 1.5,
    scale: 0.3,
    ceilingSe: 0.1,
    scaleSe: 0.05,
    correlation: 0.8,
    residualSs: 0,
    residualSd: 0,
    n: 3,
    converged: true,
    iterations: 4,
  },
  enough: 0.6,
  unit,
  bare,
  ...fields,
})

describe('the ribbon’s paint', () => {
  const x = ribbonScale(960)

  test('is sure where swatches were tried and fades to haze beyond', () => {
    const stops = ribbonStops(group(), x)
    expect(stops).toHaveLength(49)
    const at = (ratio: number) =>
      stops.reduce((a, b) =>
        Math.abs(b.at - x(ratio) / 9.6) < Math.abs(a.at - x(ratio) / 9.6) ? b : a,
      )
    expect(at(0.3).known).toBe(1)
    expect(at(0.05).known).toBeGreaterThan(0)
    expect(at(0.05).known).toBeLessThan(1)
    expect(at(0.021).known).toBe(0)
    expect(stops.every(({ hex }) => /^#[0-9a-f]{6}$/.test(hex))).toBe(true)
  })

  test('is blank without a curve', () => {
    expect(ribbonStops(null, x)).toEqual([])
    expect(ribbonStops(group({ fit: null }), x)).toEqual([])
    expect(expectedHex(group({ fit: null }), 0.5)).toBeNull()
  })

  test('more plant is never painted paler', () => {
    const lightness = [0.05, 0.2, 0.8].map((r) => parseInt(expectedHex(group(), r)!.slice(5), 16))
    expect(lightness[0]!).toBeGreaterThan(lightness[1]!)
    expect(lightness[1]!).toBeGreaterThan(lightness[2]!)
  })

  test('a curve without a bend, or below nothing, paints too', () => {
    const straight = {
      kind: 'straight',
      slope: 2,
      slopeSe: null,
      n: 3,
      residualSs: 0,
      residualSd: 0,
    }
    const flat = { kind: 'flat', level: -0.1, levelSe: null, n: 3, residualSs: 0, residualSd: 0 }
    expect(fittedStrength(straight as never, 0.5)).toBe(1)
    expect(fittedStrength(flat as never, 0.5)).toBe(0)
  })

  test('chips at one ratio stand in lanes of their own', () => {
    expect(laneOf([100, 100, 100], 20, 3)).toEqual([0, 1, 2])
    expect(laneOf([0, 50, 100], 20, 3)).toEqual([0, 0, 0])
    expect(laneOf([105, 100], 20, 3)).toEqual([1, 0])
    // more than there are lanes: the least covered one is shared
    expect(new Set(laneOf([1, 1, 1, 1], 20, 3)).size).toBe(3)
  })
})

describe('words', () => {
  test('say what swatches have in common and how many there are', () => {
    expect(groupWords(group())).toBe('wool, Al')
    expect(groupWords(group({ mordant: 'none', phBand: 'alkaline', fibreClass: 'silk' }))).toBe(
      'silk, no mordant, alkaline bath',
    )
    expect(standing(group())).toBe('3 swatches in 2 lots, 1 of them estimated from colours (~)')
    expect(standing(group({ n: 1, lots: 1, estimated: 1 }))).toBe(
      '1 swatch in 1 lot, all estimated from colours (~)',
    )
    expect(standing(group({ estimated: 0 }))).toBe('3 swatches in 2 lots, all measured')
  })

  test('a station’s count says what it counts', () => {
    const counts = { ready: 3, wilting: 1, jars: 1, unmordanted: 2, unread: 4 }
    const said = STATIONS.map(({ waiting }) => waiting(counts)).filter(({ n }) => n > 0)
    expect(said.every(({ what }) => what.length > 0)).toBe(true)
    expect(said.map(({ n }) => n)).toEqual([3, 2, 2, 4])
  })
})

describe('a one-line note', () => {
  test.each([
    [
      '340 g tansy heads, full flower, Quarry Lane',
      340,
      ['tansy heads', 'full flower', 'Quarry Lane'],
    ],
    ['2 lb 3 oz dock root', 992.233, ['dock root']],
    ['1/2 kg nettle', 500, ['nettle']],
  ])('%s', (text, netG, words) => {
    const note = readWeighInNote(text)!
    expect(note.netG).toBeCloseTo(netG, 3)
    expect(note.words).toEqual(words)
  })

  test.each(['tansy', 'jar OCH-26-02 aired', '', '0 g tansy', '12 heads of tansy'])(
    '%p is not a weighing',
    (text) => expect(readWeighInNote(text)).toBeNull(),
  )
})

describe('harvest windows', () => {
  const row = (
    months: [number, number] | null,
    today: number,
    fields: Partial<WalkRow> = {},
  ): WalkRow => {
    const window = months && { ...windowOfMonths(...months), shiftDays: 0, years: 0 }
    return {
      source: {
        ...{ id: String(months), code: 'TAN', commonName: 'tansy' },
        ...{ scientificName: 'Tanacetum vulgare', part: 'flowerHead', group: 'plant' },
        ...{ windowFrom: null, windowTo: null, stopGroup: null },
      },
      window,
      readiness: window && readiness(window, today),
      ...{ gatherings: [], leftG: 0, stockDryG: 0, needs: [], bearings: [] },
      ...fields,
    }
  }

  // days of the year: 25 June 176, 20 September 263, 30 September 273, 1 October 274, 15 December 349
  test.each([
    [row([7, 9], 263), '11 days left'],
    [row([7, 9], 273), '1 day left'],
    [row([7, 9], 176), 'opens in 6 days'],
    [row([9, 2], 349), '3 months left'],
    [row([9, 2], 31), '4 weeks left'],
    [row([7, 9], 274), 'opens in 9 months'],
    [row([1, 12], 274), 'all year'],
    [row(null, 274), 'season not known'],
  ])('%#: says how long', (each, text) => expect(windowText(each)).toBe(text))

  test('what is kept, wanted and moved stands beside it', () => {
    expect(moreText(row([7, 9], 263))).toBe('none kept')
    const moved = { fromDay: 175, toDay: 266, shiftDays: -7.4, years: 2 }
    const need = { toGatherG: { mid: 1240, low: 900, high: 1700 } } as WalkRow['needs'][number]
    expect(moreText(row([7, 9], 263, { leftG: 210, needs: [need], window: moved }))).toBe(
      '210 g kept · ~1.24 kg wanted · 7 days earlier with you (2 years)',
    )
  })

  test('what closes soonest comes first, all-year sources last', () => {
    const rows = [row([1, 12], 274), row([5, 6], 274), row([9, 12], 274), row([9, 10], 274)]
    const order = orderedRows(rows).map(({ source }) => source.id)
    expect(order).toEqual(['9,10', '9,12', '5,6', '1,12'])
  })
})

test.each([
  ['netG must be a number above 0; got -5', 'The net amount must be a number above 0; got -5'],
  ['tareG belongs to grossG', 'The empty bag belongs to what is on the scale'],
  ['hex must be a colour such as #8a5a00', 'Hex must be a colour such as #8a5a00'],
])('%s reads %s on screen', (detail, words) => expect(inWords(detail)).toBe(words))
