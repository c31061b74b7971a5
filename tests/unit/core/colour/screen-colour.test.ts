import { describe, expect, test } from '@jest/globals'
import Color from 'colorjs.io'
import { describeColour } from '../../../../core/colour/describe-colour'
import { greyScaleChange } from '../../../../core/colour/grey-scale'
import {
  checkedLab,
  clippedChannels,
  deltaE2000,
  deltaE2000From,
  deltaE76,
  hexOfLab,
  isOnScreen,
  labOfHex,
  xyzOfHex,
} from '../../../../core/colour/screen-colour'
import { SHARMA_2005 } from '../../../fixtures/sharma-2005'
import { SRGB_COLOURS } from '../../../fixtures/srgb-colours'

describe('sRGB', () => {
  test.each(SRGB_COLOURS)('%s: XYZ and CIELAB (IEC 61966-2-1, CSS Color 4)', (hex, xyz, lab) => {
    const here = labOfHex(hex)
    const { x, y, z } = xyzOfHex(hex)
    ;[x, y, z].forEach((value, i) => expect(value).toBeCloseTo(xyz[i]!, 7))
    ;[here.l, here.a, here.b].forEach((value, i) => expect(value).toBeCloseTo(lab[i]!, 4))
    expect(hexOfLab(here)).toBe(hex)
  })

  test.each(SRGB_COLOURS)('%s: agrees with colorjs.io', (hex) => {
    const theirs = new Color(hex).to('lab-d65').coords as [number, number, number]
    const { l, a, b } = labOfHex(hex)
    expect(deltaE76({ l, a, b }, { l: theirs[0], a: theirs[1], b: theirs[2] })).toBeLessThan(1e-6)
  })

  test('three figures and no sign are understood', () => {
    expect(labOfHex('ca0')).toEqual(labOfHex('#ccaa00'))
  })

  test.each(['', '#12345', 'red', '#gggggg', '#1234567'])('refuses %p', (hex) => {
    expect(() => labOfHex(hex)).toThrow('hex must be a colour such as #8a5a00')
  })

  test('names the channels that are cut off', () => {
    expect(clippedChannels('#c8a400')).toEqual(['blue'])
    expect(clippedChannels('#ff00ff')).toEqual(['red', 'green', 'blue'])
    expect(clippedChannels('#8a5a30')).toEqual([])
  })

  test('knows what a screen cannot show', () => {
    expect(isOnScreen({ l: 60, a: 10, b: 20 })).toBe(true)
    expect(isOnScreen({ l: 60, a: 120, b: 20 })).toBe(false)
  })

  test.each([
    [{ l: 101, a: 0, b: 0 }, '/lab/l', 'l must be from 0 to 100; got 101'],
    [{ l: 50, a: 300, b: 0 }, '/lab/a', 'a must be from -200 to 200; got 300'],
    [{ l: 50, a: 0, b: Number.NaN }, '/lab/b', 'b must be a finite number; got NaN'],
  ])('refuses %j', (lab, pointer, message) => {
    expect(() => checkedLab(lab)).toThrow(expect.objectContaining({ pointer, message }))
  })
})

describe('colour differences', () => {
  // Sharma, Wu & Dalal 2005, Table 1, printed to four decimals
  test.each(SHARMA_2005)(
    'CIEDE2000 of (%d %d %d) and (%d %d %d) is %d',
    (l1, a1, b1, l2, a2, b2, de) => {
      const first = { l: l1!, a: a1!, b: b1! }
      const second = { l: l2!, a: a2!, b: b2! }
      expect(Math.abs(deltaE2000(first, second) - de!)).toBeLessThan(5.1e-5)
      expect(deltaE2000(second, first)).toBeCloseTo(deltaE2000(first, second), 9)
    },
  )

  test('the difference of 1976 is the straight distance', () => {
    expect(deltaE76({ l: 50, a: 3, b: 4 }, { l: 50, a: 0, b: 0 })).toBe(5)
  })

  // ISO 105-A05's neutral anchors (formula from memory)
  test.each([
    [0, 5],
    [0.8, 4.5294],
    [1.7, 4],
    [3.4, 3],
    [6.8, 2],
    [13.6, 1],
    [40, 1],
  ])('a grey that changed by %d is grey-scale step %d', (dl, step) => {
    const before = { l: 50, a: 0, b: 0 }
    expect(greyScaleChange(before, { ...before, l: 50 + dl })).toBeCloseTo(step, 4)
  })

  test('a chromatic change by ISO 105-A05 (from memory): GS 2.89', () => {
    const step = greyScaleChange({ l: 45, a: 40, b: 25 }, { l: 47, a: 35, b: 24 })
    expect(step).toBeCloseTo(2.8939, 3)
  })

  test('hue is averaged over the shorter way round', () => {
    // the same turn of hue across 0 and away from it: far from blue, nothing but the turn counts
    const at = (degrees: number) => {
      const h = (degrees * Math.PI) / 180
      return { l: 50, a: 30 * Math.cos(h), b: 30 * Math.sin(h) }
    }
    expect(greyScaleChange(at(358), at(2))).toBeCloseTo(greyScaleChange(at(58), at(62)), 2)
  })
})

describe('describeColour', () => {
  test('a hex and its CIELAB value are one colour', () => {
    const byHex = describeColour({ hex: '#8a5a30' })
    const byLab = describeColour({ lab: byHex.lab })
    expect(byLab.hex).toBe('#8a5a30')
    byLab.reflectance.forEach((r, i) => expect(r).toBeCloseTo(byHex.reflectance[i]!, 6))
    expect(byHex).toMatchObject({ basis: 'estimated', hex: '#8a5a30' })
  })
})

test('one against many is the same difference as one against one', () => {
  const one = { l: 52, a: 18, b: 41 }
  const from = deltaE2000From(one)
  for (const [l, a, b] of SHARMA_2005) {
    const other = { l: l!, a: a!, b: b! }
    expect(from(other)).toBe(deltaE2000(one, other))
  }
})
