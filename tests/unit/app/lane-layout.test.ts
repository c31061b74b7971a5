import { describe, expect, test } from '@jest/globals'
import dayjs from 'dayjs'
import { laneLayout } from '../../../app/features/year/lane-layout'
import type { Bar } from '../../../app/features/year/lanes'
import type { ChainStep, ChainView } from '../../../shared/views/year/chain'

const at = (day: number, hour = 0) => +dayjs('2026-12-01').add(day, 'day').hour(hour)
const bar = (id: string, lane: Bar['lane'], [from, to]: [number, number], more = {}): Bar => ({
  key: id,
  lane,
  row: 0,
  from,
  to,
  words: id,
  name: id,
  hex: null,
  planned: null,
  link: '',
  ...more,
})
const planned = (id: string, after: string[]) => ({
  planned: { chain: { plan: { id: 'p' } } as ChainView, step: { id, after } as ChainStep },
})
const settings = { handsFrom: '07:00', handsTo: '22:00', daysAway: ['2026-12-03'] }
// 118 px of names, 10 days of 100 px
const ask = { settings, from: '2026-12-01', days: 10, width: 1118, chosen: 'p' }

describe('lanes', () => {
  test('lay a bar by its hours, cut off at both ends of what is shown', () => {
    const { bars, pxPerDay } = laneLayout({
      ...ask,
      bars: [
        bar('a', 'hob', [at(1), at(2, 12)]),
        bar('b', 'jars', [at(-5), at(40)]),
        bar('gone', 'jars', [at(-9), at(-5)]),
      ],
    })
    expect(pxPerDay).toBe(100)
    expect(bars.map(({ left, width }) => [left, width])).toEqual([
      [218, 150],
      [118, 1000],
    ])
  })

  test('are as high as their rows, and a short bar has its words beside it', () => {
    const { lanes, height, bars } = laneLayout({
      ...ask,
      bars: [bar('a', 'hob', [at(1), at(1, 2)]), bar('b', 'hob', [at(1), at(3)], { row: 1 })],
    })
    const hob = lanes.find(({ lane }) => lane === 'hob')!
    expect(hob.height).toBe(2 * lanes[0]!.height)
    expect(height).toBe(hob.top + hob.height)
    expect(bars.map(({ isSmall }) => isSmall)).toEqual([true, false])
  })

  test('leave the words of a short bar to its title where the next one is too near', () => {
    const short = (id: string, day: number) =>
      bar(id, 'hob', [at(day), at(day, 2)], { words: 'mordant 2' })
    const { bars } = laneLayout({
      ...ask,
      days: 100,
      bars: [short('a', 1), short('b', 4), short('c', 30)],
    })
    expect(bars.map(({ hasWords }) => hasWords)).toEqual([false, true, true])
  })

  test('name no day that a month’s name would run into', () => {
    const { ticks } = laneLayout({ ...ask, from: '2026-11-29', days: 42, width: 804, bars: [] })
    const [first, second, third, fourth] = ticks.map(({ words }) => words)
    expect(second).toMatch(/Dec/)
    expect([first, third, fourth]).toEqual(['29', '', '5'])
    const year = laneLayout({ ...ask, from: '2026-11-29', days: 361, width: 804, bars: [] })
    expect(year.ticks.at(-1)!.words).toBe('')
    expect(year.ticks.at(-2)!.words).not.toBe('')
  })

  test('are grey by night, and all day where nobody is there', () => {
    const { nights } = laneLayout({ ...ask, bars: [] })
    expect(nights).toHaveLength(9 * 2 + 1)
    expect(nights.filter(({ isAway }) => isAway)).toEqual([{ left: 318, width: 100, isAway: true }])
    expect(nights[0]!.width).toBeCloseTo((7 / 24) * 100, 6)
  })

  test('join what waits for what, and nothing else', () => {
    const { links } = laneLayout({
      ...ask,
      bars: [
        bar('gather', 'outdoors', [at(1), at(1, 2)], planned('gather', [])),
        bar('mordant1', 'hob', [at(2), at(3)], planned('mordant1', [])),
        bar('pot1', 'hob', [at(4), at(5)], planned('pot1', ['gather', 'mordant1'])),
      ],
    })
    expect(links).toHaveLength(2)
    expect(laneLayout({ ...ask, chosen: 'another', bars: [] }).links).toEqual([])
  })
})
