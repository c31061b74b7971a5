import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { FOREIGN, usefulShare } from '../../../../core/harvest/contents'
import { gramsEach } from '../../../../core/harvest/counted'
import { dryingOutlook } from '../../../../core/harvest/drying-time'
import { combined, lotStep, LOT_STEP_KINDS, type Stock } from '../../../../core/harvest/lot-step'
import { InputError } from '../../../../core/input-error'

const fresh = (fields: Partial<Stock> = {}): Stock => ({
  state: 'fresh',
  chop: 'whole',
  massG: 700,
  dryFraction: 0.2,
  dryFractionBasis: 'typical',
  ...fields,
})

describe('a step of a lot', () => {
  test('stripping seven leaves five, and the share of dry matter as it was (common practice)', () => {
    const { stock, deltaG, yield: kept } = lotStep(fresh(), { kind: 'stripped', afterG: 500 })
    expect(stock).toMatchObject({ massG: 500, dryFraction: 0.2, dryFractionBasis: 'typical' })
    expect(deltaG).toBe(-200)
    expect(kept).toBeCloseTo(5 / 7, 12)
  })

  test('drying shows the share, and what is left is dry by definition', () => {
    const step = lotStep(fresh({ massG: 500 }), { kind: 'dried', afterG: 95 })
    expect(step.stock).toMatchObject({ state: 'dried', massG: 95, dryFraction: 1 })
    expect(step.shownDryFraction).toBeCloseTo(0.19, 12)
  })

  test('ageing loses water alone: the dry grams stay', () => {
    const { stock } = lotStep(fresh({ massG: 900 }), { kind: 'aged', afterG: 450 })
    expect(stock.massG * stock.dryFraction).toBeCloseTo(180, 9)
    expect(
      lotStep(fresh({ dryFractionBasis: 'measured' }), { kind: 'aged', afterG: 600 }).stock
        .dryFractionBasis,
    ).toBe('estimated')
  })

  test('what is soaked goes on counting as it was weighed before', () => {
    const dried = fresh({ state: 'dried', dryFraction: 1, massG: 80 })
    expect(lotStep(dried, { kind: 'soaked', afterG: 80 })).toMatchObject({
      stock: { massG: 80, dryFraction: 1, state: 'dried' },
      deltaG: 0,
    })
    expect(() => lotStep(dried, { kind: 'soaked', afterG: 240 })).toThrow('weighed before')
    const frozen = lotStep(fresh(), { kind: 'frozen', afterG: 700 }).stock
    expect(() => lotStep(frozen, { kind: 'soaked', afterG: 700 })).toThrow('thaw it first')
  })

  test('grinding and chopping change the form, freezing and thawing the state', () => {
    expect(lotStep(fresh(), { kind: 'ground', afterG: 690 }).stock.chop).toBe('ground')
    const frozen = lotStep(fresh(), { kind: 'frozen', afterG: 700 }).stock
    expect(frozen.state).toBe('frozen')
    expect(lotStep(frozen, { kind: 'thawed', afterG: 680 }).stock.state).toBe('fresh')
  })

  test.each([
    [fresh({ state: 'dried' }), 'dried', 'it is dried already'],
    [fresh({ state: 'dried' }), 'frozen', 'only fresh stuff is frozen'],
    [fresh(), 'thawed', 'it is not frozen'],
    [fresh({ state: 'liquor' }), 'ground', 'a liquor is only counted or lost'],
  ] as const)('%j cannot be %s', (stock, kind, why) => {
    expect(() => lotStep(stock, { kind, afterG: 100 })).toThrow(why)
  })

  test('no step but counting finds more than there was', () => {
    expect(() => lotStep(fresh(), { kind: 'stripped', afterG: 701 })).toThrow('must not be more')
    expect(lotStep(fresh(), { kind: 'counted', afterG: 720 }).deltaG).toBe(20)
    expect(lotStep(fresh(), { kind: 'lost', afterG: 0 }).stock.massG).toBe(0)
    expect(() => lotStep(fresh(), { kind: 'dried', afterG: 0 })).toThrow(InputError)
  })

  test('any step leaves finite grams, a share of at most one, and the sum of its movement', () => {
    const state = fc.constantFrom('fresh', 'dried', 'frozen', 'liquor') as fc.Arbitrary<
      Stock['state']
    >
    fc.assert(
      fc.property(
        state,
        fc.double({ min: 0.01, max: 1e5, noNaN: true }),
        fc.double({ min: 0.001, max: 1, noNaN: true }),
        fc.constantFrom(...LOT_STEP_KINDS),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (from, massG, dryFraction, kind, share) => {
          const before = fresh({ state: from, massG, dryFraction })
          try {
            const { stock, deltaG } = lotStep(before, { kind, afterG: massG * share })
            expect(stock.massG).toBeCloseTo(massG + deltaG, 6)
            expect(stock.dryFraction).toBeGreaterThan(0)
            expect(stock.dryFraction).toBeLessThanOrEqual(1)
            // only drying tells anew what is dry; no other step makes dry matter
            if (kind !== 'dried' && kind !== 'counted' && kind !== 'frozen' && kind !== 'thawed') {
              expect(stock.massG * stock.dryFraction).toBeLessThanOrEqual(
                massG * dryFraction * (1 + 1e-9),
              )
            }
          } catch (error) {
            expect(error).toBeInstanceOf(InputError)
          }
        },
      ),
    )
  })
})

describe('several lots in one bag', () => {
  const lot = fc.record({
    massG: fc.double({ min: 0.1, max: 1e5, noNaN: true }),
    dryFraction: fc.double({ min: 0.01, max: 1, noNaN: true }),
    basis: fc.constantFrom('measured' as const, 'estimated' as const, 'typical' as const),
  })

  test('lose no gram and no dry gram', () => {
    fc.assert(
      fc.property(fc.array(lot, { minLength: 2, maxLength: 8 }), (lots) => {
        const mixed = combined(lots)
        const grams = lots.reduce((sum, { massG }) => sum + massG, 0)
        const dry = lots.reduce((sum, { massG, dryFraction }) => sum + massG * dryFraction, 0)
        expect(mixed.massG / grams).toBeCloseTo(1, 9)
        expect((mixed.massG * mixed.dryFraction) / dry).toBeCloseTo(1, 9)
      }),
    )
  })

  test('a weighed and a typical share make an estimate', () => {
    const mixed = combined([
      { massG: 100, dryFraction: 0.2, basis: 'measured' },
      { massG: 100, dryFraction: 0.3, basis: 'typical' },
    ])
    expect(mixed).toEqual({ massG: 200, dryFraction: 0.25, basis: 'estimated' })
  })

  test('one lot is no combination', () => {
    expect(() => combined([{ massG: 1, dryFraction: 1, basis: 'measured' }])).toThrow(
      'at least two',
    )
  })
})

describe('counted instead of weighed', () => {
  test('the seeds of seven heads weigh 48 g (common practice)', () => {
    expect(gramsEach([{ count: 7, massG: 48 }], null)).toMatchObject({
      basis: 'measured',
      n: 1,
      relativeSd: null,
    })
    expect(gramsEach([{ count: 7, massG: 48 }], null)!.value * 7).toBeCloseTo(48, 12)
  })

  test('weighings count by what they hold, with their spread', () => {
    const each = gramsEach(
      [
        { count: 10, massG: 60 },
        { count: 30, massG: 150 },
      ],
      4,
    )!
    expect(each.value).toBeCloseTo(210 / 40, 12)
    expect(each.relativeSd).toBeCloseTo(Math.SQRT1_2 / 5.5, 12)
  })

  test('without a weighing the typical one, marked so, or nothing', () => {
    expect(gramsEach([], 6)).toEqual({ value: 6, relativeSd: null, basis: 'typical', n: 0 })
    expect(gramsEach([], null)).toBeNull()
    expect(() => gramsEach([{ count: 0, massG: 5 }], null)).toThrow('count')
  })
})

describe('what else is in it', () => {
  test('foreign matter gives no colour; other parts do', () => {
    expect(usefulShare([])).toEqual({ value: 1, basis: 'weighed' })
    expect(
      usefulShare([
        { what: FOREIGN, share: 0.3, basis: 'guessed' },
        { what: 'leaf', share: 0.4, basis: 'weighed' },
      ]),
    ).toEqual({ value: 0.7, basis: 'guessed' })
  })

  test('shares cannot come to more than all of it', () => {
    const half = { what: 'leaf', share: 0.6, basis: 'guessed' as const }
    expect(() => usefulShare([half, half])).toThrow('at most 1')
    expect(() => usefulShare([{ ...half, share: 1.2 }])).toThrow('from 0 to 1')
  })
})

test('what hangs will weigh its dry share, less surely where that is only typical', () => {
  const sure = dryingOutlook(500, { value: 0.2, basis: 'measured' }, [7, 14])
  const unsure = dryingOutlook(500, { value: 0.2, basis: 'typical' }, [7, 14])
  expect(sure.dryG.mid).toBeCloseTo(100, 12)
  expect(unsure.dryG.high - unsure.dryG.low).toBeGreaterThan(sure.dryG.high - sure.dryG.low)
  expect(sure).toMatchObject({ fromDays: 7, toDays: 14 })
})
