import { describe, expect, test } from '@jest/globals'
import { windowOnMarker } from '../../../../core/season/marked-window'

const elder = { fromDays: 50, toDays: 60 }

describe('a season that hangs on a marker', () => {
  test('lies so many days after the day it was seen this year', () => {
    // 3 April is day 93 of a common year
    expect(windowOnMarker(['2025-04-20', '2026-04-03'], elder, 2026)).toEqual({
      fromDay: 143,
      toDay: 153,
      isSeen: true,
      sdDays: 0,
      years: 1,
    })
  })

  test('is expected by the mean day of earlier years, also over the new year', () => {
    expect(windowOnMarker(['2024-04-11', '2025-04-13'], elder, 2026)).toMatchObject({
      // 11 April of a leap year is day 102, 13 April 103
      fromDay: 153,
      isSeen: false,
      years: 2,
    })
    const frost = windowOnMarker(['2023-12-30', '2025-01-03'], { fromDays: 0, toDays: 9 }, 2026)
    expect(frost).toMatchObject({ fromDay: 1, toDay: 10 })
  })

  test('is not known where it was never seen, or only later', () => {
    expect(windowOnMarker([], elder, 2026)).toBeNull()
    expect(windowOnMarker(['2027-04-03'], elder, 2026)).toBeNull()
    // half a year apart: no day is likelier than another
    expect(windowOnMarker(['2023-01-01', '2023-07-02'], elder, 2026)).toMatchObject({ years: 2 })
  })

  test('wraps over the end of the year, before as after', () => {
    expect(windowOnMarker(['2026-12-20'], { fromDays: 20, toDays: 30 }, 2026)).toMatchObject({
      fromDay: 9,
      toDay: 19,
    })
    expect(windowOnMarker(['2026-01-05'], { fromDays: -10, toDays: 0 }, 2026)).toMatchObject({
      fromDay: 360,
      toDay: 5,
    })
  })
})
