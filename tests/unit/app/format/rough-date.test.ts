import { describe, expect, test } from '@jest/globals'
import { roughDate } from '../../../../app/format/dates'
import { ANY_DAY } from '../../../../shared/schemas/log/common'

describe('a day as well as it is known', () => {
  test.each([
    [0, '15 Aug 2024'],
    [5, '~15 Aug 2024'],
    [15, 'Aug 2024'],
    [46, 'about Aug 2024'],
    [183, '2024'],
    [ANY_DAY, 'some day'],
  ])('give or take %d days: %s', (withinDays, words) => {
    expect(roughDate('2024-08-15', withinDays)).toBe(words)
  })
})
