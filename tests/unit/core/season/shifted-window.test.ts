import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { randomLcg, randomNormal, randomUniform } from 'd3-random'
import dayjs from 'dayjs'
import { dayOfYear, usualDay } from '../../../../core/season/day-of-year'
import {
  lengthOf,
  marginDays,
  readiness,
  shiftedWindow,
  widened,
  windowOfMonths,
} from '../../../../core/season/shifted-window'

test('the day of the year of every day of four years, as dayjs counts', () => {
  for (let day = dayjs('2023-01-01'); day.year() < 2027; day = day.add(1, 'day')) {
    const counted = day.diff(day.startOf('year'), 'day') + 1
    expect([day.format('YYYY-MM-DD'), dayOfYear(day.format('YYYY-MM-DD'))]).toEqual([
      day.format('YYYY-MM-DD'),
      counted,
    ])
  }
})

describe('a window of months', () => {
  test('in days of a common year', () => {
    expect(windowOfMonths(7, 9)).toEqual({ fromDay: 182, toDay: 273 })
    expect(windowOfMonths(9, 2)).toEqual({ fromDay: 244, toDay: 59 })
    expect(windowOfMonths(1, 12)).toEqual({ fromDay: 1, toDay: 365 })
    expect(lengthOf(windowOfMonths(7, 9))).toBe(31 + 31 + 30)
    expect(lengthOf(windowOfMonths(1, 12))).toBe(365)
  })

  test('lies half a year later in the south', () => {
    expect(windowOfMonths(7, 9, { southern: true })).toEqual(windowOfMonths(1, 3))
    expect(windowOfMonths(1, 12, { southern: true })).toEqual({ fromDay: 182, toDay: 181 })
  })

  test.each([0, 13, 1.5, NaN])('refuses %p as a month', (month) => {
    expect(() => windowOfMonths(month, 9)).toThrow('windowFrom')
  })
})

describe('shifted by own finds', () => {
  const july = windowOfMonths(7, 9)

  test('one year says a little, many years say it', () => {
    const find = (year: number) => ({ year, dayOfYear: 198 })
    const one = shiftedWindow(july, [find(2025)])
    const five = shiftedWindow(july, [2021, 2022, 2023, 2024, 2025].map(find))
    // the middle of July to September is day 227.5: 29.5 days later than the finds
    expect(one.shiftDays).toBeLessThan(-5)
    expect(one.shiftDays).toBeGreaterThan(-15)
    expect(five.shiftDays).toBeLessThan(one.shiftDays)
    expect(five.shiftDays).toBeGreaterThan(-29.5)
    expect(five.years).toBe(5)
  })

  test('several finds of one year count as one', () => {
    const days = [190, 195, 200].map((dayOfYear) => ({ year: 2025, dayOfYear }))
    expect(shiftedWindow(july, days)).toEqual(shiftedWindow(july, [{ year: 2025, dayOfYear: 195 }]))
  })

  test('a find far outside is let in', () => {
    const { fromDay, toDay } = shiftedWindow(july, [{ year: 2025, dayOfYear: 130 }])
    expect(fromDay).toBe(130)
    expect(readiness({ fromDay, toDay }, 130).ready).toBe(true)
  })

  test('a window all year round stays, and without finds nothing moves', () => {
    const all = windowOfMonths(1, 12)
    expect(shiftedWindow(all, [{ year: 2025, dayOfYear: 30 }])).toMatchObject({ ...all, years: 0 })
    expect(shiftedWindow(july, [])).toMatchObject({ ...july, shiftDays: 0 })
  })

  test.each([0, 1, 3, 8])(
    'in 8 of 10 coming years the season lies within its margin, after finds of %i',
    (years) => {
      const random = randomLcg(0.37 + years / 100)
      const place = randomNormal.source(random)(0, 14)
      const weather = randomNormal.source(random)(0, 8)
      const where = randomUniform.source(random)(-30, 30)
      const summer = { fromDay: 150, toDay: 209 }
      const ROUNDS = 2000
      let within = 0
      for (let round = 0; round < ROUNDS; round++) {
        const offset = place()
        const finds = Array.from({ length: years }, (_, i) => ({
          year: 2000 + i,
          dayOfYear: Math.round(179.5 + offset + weather() + where()),
        }))
        const shifted = shiftedWindow(summer, finds)
        const coming = offset + weather()
        if (Math.abs(coming - shifted.shiftDays) <= marginDays(shifted)) within++
      }
      expect(within / ROUNDS).toBeGreaterThan(0.77)
      expect(within / ROUNDS).toBeLessThan(0.83)
    },
  )

  test('a margin reaches over both ends, and never round the year twice', () => {
    expect(widened({ fromDay: 5, toDay: 30 }, 10)).toEqual({ fromDay: 360, toDay: 40 })
    expect(lengthOf(widened(windowOfMonths(3, 12), 60))).toBeLessThanOrEqual(365)
    expect(marginDays({ sdDays: 0 })).toBe(0)
  })

  test('the year is a circle: December and January lie side by side', () => {
    const winter = windowOfMonths(12, 1)
    const { shiftDays } = shiftedWindow(winter, [
      { year: 2024, dayOfYear: 364 },
      { year: 2025, dayOfYear: 3 },
    ])
    expect(Math.abs(shiftDays)).toBeLessThan(2)
  })

  test('whatever the finds, each of them is inside, and the window never shrinks', () => {
    const day = fc.integer({ min: 1, max: 365 })
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 0, max: 5 }),
        fc.uniqueArray(fc.record({ year: fc.integer({ min: 2000, max: 2010 }), dayOfYear: day }), {
          maxLength: 6,
          selector: ({ year }) => year,
        }),
        (first, months, finds) => {
          const typical = windowOfMonths(first, ((first - 1 + months) % 12) + 1)
          const shifted = shiftedWindow(typical, finds)
          expect(shifted.fromDay).toBeGreaterThanOrEqual(1)
          expect(shifted.toDay).toBeLessThanOrEqual(366)
          expect(lengthOf(shifted)).toBeGreaterThanOrEqual(Math.min(365, lengthOf(typical)) - 1)
        },
      ),
    )
  })
})

describe('readiness', () => {
  const winter = windowOfMonths(11, 2)
  test.each([
    [305, { ready: true, closesInDays: 119 }],
    [59, { ready: true, closesInDays: 0 }],
    [60, { ready: false, opensInDays: 245 }],
    [304, { ready: false, opensInDays: 1 }],
  ])('November to February on day %d', (day, expected) => {
    expect(readiness(winter, day)).toEqual(expected)
  })
})

/**
 * Reference library: scipy.stats 1.17.1, circmean and circstd of the days less one on a circle of
 * 365, computed once and written down here.
 */
test.each([
  [[350, 362, 5, 14, 358], 362.7908126637753, 9.981834459345686],
  [[198, 205, 231, 215, 222, 190], 209.16104372165802, 14.061089661588547],
])('mean and spread of the days %p agree with scipy', (days, mean, sd) => {
  const { meanDay, sdDays } = usualDay(days)
  expect(meanDay! - 1).toBeCloseTo(mean, 8)
  expect(sdDays).toBeCloseTo(sd, 8)
})
