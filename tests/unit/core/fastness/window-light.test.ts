import { describe, expect, test } from '@jest/globals'
import { daylightHours, windowLight } from '../../../../core/fastness/window-light'

describe('daylight', () => {
  // NREL SPA, Meeus and astronomy-engine 2.1.19: days from sunrise to sunset, upper limb, sea level
  test.each([
    ['Greenwich, March', 51.4779, '2024-03-20', 732.03],
    ['Greenwich, June', 51.4779, '2024-06-20', 998.05],
    ['Greenwich, September', 51.4779, '2024-09-22', 730.62],
    ['Greenwich, December', 51.4779, '2024-12-21', 469.99],
    ['Kyoto, March', 35.0116, '2024-03-20', 727.97],
    ['Kyoto, June', 35.0116, '2024-06-20', 870.82],
    ['Trondheim, June', 63.4305, '2024-06-20', 1235.57],
    ['Trondheim, December', 63.4305, '2024-12-21', 270.16],
    ['Cape Town, June', -33.9249, '2024-06-20', 593.52],
    ['Cape Town, December', -33.9249, '2024-12-21', 865.13],
  ])('%s is as long as the table has it, to a minute', (_, latitude, date, minutes) => {
    // the longitude is not asked for: it is worth most of that minute in spring and autumn
    expect(Math.abs(60 * daylightHours(latitude, date) - minutes)).toBeLessThan(1)
  })

  test('lasts all day and not at all near the pole', () => {
    expect(daylightHours(80, '2024-06-20')).toBe(24)
    expect(daylightHours(80, '2024-12-21')).toBe(0)
    expect(daylightHours(-80, '2024-12-21')).toBe(24)
  })
})

describe('light on a window', () => {
  const june = ['2026-06-01', '2026-06-29'] as const
  const december = ['2026-12-01', '2026-12-29'] as const

  test('sums the daylight of its days', () => {
    const { daylightH } = windowLight(51.5, ['2026-06-20', '2026-06-22'], 'S', 'clear')
    expect(daylightH).toBeCloseTo(2 * 16.63, 0)
  })

  test('is the most in the south in winter, and hardly any in the north', () => {
    const at = (facing: 'N' | 'E' | 'S') => windowLight(52, december, facing, 'clear').windowSunH
    expect(at('S')).toBeGreaterThan(3 * at('E'))
    expect(at('E')).toBeGreaterThan(at('N'))
    // south of the equator it is the other way round
    const south = (facing: 'N' | 'S') => windowLight(-37, june, facing, 'clear').windowSunH
    expect(south('N')).toBeGreaterThan(3 * south('S'))
  })

  test('is the same in the morning and in the evening window', () => {
    const east = windowLight(52, june, 'E', 'mixed')
    const west = windowLight(52, june, 'W', 'mixed')
    expect(east.windowSunH / west.windowSunH).toBeCloseTo(1, 1)
    expect(east.sunInH / west.sunInH).toBeCloseTo(1, 1)
  })

  test('is less under a dull sky, more in the open, and never more hours of sun than of day', () => {
    const clear = windowLight(52, june, 'S', 'clear')
    expect(windowLight(52, june, 'S', 'dull').windowSunH).toBeLessThan(0.7 * clear.windowSunH)
    expect(windowLight(52, june, 'open', 'clear').windowSunH).toBeGreaterThan(2 * clear.windowSunH)
    expect(clear.sunInH).toBeLessThan(clear.daylightH)
  })

  test('is less sure the less was said', () => {
    const sd = (...said: [facing: 'S' | null, sky: 'clear' | null]) =>
      windowLight(52, june, ...said).logSd
    expect(sd('S', null)).toBeGreaterThan(sd('S', 'clear'))
    expect(sd(null, null)).toBeGreaterThan(sd('S', null))
    const all = (['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'] as const).map(
      (facing) => windowLight(52, june, facing, null).windowSunH,
    )
    expect(windowLight(52, june, null, null).windowSunH).toBeCloseTo(
      all.reduce((sum, value) => sum + value, 0) / 8,
      6,
    )
  })

  test('refuses what cannot be', () => {
    expect(() => windowLight(95, june, 'S', null)).toThrow(
      'latitude must be from -90 to 90; got 95',
    )
    expect(() => windowLight(50, ['2026-02-01', '2026-01-01'], 'S', null)).toThrow(
      'days must run from a date to a later one; got 2026-02-01 to 2026-01-01',
    )
    expect(() => windowLight(50, ['soon', '2026-01-01'], 'S', null)).toThrow('got soon')
  })
})
