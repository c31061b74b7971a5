import { describe, expect, test } from '@jest/globals'
import { inWords } from '../../../app/composables/field-words'
import { readWeighInNote } from '../../../app/features/frame/read-note'
import { STATIONS } from '../../../app/features/frame/stations'
import { findsText, moreText, orderedRows, windowText } from '../../../app/features/today/windows'
import type { WalkRow } from '../../../shared/views/walk/walk'
import { readiness, windowOfMonths } from '../../../core/season/shifted-window'

describe('words', () => {
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
    { sdDays = 0, ...fields }: Partial<WalkRow> & { sdDays?: number } = {},
  ): WalkRow => {
    const moved = { shiftDays: 0, years: 0, sdDays, marker: null }
    const window = months && { ...windowOfMonths(...months), ...moved }
    return {
      source: {
        id: String(months),
        commonName: 'tansy',
        scientificName: 'Tanacetum vulgare',
        part: 'flowerHead',
        group: 'plant',
      },
      window,
      readiness: window && readiness(window, today),
      finds: null,
      gatherings: [],
      leftG: 0,
      stockDryG: 0,
      needs: [],
      bearings: [],
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
    // ends that are known within three weeks are told no closer
    [row([7, 9], 263, { sdDays: 16 }), 'open, may close any day'],
    [row([7, 9], 245, { sdDays: 16 }), 'about 4 weeks left'],
    [row([7, 9], 176, { sdDays: 16 }), 'may open any day'],
    [row([7, 9], 140, { sdDays: 16 }), 'opens in about 6 weeks'],
    [row([1, 12], 274, { sdDays: 16 }), 'all year'],
  ])('%#: says how long', (each, text) => expect(windowText(each)).toBe(text))

  test('what is kept, wanted and moved stands beside it', () => {
    expect(moreText(row([7, 9], 263))).toBe('none kept')
    const moved = {
      fromDay: 175,
      toDay: 266,
      shiftDays: -7.4,
      years: 2,
      sdDays: 12,
      marker: null,
    }
    const need = { toGatherG: { mid: 1240, low: 900, high: 1700 } } as WalkRow['needs'][number]
    expect(moreText(row([7, 9], 263, { leftG: 210, needs: [need], window: moved }))).toBe(
      '210 g kept · ~1.2 kg wanted · 7 days earlier with you (2 years)',
    )
    expect(findsText(null)).toBe('')
    const once = { first: '2025-08-02', last: '2025-08-02', years: 1 }
    expect(findsText(once)).toMatch(/^Found once: /)
    expect(findsText({ ...once, last: '2024-09-30', years: 3 })).toMatch(
      /^Earliest find .*2025, latest .*2024, over 3 years\.$/,
    )
    const marker = { words: 'the blackthorn flowers', isSeen: false, years: 2 }
    const marked = { ...moved, shiftDays: 0, marker }
    expect(moreText(row([7, 9], 263, { window: marked }))).toBe(
      'none kept · by your mark of 2 years: the blackthorn flowers',
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
