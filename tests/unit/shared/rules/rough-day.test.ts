import { expect, test } from '@jest/globals'
import { findDay } from '../../../../shared/rules/note/rough-day'

const order = { today: '2026-09-09', order: 'dmy' } as const

test.each([
  ['2024-09', '2024-09-15', 15],
  ['09/2024', '2024-09-15', 15],
  ['9.2024', '2024-09-15', 15],
  // of the month that is not over yet, no day to come
  ['2026-09', '2026-09-09', 15],
  ['2024-09-03', '2024-09-03', 0],
  ['3/9/2024', '2024-09-03', 0],
  ['2024', '2024-07-02', 183],
])('%s is %s, give or take %i days', (text, on, withinDays) => {
  expect(findDay(text, order)).toMatchObject({ on, withinDays })
})

test.each(['2026-12', '12:2024', '109/2024', '2024-13'])('%s is no month', (text) => {
  expect(findDay(text, order)?.withinDays).not.toBe(15)
})
