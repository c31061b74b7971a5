import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { comparePair } from '../../../../core/evidence/compare-pair'
import { FACTORS, type Factors } from '../../../../core/evidence/factors'

const swatch: Factors = {
  source: 'tansy',
  lot: 'TAN-26-01',
  fibre: 'wool',
  ratioDry: 0.5,
  minutes: 60,
  tempC: 82,
  finalPh: 6.5,
  mordant: 'Al',
  mordantPercent: { alum: 10, iron: 2 },
  companions: ['WOL-26-01', 'SUW-26-02'],
}

describe('two swatches', () => {
  test('alike in everything are a repeat', () => {
    expect(comparePair(swatch, { ...swatch })).toEqual({
      verdict: 'repeat',
      differs: [],
      unknown: [],
    })
  })

  test.each([
    [{ fibre: 'superwash' }, 'clean', ['fibre']],
    [{ fibre: 'superwash', mordant: 'Al Fe' }, 'confounded', ['fibre', 'mordant']],
    [{ fibre: ' WOOL ' }, 'repeat', []],
    [{ companions: ['SUW-26-02', 'WOL-26-01'] }, 'repeat', []],
    [{ companions: ['SUW-26-02'] }, 'clean', ['companions']],
    // amounts one by one
    [{ mordantPercent: { alum: 11.5, iron: 2 } }, 'repeat', []],
    [{ mordantPercent: { alum: 12, iron: 2 } }, 'clean', ['mordantPercent']],
    [{ mordantPercent: { alum: 10 } }, 'clean', ['mordantPercent']],
    [{ mordantPercent: { alum: 10, copper: 2 } }, 'clean', ['mordantPercent']],
    // within and beyond each tolerance
    [{ ratioDry: 0.55 }, 'repeat', []],
    [{ ratioDry: 0.56 }, 'clean', ['ratioDry']],
    [{ minutes: 75 }, 'repeat', []],
    [{ minutes: 76 }, 'clean', ['minutes']],
    [{ tempC: 87 }, 'repeat', []],
    [{ tempC: 87.1 }, 'clean', ['tempC']],
    [{ finalPh: 7 }, 'repeat', []],
    [{ finalPh: 7.1 }, 'clean', ['finalPh']],
  ] as const)('that differ by %j: %s', (change, verdict, differs) => {
    expect(comparePair(swatch, { ...swatch, ...change })).toMatchObject({ verdict, differs })
  })

  test.each([
    [{ tempC: null }, ['tempC'], []],
    [{ water: 'rain' }, ['water'], []],
    [{ mordantPercent: { alum: null, iron: 2 } }, ['mordantPercent'], []],
    // a difference that is known does not help where another thing is not
    [{ tempC: null, fibre: 'silk' }, ['tempC'], ['fibre']],
  ])('of which something is not known are unsure: %j', (change, unknown, differs) => {
    expect(comparePair(swatch, { ...swatch, ...change })).toEqual({
      verdict: 'unsure',
      unknown,
      differs,
    })
    expect(comparePair({ ...swatch, ...change }, swatch).unknown).toEqual(unknown)
  })

  test('unknown on both sides is unknown, not alike', () => {
    expect(comparePair({ tempC: null }, { tempC: null }).verdict).toBe('unsure')
  })

  test('the order of the two never matters', () => {
    const value = fc.oneof(
      fc.constantFrom('a', 'b', null),
      fc.double({ min: 0, max: 100, noNaN: true }),
    )
    const factors = fc.dictionary(fc.constantFrom(...FACTORS), value) as fc.Arbitrary<Factors>
    fc.assert(
      fc.property(factors, factors, (a, b) => {
        expect(comparePair(a, b)).toEqual(comparePair(b, a))
        expect(comparePair(a, a).differs).toEqual([])
      }),
    )
  })

  test('a number that is none is refused by name', () => {
    expect(() => comparePair({ tempC: Number.NaN }, { tempC: 80 })).toThrow(
      'tempC must be a finite number; got NaN',
    )
  })
})
