import { describe, expect, test } from '@jest/globals'
import dayjs from 'dayjs'
import { ago, agoRoughly, daysSince } from '../../../../app/format/dates'
import { daysText } from '../../../../app/format/days'
import { clockText, countdownText, nowInstant } from '../../../../app/format/instants'

const daysAgo = (days: number) => dayjs().subtract(days, 'day').format('YYYY-MM-DD')

test('an instant is kept with this place’s offset, and is the same instant', () => {
  const at = Date.parse('2026-09-09T10:04:12.031Z')
  expect(nowInstant(at)).toMatch(/^2026-09-\d\dT\d\d:\d\d:12\.031[+-]\d\d:\d\d$/)
  expect(Date.parse(nowInstant(at))).toBe(at)
})

describe('clocks', () => {
  const now = Date.parse('2026-09-09T10:00:00')
  test.each([
    [0, 'now'],
    [22, 'in 22 min'],
    [-180, '3 h over'],
    [120, 'at 12:00'],
    [24 * 60, 'tomorrow at 10:00'],
    [3 * 24 * 60, '12 Sep at 10:00'],
  ])('%s minutes on reads %s', (minutes, words) =>
    expect(clockText(now + minutes * 60_000, now)).toBe(words),
  )

  test('near things are counted by the second, far ones not', () => {
    expect(countdownText(now + 1_721_000, now)).toBe('28:41')
    expect(countdownText(now - 130_000, now)).toBe('-02:10')
    expect(countdownText(now + 5_400_000, now)).toBe('')
  })
})

describe('days', () => {
  test('are told rougher the longer they are', () => {
    expect([1, 14, 21, 100].map((days) => daysText(days))).toEqual([
      '1 day',
      '14 days',
      '3 weeks',
      '3 months',
    ])
    expect(daysText(800, { yearsFrom: 700 })).toBe('2 years')
  })

  test('ago', () => {
    expect(daysSince(daysAgo(3))).toBe(3)
    expect([0, 1, 12].map((days) => ago(daysAgo(days)))).toEqual([
      'today',
      'yesterday',
      '12 days ago',
    ])
    expect([20, 22, 90, 800].map((days) => agoRoughly(daysAgo(days)))).toEqual([
      '20 days ago',
      '3 weeks ago',
      '3 months ago',
      '2 years ago',
    ])
  })
})
