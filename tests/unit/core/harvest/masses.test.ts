import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { dryFraction } from '../../../../core/harvest/dry-fraction'
import { netMassG, roundToMilligram } from '../../../../core/harvest/net-mass'
import { plantNeededG, plantToFibreRatio } from '../../../../core/harvest/ratio'
import { gramsOfAgent } from '../../../../core/mordant/percent-of-fibre'

describe('net mass', () => {
  test('gross 52.5 g in an 11 g bag is 41.5 g (common practice, no source)', () => {
    expect(netMassG({ grossG: 52.5, tareG: 11 })).toBe(41.5)
  })

  test('carries no binary dust', () => {
    expect(netMassG({ grossG: 0.3, tareG: 0.1 })).toBe(0.2)
    expect(roundToMilligram(1.00049)).toBe(1)
  })

  test.each([
    [{ grossG: 10, tareG: 11 }, 'tareG must not be more than grossG (10 g)'],
    [{ grossG: -1, tareG: 0 }, 'grossG must be 0 g or more; got -1'],
    [{ grossG: 1, tareG: -1 }, 'tareG must be 0 g or more; got -1'],
    [{ grossG: Number.NaN, tareG: 0 }, 'grossG must be a finite number; got NaN'],
  ])('refuses %p', (weighing, message) => expect(() => netMassG(weighing)).toThrow(message))
})

describe('dry fraction', () => {
  const typical = 0.18
  test('the lot’s own weighing comes first, then its kin, then the typical value', () => {
    const own = { state: 'fresh' as const, own: [0.25, 0.75], siblings: [0.3], typical }
    expect(dryFraction(own)).toEqual({ value: 0.5, basis: 'measured', n: 2 })
    expect(dryFraction({ ...own, own: [] })).toEqual({ value: 0.3, basis: 'estimated', n: 1 })
    expect(dryFraction({ ...own, own: [], siblings: [] })).toEqual({
      value: 0.18,
      basis: 'typical',
      n: 0,
    })
  })

  test('dried is dry; frozen keeps its water', () => {
    const none = { own: [], siblings: [], typical }
    expect(dryFraction({ state: 'dried', ...none }).value).toBe(1)
    expect(dryFraction({ state: 'frozen', ...none }).value).toBe(0.18)
  })
})

describe('plant-to-fibre ratio', () => {
  test('3 : 1 fresh at 18 % dry matter is 0.54 : 1 dry and 300 % WOF', () => {
    const ratio = plantToFibreRatio({
      dyestuff: [{ massG: 300, dryFraction: 0.18 }],
      fibreG: 100,
    })
    expect(ratio.asWeighed).toBe(3)
    expect(ratio.dry).toBeCloseTo(0.54, 12)
    expect(ratio.percentWof).toBe(300)
  })

  // common practice, no source: 2:1 leaf is 200 g for 100 g; 10:1 fresh flowers 500 g for 50 g
  test.each([
    [200, 100, 2],
    [500, 50, 10],
  ])('%d g on %d g is %d : 1', (massG, fibreG, ratio) => {
    expect(plantToFibreRatio({ dyestuff: [{ massG, dryFraction: 1 }], fibreG }).asWeighed).toBe(
      ratio,
    )
  })

  test('lots of one bath add up, whatever their state', () => {
    const { asWeighed, dry } = plantToFibreRatio({
      dyestuff: [
        { massG: 100, dryFraction: 0.2 },
        { massG: 30, dryFraction: 1 },
      ],
      fibreG: 100,
    })
    expect(asWeighed).toBeCloseTo(1.3, 12)
    expect(dry).toBeCloseTo(0.5, 12)
  })

  test('what is needed for a ratio gives that ratio', () => {
    const positive = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(positive(0.01, 20), positive(1, 5000), positive(0.05, 1), (dry, fibreG, f) => {
        const massG = plantNeededG(dry, fibreG, f)
        const back = plantToFibreRatio({ dyestuff: [{ massG, dryFraction: f }], fibreG })
        expect(back.dry / dry).toBeCloseTo(1, 10)
      }),
    )
  })

  test.each([
    [{ dyestuff: [], fibreG: 10 }, '/dyestuff', 'at least one lot'],
    [{ dyestuff: [{ massG: 1, dryFraction: 0.5 }], fibreG: 0 }, '/fibreG', 'above 0 g; got 0'],
    [{ dyestuff: [{ massG: -1, dryFraction: 0.5 }], fibreG: 1 }, '/dyestuff/0/massG', 'got -1'],
    [
      { dyestuff: [{ massG: 1, dryFraction: 18 }], fibreG: 1 },
      '/dyestuff/0/dryFraction',
      'at most 1 (a fraction); got 18',
    ],
  ])('refuses %j at %s', (bath, pointer, message) => {
    expect(() => plantToFibreRatio(bath)).toThrow(
      expect.objectContaining({ pointer, message: expect.stringContaining(message) }),
    )
  })
})

describe('grams of an agent', () => {
  // common practice, no source
  test.each([
    [10, 100, 10],
    [10, 800, 80],
    [16, 11, 1.76],
    [6, 11, 0.66],
  ])('%d %% on %d g is %d g', (percent, fibreG, grams) => {
    expect(gramsOfAgent(percent, fibreG)).toBeCloseTo(grams, 10)
  })

  test('refuses less than nothing', () => {
    expect(() => gramsOfAgent(-1, 100)).toThrow('percentWof must be 0 % or more; got -1')
  })
})
