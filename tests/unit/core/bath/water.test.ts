import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { FORM_FREEDOM } from '../../../../catalogue/fibres'
import { evaporatedL, LIDS, surfaceOfVesselM2 } from '../../../../core/bath/evaporation'
import { shareExtracted, steepWindow } from '../../../../core/bath/extraction'
import { steamPressureKpa } from '../../../../core/bath/steam-pressure'
import { waterBudget, type WaterQuestion } from '../../../../core/bath/water-budget'

const plain: WaterQuestion = {
  dyestuff: [],
  fibreG: 800,
  freedom: FORM_FREEDOM.yarn,
  vesselL: 19,
  lid: 'on',
  hours: 0,
  tempC: 80,
}

describe('steam pressure', () => {
  // IAPWS-IF97, table 35: psat at 300 K
  test('at 300 K', () => {
    expect(steamPressureKpa(300 - 273.15)).toBeCloseTo(3.53658941, 6)
  })
  // the boiling point at one standard atmosphere, as the backward equation has it
  test('at the boiling point it is the pressure of the air', () => {
    expect(steamPressureKpa(99.974)).toBeCloseTo(101.325, 1)
  })
  test('beyond the range of a bath it is refused', () => {
    expect(() => steamPressureKpa(120)).toThrow('tempC must be from 0 to 110 °C; got 120')
  })
})

describe('evaporation', () => {
  const surfaceM2 = surfaceOfVesselM2(10)

  test('a pot as high as wide of 10 L is about 23 cm across', () => {
    expect(2 * Math.sqrt(surfaceM2 / Math.PI)).toBeCloseTo(0.2335, 3)
  })

  test('grows with heat and time, shrinks under a lid, and is none in a cool jar', () => {
    const at = (tempC: number, hours = 1, lid: (typeof LIDS)[number] = 'off') =>
      evaporatedL({ surfaceM2, tempC, hours, lid })
    expect(at(90)).toBeGreaterThan(at(70))
    expect(at(80, 2)).toBeCloseTo(2 * at(80), 10)
    expect(LIDS.map((lid) => at(80, 1, lid))).toEqual(
      [...LIDS.map((lid) => at(80, 1, lid))].sort((a, b) => a - b),
    )
    expect(at(8)).toBe(0)
    // a simmering open pot of this width loses some two to four cups in an hour (from memory)
    expect(at(85)).toBeGreaterThan(0.15)
    expect(at(85)).toBeLessThan(0.8)
  })
})

describe('water budget', () => {
  test('eight 100 g skeins fit a five-gallon kettle when packed loosely (common practice)', () => {
    const budget = waterBudget({ ...plain, pieceG: 100 })
    expect(budget.fits).toBe(true)
    expect(budget.pieces).toBe(8)
    expect(budget.leftL / 0.8).toBeCloseTo(19, 5)
    expect(budget.warnings.map(({ code }) => code)).toEqual(['cramped'])
  })

  test('ten do not', () => {
    const budget = waterBudget({ ...plain, fibreG: 1000 })
    expect(budget.fits).toBe(false)
    expect(budget.warnings[0]!.text).toContain('Take a larger pot or fewer pieces')
  })

  test('ground stuff drinks twice what whole stuff does, and pressing gives half back', () => {
    const drunk = (size: 'whole' | 'ground', pressed = false) =>
      waterBudget({
        ...plain,
        dyestuff: [{ dryG: 100, absorptionGPerG: 4, size, pressed }],
      }).drunkL
    // four volumes where whole needs two: common practice, no source
    expect(drunk('ground') / drunk('whole')).toBeCloseTo(2, 10)
    expect(drunk('ground', true)).toBeCloseTo(drunk('ground') / 2, 10)
  })

  test('fresh stuff brings its own water, and wetted fibre carries some in', () => {
    const stuff = { dryG: 50, absorptionGPerG: 4, size: 'chopped' as const }
    const dry = waterBudget({ ...plain, fibreG: 100, dyestuff: [stuff] })
    const fresh = waterBudget({ ...plain, fibreG: 100, dyestuff: [{ ...stuff, massG: 250 }] })
    expect(dry.drunkL).toBeCloseTo(0.2, 10)
    expect(fresh.drunkL).toBeCloseTo(0, 10)
    const wet = waterBudget({ ...plain, fibreG: 100, dyestuff: [stuff], isFibreWet: true })
    expect(dry.pourL - wet.pourL).toBeCloseTo(0.1, 10)
  })

  test('poured is drunk, gone off, and left; nothing is lost from the account', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(
        number(1, 2000),
        number(1, 60),
        number(0, 500),
        number(0, 6),
        number(10, 100),
        fc.constantFrom(...LIDS),
        (fibreG, vesselL, dryG, hours, tempC, lid) => {
          const budget = waterBudget({
            ...plain,
            fibreG,
            vesselL,
            hours,
            tempC,
            lid,
            dyestuff: [{ dryG, absorptionGPerG: 4, size: 'chopped' }],
          })
          const { pourL, drunkL, evaporatedL: goneL, leftL, fits } = budget
          expect(pourL).toBeLessThanOrEqual(0.8 * vesselL + 1e-9)
          if (leftL > 0) expect(pourL - drunkL - goneL).toBeCloseTo(leftL, 9)
          expect(fits).toBe(leftL >= 0.95 * 0.02 * fibreG - 1e-9)
        },
      ),
    )
  })

  test('ground stuff and a boil without a lid are warned of', () => {
    const { warnings } = waterBudget({
      ...plain,
      fibreG: 100,
      dyestuff: [{ dryG: 400, absorptionGPerG: 4, size: 'ground' }],
      lid: 'off',
      hours: 2,
      tempC: 99,
    })
    expect(warnings.map(({ code }) => code)).toEqual(
      expect.arrayContaining(['mashDrinks', 'boilsDown']),
    )
  })

  test.each([
    [{ fibreG: 0 }, 'fibreG must be above 0 g; got 0'],
    [{ vesselL: -2 }, 'vesselL must be above 0 L; got -2'],
    [
      { dyestuff: [{ dryG: 10, massG: 5, absorptionGPerG: 4, size: 'whole' as const }] },
      'massG must not be less than dryG (10 g); got 5',
    ],
  ])('%j is refused', (change, message) => {
    expect(() => waterBudget({ ...plain, ...change })).toThrow(message)
  })
})

describe('extraction', () => {
  test('two runs of 70 % get 91 % out', () => {
    expect(shareExtracted(0.7, 2)).toBeCloseTo(0.91, 12)
    expect(shareExtracted(0.7, 0)).toBe(0)
  })

  test('twice as quick for ten degrees more', () => {
    const usual = { fromDays: 7, toDays: 14 }
    expect(steepWindow(usual, 15, 25)).toEqual({ fromDays: 3.5, toDays: 7 })
    expect(steepWindow(usual, 15, 15)).toEqual(usual)
  })

  test.each([
    [() => shareExtracted(0.5, 1.5), 'runs must be a whole number of 0 or more; got 1.5'],
    [
      () => steepWindow({ fromDays: 7, toDays: 6 }, 15, 15),
      'toDays must not be below fromDays (7)',
    ],
    [
      () => steepWindow({ fromDays: 7, toDays: 9 }, 15, 60),
      'tempC must be from 2 to 45 °C; got 60',
    ],
  ])('%p is refused', (act, message) => {
    expect(act).toThrow(message)
  })
})
