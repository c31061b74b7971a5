import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { bestReading, hasStrength } from '../../../../shared/rules/swatch/best-reading'

const PLAIN = {
  id: 'plain',
  wet: false,
  washed: true as boolean | null,
  lightHours: null as number | null,
  basis: 'measured' as 'measured' | 'estimated',
  by: 'reader' as 'reader' | 'file' | 'photo' | 'eye',
}
const reading = (id: string, fields: Partial<typeof PLAIN> = {}) => ({ ...PLAIN, ...fields, id })

describe('the reading that stands for a swatch', () => {
  test.each([
    ['dry before wet', { wet: true }, { washed: false, basis: 'estimated', by: 'eye' }],
    ['washed before not', { washed: false }, { basis: 'estimated', by: 'eye' }],
    ['washed before nobody knows', { washed: null }, { basis: 'estimated', by: 'eye' }],
    ['nobody knows before not washed', { washed: false }, { washed: null, by: 'eye' }],
    ['measured before estimated', { basis: 'estimated', by: 'photo' }, {}],
    [
      'a photo before the eye',
      { basis: 'estimated', by: 'eye' },
      { basis: 'estimated', by: 'photo' },
    ],
  ] as const)('%s, though it is older', (_, newer, older) => {
    expect(bestReading([reading('newer', newer), reading('older', older)])!.id).toBe('older')
  })

  test('of equals the newest', () => {
    expect(bestReading([reading('newer'), reading('older')])!.id).toBe('newer')
  })

  test('never a faded one, unless it is asked for and there is no other', () => {
    const faded = reading('faded', { lightHours: 40 })
    expect(bestReading([faded])).toBeNull()
    expect(bestReading([faded], { afterLight: true })!.id).toBe('faded')
    const wet = reading('wet', { wet: true, basis: 'estimated', by: 'eye' })
    expect(bestReading([faded, wet], { afterLight: true })!.id).toBe('wet')
    expect(bestReading([])).toBeNull()
  })

  test('is the same in whatever order equals are not at stake', () => {
    const any = fc.record({
      wet: fc.boolean(),
      washed: fc.boolean(),
      lightHours: fc.constantFrom(null, 20),
      basis: fc.constantFrom('measured' as const, 'estimated' as const),
      by: fc.constantFrom('photo' as const, 'eye' as const),
    })
    const key = ({ wet, washed, lightHours, basis, by }: Omit<typeof PLAIN, 'id'>) =>
      JSON.stringify({ wet, washed, lightHours, basis, by })
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 6 }), (readings) => {
        const forth = bestReading(readings, { afterLight: true })!
        const back = bestReading([...readings].reverse(), { afterLight: true })!
        expect(key(forth as never)).toBe(key(back as never))
      }),
    )
  })
})

test('a strength wants a dry colour over a bare one, neither cut off by the screen', () => {
  const dry = { wet: false, clipped: [] }
  expect(hasStrength(dry, dry)).toBe(true)
  expect(hasStrength({ ...dry, wet: true }, dry)).toBe(false)
  expect(hasStrength(dry, null)).toBe(false)
  expect(hasStrength({ ...dry, clipped: ['r'] }, dry)).toBe(false)
  expect(hasStrength(dry, { clipped: ['b'] })).toBe(false)
})
