import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { openTestLog, type TestLog } from '../../fixtures/log'
import { DAYS_EIGHT_TO_FOURTEEN } from './days-eight-to-fourteen'
import { DAYS_ONE_TO_SEVEN } from './days-one-to-seven'
import { keptOf } from './dye-day'

const DAYS = [...DAYS_ONE_TO_SEVEN, ...DAYS_EIGHT_TO_FOURTEEN]

/**
 * Fourteen kinds of dye day, each written down afterwards as it may be remembered: what was told is
 * kept line by line, and nothing else is. Invented days of the demo's own valley.
 */

let here: TestLog
beforeEach(async () => {
  here = await openTestLog()
})
afterEach(() => here.database.close())

test.each(DAYS)('%s', async (_, day, kept) => {
  expect(await keptOf(here, day)).toEqual(kept)
})

test('fourteen kinds, no two alike', () => {
  // nuts whole and ground are one kind of day, told as two pots
  expect(new Set(DAYS.map(([name]) => name.replace(/whole|ground/, ''))).size).toBe(14)
})
