import { describe, expect, test } from '@jest/globals'
import dayjs from 'dayjs'
import isoWeek from 'dayjs/plugin/isoWeek.js'
import { whichToKeep } from '../../../../server/keeping/backups/which-to-keep'

dayjs.extend(isoWeek)
const NOW = new Date('2026-11-30T12:00:00')
const made = (at: dayjs.Dayjs, reason: 'day' | 'swap' = 'day') => ({
  id: at.toISOString(),
  madeAt: at.toISOString(),
  reason,
})

describe('of backups made every evening for two years', () => {
  const all = Array.from({ length: 730 }, (_, i) => made(dayjs(NOW).subtract(i, 'day')))
  const kept = [...whichToKeep(all, NOW)].map((id) => dayjs(id))

  test('the last seven days, four weeks and twelve months have one', () => {
    for (const [unit, most] of [
      ['day', 7],
      ['week', 4],
      ['month', 12],
    ] as const) {
      for (let back = 0; back < most; back++) {
        const wanted = dayjs(NOW).subtract(back, unit)
        const same = unit === 'week' ? 'isoWeek' : unit
        expect(kept.some((at) => at.isSame(wanted, same))).toBe(true)
      }
    }
  })

  test('and few others: no more than one for each of those', () => {
    expect(kept.length).toBeLessThanOrEqual(7 + 4 + 12)
    expect(Math.max(...kept.map((at) => dayjs(NOW).diff(at, 'day')))).toBeLessThan(366)
  })

  test('looked at day by day, what is kept never lacks a month that once had one', () => {
    let stock: ReturnType<typeof made>[] = []
    for (let back = 400; back >= 0; back--) {
      const today = dayjs(NOW).subtract(back, 'day')
      stock.push(made(today))
      const keep = whichToKeep(stock, today.toDate())
      stock = stock.filter(({ id }) => keep.has(id))
    }
    const months = new Set(stock.map(({ madeAt }) => dayjs(madeAt).format('YYYY-MM')))
    expect(months.size).toBe(12)
    expect(stock.length).toBeLessThanOrEqual(23)
  })
})

test('of several on a day the newest stays, and the newest of all however old', () => {
  const [morning, evening] = [made(dayjs(NOW).hour(8)), made(dayjs(NOW).hour(11))]
  expect(whichToKeep([morning, evening], NOW)).toEqual(new Set([evening.id]))
  const old = made(dayjs(NOW).subtract(5, 'year'))
  expect(whichToKeep([old], NOW)).toEqual(new Set([old.id]))
})

test('those made before something was done stay a month, beside those of their days', () => {
  const swap = made(dayjs(NOW).subtract(20, 'day').hour(8), 'swap')
  const later = made(dayjs(NOW).subtract(20, 'day').hour(9))
  const older = made(dayjs(NOW).subtract(40, 'day').hour(8), 'swap')
  const kept = whichToKeep([swap, later, older, made(dayjs(older.madeAt).add(1, 'hour'))], NOW)
  expect(kept.has(swap.id)).toBe(true)
  expect(kept.has(older.id)).toBe(false)
})
