import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { reachedBy, sumPot, type PotNote } from '../../../../core/pot/pot-log'
import { departures, whatHappened } from '../../../../core/pot/what-happened'

const MIN = 60_000
const enter = (min: number, ...pieceIds: string[]): PotNote => ({
  kind: 'enter',
  at: min * MIN,
  pieceIds,
})
const pull = (min: number, ...pieceIds: string[]): PotNote => ({
  kind: 'pull',
  at: min * MIN,
  pieceIds,
})
const read = (min: number, tempC: number | null, ph: number | null = null): PotNote => ({
  kind: 'reading',
  at: min * MIN,
  tempC,
  ph,
})
const add = (min: number, massG: number, waterL = 0): PotNote => ({
  kind: 'add',
  at: min * MIN,
  agent: 'sodaAsh',
  form: 'decahydrate',
  massG,
  waterL,
})

describe('what the notes of a pot come to', () => {
  test('each piece has its own minutes; one put back after mordanting has both stays', () => {
    const notes = [
      enter(0, 'a', 'b', 'c'),
      pull(20, 'a'),
      pull(30, 'b'),
      enter(90, 'b'),
      pull(120, 'b'),
    ]
    const { pieces } = sumPot(['a', 'b', 'c'], notes, 150 * MIN)
    expect(pieces.map(({ minutes }) => minutes)).toEqual([20, 60, 150])
    expect(pieces.map(({ since }) => since !== null)).toEqual([false, false, true])
    expect(pieces[1]!.firstIn).toBe(0)
  })

  test('notes told out of order are taken in the order they happened', () => {
    const { pieces } = sumPot(['a'], [pull(45, 'a'), enter(15, 'a')], 60 * MIN)
    expect(pieces[0]!.minutes).toBe(30)
  })

  test('the hottest with pieces in is told apart from the hottest while extracting', () => {
    const notes = [read(0, 96), enter(10, 'a'), read(20, 78), read(40, 84, 8.2), read(50, null, 9)]
    const sum = sumPot(['a'], notes, 60 * MIN)
    expect(sum).toMatchObject({ topC: 96, topInC: 84, temp: { tempC: 84 }, ph: { ph: 9 } })
  })

  test('additions add up by agent, and water apart', () => {
    const sum = sumPot([], [add(1, 2), add(5, 0.5), add(6, 0, 1.5)], 0)
    expect(sum.agents).toEqual([{ agent: 'sodaAsh', form: 'decahydrate', massG: 2.5 }])
    expect(sum.addedL).toBe(1.5)
  })

  test('no piece is ever in for longer than the time there was, in any order of notes', () => {
    const note = fc.record({
      kind: fc.constantFrom('enter' as const, 'pull' as const),
      at: fc.integer({ min: 0, max: 1000 }),
      pieceIds: fc.subarray(['a', 'b']),
    })
    fc.assert(
      fc.property(fc.array(note, { maxLength: 12 }), (notes) => {
        for (const { minutes } of sumPot(['a', 'b'], notes, 1000).pieces) {
          expect(minutes).toBeGreaterThanOrEqual(0)
          expect(minutes).toBeLessThanOrEqual(1000 / MIN + 1e-9)
        }
      }),
    )
  })
})

describe('what is stirred in reaches', () => {
  const ids = ['a', 'b', 'c']
  const notes = [enter(0, 'a', 'b'), pull(20, 'a'), enter(60, 'c'), pull(90, 'b', 'c')]

  test('the pieces in the liquor, and those that go in later', () => {
    expect(reachedBy(ids, notes, 10 * MIN)).toEqual(['a', 'b', 'c'])
    expect(reachedBy(ids, notes, 30 * MIN)).toEqual(['b', 'c'])
    expect(reachedBy(ids, notes, 70 * MIN)).toEqual(['b', 'c'])
    expect(reachedBy(ids, notes, 95 * MIN)).toEqual([])
  })

  test('a pulled piece again once it is put back, and a piece whose entry nobody noted', () => {
    expect(reachedBy(ids, [...notes, enter(100, 'a')], 95 * MIN)).toEqual(['a'])
    expect(reachedBy(['x'], [], 5 * MIN)).toEqual(['x'])
  })
})

describe('what really happened', () => {
  const plan = { ratioDry: 0.54, tempC: 82, minutes: 60, ph: 9 }

  test('as planned within the tolerances of like factors: no word of it', () => {
    const sum = sumPot(['a'], [enter(0, 'a'), read(30, 84, 8.8), pull(66, 'a')], 70 * MIN)
    const actual = whatHappened(sum, { ratioDry: 0.55, boilingC: 100 })
    expect(actual).toEqual({
      ratioDry: 0.55,
      tempC: 84,
      minutes: 66,
      ph: 8.8,
      boiled: false,
      liquorBoiled: null,
    })
    expect(departures(plan, actual)).toEqual([])
  })

  test('pulled early, boiled, too much plant: each is said', () => {
    const sum = sumPot(['a'], [enter(0, 'a'), read(10, 99.4, 7.4), pull(15, 'a')], 70 * MIN)
    const actual = whatHappened(sum, { ratioDry: 0.7, boilingC: 100 })
    expect(departures(plan, actual).map(({ what }) => what)).toEqual([
      'ratio',
      'minutes',
      'temperature',
      'ph',
      'boiled',
    ])
    expect(departures(plan, actual)[1]!.words).toBe('15 min in the bath, where 60 min was planned.')
  })

  test('a plant boiled before the pieces went in is no boil of theirs', () => {
    const sum = sumPot(['a'], [read(0, 99.8), enter(60, 'a'), read(70, 82), pull(120, 'a')], 0)
    const actual = whatHappened(sum, { ratioDry: 1, boilingC: 100 })
    expect(actual).toMatchObject({ tempC: 82, boiled: false, liquorBoiled: true })
    const unread = sumPot(['a'], [read(0, 99.8), enter(60, 'a'), pull(120, 'a')], 0)
    expect(whatHappened(unread, { ratioDry: 1, boilingC: 100 })).toMatchObject({
      tempC: null,
      boiled: null,
    })
  })

  test('a rest that was planned is no departure, one that was not is', () => {
    const sum = sumPot(['a'], [enter(0, 'a'), read(30, 82), pull(21 * 60, 'a')], 21 * 60 * MIN)
    const actual = whatHappened(sum, { ratioDry: 0.54, boilingC: 100 })
    const rested = { ...plan, ph: null, restMin: 20 * 60 }
    expect(departures(rested, actual)).toEqual([])
    expect(departures({ ...rested, restMin: 60 }, actual).map(({ what }) => what)).toEqual([
      'minutes',
    ])
  })

  test('a kitchen on a mountain boils at less', () => {
    const sum = sumPot(['a'], [enter(0, 'a'), read(10, 94.5)], 20 * MIN)
    expect(whatHappened(sum, { ratioDry: 1, boilingC: 95 }).boiled).toBe(true)
    expect(whatHappened(sum, { ratioDry: 1, boilingC: 99.97 }).boiled).toBe(false)
  })

  test('without a reading nobody claims that it did not boil', () => {
    const actual = whatHappened(sumPot(['a'], [], 0), { ratioDry: 0.54, boilingC: 100 })
    expect(actual).toMatchObject({ boiled: null, minutes: null, tempC: null })
    expect(departures(plan, actual).map(({ what }) => what)).toEqual(['notRead'])
  })
})
