import { describe, expect, test } from '@jest/globals'
import { boilingPointC, pressureAtHpa } from '../../../../core/bath/boiling-point'
import { heatingTime } from '../../../../core/bath/heating'

describe('boiling point', () => {
  // IAPWS-IF97, table 36: Tsat at 0.1, 1 and 10 MPa
  test.each([
    [1_000, 372.755919],
    [10_000, 453.035632],
    [100_000, 584.149488],
  ])('at %d hPa is %d K', (hPa, kelvin) => {
    expect(boilingPointC(hPa) + 273.15).toBeCloseTo(kelvin, 5)
  })

  // ISO 2533 standard atmosphere, geopotential heights
  test.each([
    [0, 1013.25],
    [1000, 898.74],
    [2000, 794.95],
    [3000, 701.08],
    [5000, 540.2],
  ])('the standard atmosphere at %d m has %d hPa', (altitudeM, hPa) => {
    expect(Math.abs(pressureAtHpa(altitudeM) - hPa)).toBeLessThan(0.02)
  })

  // ISO 2533 with IAPWS-IF97, computed once by another implementation
  test.each([
    [0, 99.974],
    [500, 98.313],
    [1609.344, 94.619],
    [3000, 89.972],
  ])('at %d m is %d °C', (altitudeM, tempC) => {
    expect(boilingPointC(pressureAtHpa(altitudeM))).toBeCloseTo(tempC, 2)
  })

  test('a height that is none is refused', () => {
    expect(() => pressureAtHpa(20_000)).toThrow('altitudeM must be from -500 to 9000 m; got 20000')
  })
})

describe('heating', () => {
  // energy balance: m c dT / P, worked by hand
  test.each([
    [{ waterL: 10, fromC: 15, toC: 85, powerW: 2000, efficiency: 1 }, 24.4183],
    [{ waterL: 20, fromC: 10, toC: 90, powerW: 3000, efficiency: 0.6 }, 62.0148],
  ])('%j takes %d min', (heating, minutes) => {
    expect(heatingTime(heating).minutes).toBeCloseTo(minutes, 3)
  })

  test('a heavy pot takes its share: 3 kg of iron like 0.33 L of water', () => {
    const bath = { waterL: 5, fromC: 20, toC: 80, powerW: 1500 }
    const iron = heatingTime({ ...bath, potKg: 3, potKjPerKgK: 0.46 })
    const water = heatingTime({ ...bath, waterL: 5 + (3 * 0.46) / 4.186 })
    expect(iron.minutes).toBeCloseTo(water.minutes, 9)
  })

  test('kettle and cold water mix to the goal', () => {
    const { kettleL, boilingC } = heatingTime({ waterL: 6.5, fromC: 12, toC: 50, powerW: 2000 })
    expect((kettleL * boilingC + (6.5 - kettleL) * 12) / 6.5).toBeCloseTo(50, 9)
    expect(heatingTime({ waterL: 6.5, fromC: 20, toC: 20, powerW: 2000 })).toMatchObject({
      minutes: 0,
      kettleL: 0,
    })
  })

  test('higher up water boils sooner, and what cannot be reached is refused', () => {
    const bath = { waterL: 5, fromC: 20, toC: 98, powerW: 1500 }
    expect(heatingTime(bath).boilingC).toBeGreaterThan(99.9)
    expect(() => heatingTime({ ...bath, altitudeM: 1500 })).toThrow(
      'toC must not be above the boiling point at 1500 m (95.0 °C); got 98',
    )
    expect(heatingTime({ ...bath, toC: 100 }).kettleL).toBeLessThanOrEqual(5)
  })

  test.each([
    [{ waterL: 0 }, 'waterL must be above 0 L; got 0'],
    [{ powerW: -5 }, 'powerW must be above 0 W; got -5'],
    [{ efficiency: 60 }, 'efficiency must be at most 1 (a fraction); got 60'],
    [{ toC: 10 }, 'toC must not be below fromC (20 °C); got 10'],
    [{ fromC: -4 }, 'fromC must be 0 °C or more; got -4'],
    [{ toC: Number.NaN }, 'toC must be a finite number; got NaN'],
  ])('refuses %j', (wrong, message) => {
    const bath = { waterL: 5, fromC: 20, toC: 82, powerW: 1500 }
    expect(() => heatingTime({ ...bath, ...wrong })).toThrow(message)
  })
})
