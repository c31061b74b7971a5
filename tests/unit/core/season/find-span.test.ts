import { describe, expect, test } from '@jest/globals'
import { spanOfFinds } from '../../../../core/season/find-span'

const find = (gatheredOn: string, gatheredWithinDays = 0) => ({ gatheredOn, gatheredWithinDays })

describe('first and last find', () => {
  test('are the earliest and the latest in the season, of whatever year', () => {
    expect(
      spanOfFinds([find('2024-08-20'), find('2025-08-02'), find('2025-09-30'), find('2026-08-11')]),
    ).toEqual({ first: '2025-08-02', last: '2025-09-30', years: 3 })
  })

  test('of a winter: January comes after December', () => {
    expect(spanOfFinds([find('2025-01-10'), find('2025-12-01'), find('2026-02-02')])).toEqual({
      first: '2025-12-01',
      last: '2026-02-02',
      years: 2,
    })
  })

  test('are not told of days that nobody knows, nor of none', () => {
    expect(spanOfFinds([])).toBeNull()
    expect(spanOfFinds([find('2025-08-02', 180)])).toBeNull()
  })
})
