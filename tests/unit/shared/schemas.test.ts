import { describe, expect, test } from '@jest/globals'
import type { ObjectSchema } from 'joi'
import {
  curveSchema,
  colourSchema,
  ratioSchema,
  strengthSchema,
} from '../../../shared/schemas/calc/calc'
import { isCalendarDate } from '../../../shared/schemas/log/common'
import { foldName } from '../../../shared/rules/walk/fold-name'
import { catalogueId, isAnyId, isId, newId } from '../../../shared/ids'
import { lotQuerySchema, newLotSchema } from '../../../shared/schemas/loft/lot'
import { newPieceSchema } from '../../../shared/schemas/basket/piece'
import { newPotSchema } from '../../../shared/schemas/pot/pot'
import { potPlanSchema } from '../../../shared/schemas/pot/pot-plan'
import { newReadingSchema } from '../../../shared/schemas/swatch/reading'
import type { ValidationError } from '../../../shared/validate'
import { jsonPointer, validate } from '../../../shared/validate'

const lot = (fields: object = {}) => ({
  id: newId(),
  sourceId: newId(),
  gatheredOn: '2026-08-12',
  state: 'fresh',
  netG: 300,
  ...fields,
})

/** Every complaint of a schema, as `pointer: words`. */
function complaints<T>(schema: ObjectSchema<T>, body: unknown): string[] {
  try {
    validate(schema, body)
    return []
  } catch (error) {
    return (error as ValidationError).errors.map(({ pointer, detail }) => `${pointer}: ${detail}`)
  }
}

describe('a plan', () => {
  test('has room between its target and its cap, as the hob asks', () => {
    const plan = (cap: number) => ({ ph: { target: 10, cap, agent: 'sodaAsh' } })
    expect(complaints(potPlanSchema, plan(10)).join()).toMatch(
      /\/ph\/cap.*at least 0.3 beyond the target/,
    )
    expect(complaints(potPlanSchema, plan(10.5)).filter((each) => each.includes('/ph'))).toEqual([])
  })
})

describe('a lot', () => {
  test('is filled up with what was left out', () => {
    expect(validate(newLotSchema, lot())).toMatchObject({
      patchId: null,
      stage: null,
      obtained: 'picked',
      note: '',
    })
  })

  test.each([
    [{ netG: -5 }, '/netG: netG must be a number above 0; got -5'],
    [{ netG: 0 }, '/netG: netG must be a number above 0; got 0'],
    [{ netG: '300' }, '/netG: netG must be a number; got "300"'],
    [{ netG: Number.NaN }, '/netG: netG must be a number; got NaN'],
    [{ netG: Infinity }, '/netG: netG must be a finite number; got Infinity'],
    [{ netG: 2e6 }, '/netG: netG must be a number of 1000000 or less; got 2000000'],
    [{ netG: 1e300 }, '/netG: netG must be a number of a size that can be stored exactly'],
    [{ id: 'abc' }, '/id: id must be a UUID of version 7; got "abc"'],
    [{ id: undefined }, '/id: id is missing'],
    [{ gatheredOn: '2026-02-30' }, 'must be a calendar date such as 2026-09-09; got "2026-02-30"'],
    [{ state: 'wet' }, '/state: state must be one of [fresh, dried, frozen]; got "wet"'],
    [{ grossG: 10 }, 'give netG, or grossG with tareG, not both'],
    [{ netG: undefined }, 'netG is missing: give netG, grossG with tareG, or count with measure'],
    [{ colour: 'red' }, '/colour: colour is not a field that is known here'],
    [{ note: 'x'.repeat(2001) }, '/note: note must be at most 2000 characters long'],
    [{ dryFraction: 18 }, '/dryFraction: dryFraction must be a number of 1 or less; got 18'],
  ])('refuses %j', (fields, complaint) => {
    expect(complaints(newLotSchema, lot(fields)).join('\n')).toContain(complaint)
  })

  test('every wrong field is named at once', () => {
    expect(complaints(newLotSchema, lot({ netG: -1, state: 'x', id: 1 }))).toHaveLength(3)
  })

  test.each([null, 'text', 5, []])('a body that is %j is no lot', (body) => {
    expect(complaints(newLotSchema, body).join()).toMatch(/object/)
  })

  test('a query’s numbers come as text, and its errors name the parameter', () => {
    const query = (input: object) =>
      validate(lotQuerySchema, input, { convert: true, pointer: (path) => `?${path.join('.')}` })
    expect(query({ limit: '20', inStock: 'true', code: 'tan' })).toEqual({
      limit: 20,
      inStock: true,
      code: 'TAN',
      aside: false,
    })
    expect(() => query({ limit: '5000' })).toThrow(
      'limit must be a number of 200 or less; got 5000',
    )
    try {
      query({ after: 'x' })
    } catch (error) {
      expect((error as ValidationError).errors[0]!.pointer).toBe('?after')
    }
  })
})

describe('other things', () => {
  test('a mordant needs its agent, its percentage may be unknown; a wash has neither', () => {
    const piece = (treatment: object) => ({
      id: newId(),
      fibre: 'wool',
      form: 'yarn',
      dryG: 10,
      treatments: [{ doneOn: '2026-08-01', ...treatment }],
    })
    expect(complaints(newPieceSchema, piece({ kind: 'mordant' }))).toEqual([
      '/treatments/0/agent: agent is missing',
    ])
    expect(complaints(newPieceSchema, piece({ kind: 'mordant', agent: 'alum' }))).toEqual([])
    expect(complaints(newPieceSchema, piece({ kind: 'wash', agent: 'alum' }))).toHaveLength(1)
    expect(
      complaints(newPieceSchema, piece({ kind: 'mordant', agent: 'chrome', percentWof: 2 })),
    ).toHaveLength(1)
  })

  test('a pot names each lot and each piece once', () => {
    const id = newId()
    const pot = { id: newId(), dyedOn: '2026-08-20' }
    const twice = { lots: [1, 1].map(() => ({ lotId: id, massG: 5 })), pieces: [{ pieceId: id }] }
    expect(complaints(newPotSchema, { ...pot, ...twice }).join()).toContain(
      'each lot may be listed once',
    )
    expect(complaints(newPotSchema, { ...pot, lots: [], pieces: [] })).toHaveLength(2)
  })

  test('a reading is one colour, not none and not several', () => {
    expect(complaints(newReadingSchema, {}).join()).toContain('give one of hex, lab, reflectance')
    expect(
      complaints(newReadingSchema, { hex: '#123456', lab: { l: 1, a: 1, b: 1 } }).join(),
    ).toContain('not several')
    expect(complaints(newReadingSchema, { hex: '123' })).toEqual([])
    expect(complaints(newReadingSchema, { hex: '12' })).toEqual([
      '/hex: hex must be a colour such as #8a5a00; got "12"',
    ])
  })

  test('the calculation endpoints bound what they take', () => {
    const points = Array.from({ length: 5001 }, () => ({ ratio: 1, strength: 1 }))
    expect(complaints(curveSchema, { points }).join()).toContain('5000')
    expect(complaints(ratioSchema, { dyestuff: [], fibreG: 1 })).toHaveLength(1)
    expect(complaints(strengthSchema, { reflectance: [1, 2] }).length).toBeGreaterThan(0)
    expect(complaints(colourSchema, {}).join()).toContain('give hex or lab')
    expect(validate(strengthSchema, { reflectance: new Array(31).fill(0.5) })).toMatchObject({
      illuminant: 'D65',
      observer: 2,
    })
  })
})

describe('ids, names, dates and pointers', () => {
  test('new ids are UUIDv7 and sort by time', async () => {
    const first = newId()
    await new Promise((next) => setTimeout(next, 3))
    expect(isId(first)).toBe(true)
    expect(newId() > first).toBe(true)
    expect(isId('6ba7b810-9dad-11d1-80b4-00c04fd430c8')).toBe(false)
  })

  test('a catalogue id is the same everywhere', () => {
    expect(catalogueId('tanacetum-vulgare/flowerHead')).toBe(
      catalogueId('tanacetum-vulgare/flowerHead'),
    )
    expect(isAnyId(catalogueId('x'))).toBe(true)
    expect(isId(catalogueId('x'))).toBe(false)
  })

  test.each([
    ["Dyer's Broom", 'dyers broom'],
    ['DYER’S  broom', 'dyers broom'],
    ['Érable à sucre', 'erable a sucre'],
    ['  crab-eye / lichen ', 'crab eye lichen'],
  ])('%s is searched as %s', (name, folded) => expect(foldName(name)).toBe(folded))

  test.each([
    ['2026-02-28', true],
    ['2024-02-29', true],
    ['2026-02-29', false],
    ['2026-13-01', false],
    ['26-01-01', false],
    ['2026-1-1', false],
    ['1850-01-01', false],
  ])('%s is a date: %p', (text, is) => expect(isCalendarDate(text)).toBe(is))

  test('a pointer escapes its own signs (RFC 6901)', () => {
    expect(jsonPointer(['points', 0, 'a/b~c'])).toBe('/points/0/a~1b~0c')
  })
})
