import { describe, expect, test } from '@jest/globals'
import Color from 'colorjs.io'
import { adaptXyz } from '../../../../core/colour/adaptation'
import { deltaE2000 } from '../../../../core/colour/screen-colour'
import { seenUnder } from '../../../../core/colour/seen-under'
import { BANDS } from '../../../../core/colour/spectrum'
import {
  labOfReflectance,
  labOfXyz,
  lchOfLab,
  xyzOfLab,
  xyzOfReflectance,
} from '../../../../core/colour/tristimulus'
import {
  DAYLIGHT,
  ILLUMINANTS,
  OBSERVERS,
  weighting,
  type Illuminant,
} from '../../../../core/colour/weighting'
import { TEST_COLOURS } from '../../../fixtures/test-colour-samples'
import { WHITE_POINTS } from '../../../fixtures/white-points'

const flat = (r: number) => new Array<number>(BANDS).fill(r)

describe('weighting tables', () => {
  // CIE 015 / ASTM E308; CIE and ASTM themselves differ by 0.02 for D65, 10 degree
  test.each(WHITE_POINTS)(
    '%s, %d degree: the published white point',
    (illuminant, observer, x, y, z) => {
      const { white } = weighting({ illuminant: illuminant as Illuminant, observer })
      ;[x, y, z].forEach((value, i) => expect(Math.abs(white[i]! * 100 - value)).toBeLessThan(0.03))
    },
  )

  test.each(ILLUMINANTS.flatMap((i) => OBSERVERS.map((o) => [i, o] as const)))(
    '%s, %d degree: a perfect white is white, a grey of 18 %% has L* 49.4961',
    (illuminant, observer) => {
      const viewing = { illuminant, observer }
      const white = labOfReflectance(flat(1), viewing)
      expect(white.l).toBeCloseTo(100, 10)
      expect(Math.hypot(white.a, white.b)).toBeLessThan(1e-9)
      // CIE 015:2018: L* of Y = 0.18
      expect(labOfReflectance(flat(0.18), viewing).l).toBeCloseTo(49.496108, 6)
    },
  )

  // 31 bands against the 5 nm sums over 380 to 780 nm: what is lost between bands is small
  test.each(TEST_COLOURS)('CIE %s looks as it does at 5 nm', (_name, reflectance, lab2, lab10) => {
    const of = ([l, a, b]: readonly number[]) => ({ l: l!, a: a!, b: b! })
    const here2 = labOfReflectance(reflectance, DAYLIGHT)
    const here10 = labOfReflectance(reflectance, { illuminant: 'D65', observer: 10 })
    expect(deltaE2000(here2, of(lab2))).toBeLessThan(0.35)
    expect(deltaE2000(here10, of(lab10))).toBeLessThan(0.35)
  })
})

describe('CIELAB', () => {
  test.each([
    [0.5, 76.069261],
    [0.01, 8.991442],
    [0.005, 4.516481],
  ])('Y = %d has L* %d (CIE 015:2018)', (y, l) => {
    expect(labOfXyz({ x: y, y, z: y }, { white: [1, 1, 1] }).l).toBeCloseTo(l, 6)
  })

  test('there and back', () => {
    const { white } = weighting(DAYLIGHT)
    for (const lab of [
      { l: 43.1, a: 14.8, b: 27.6 },
      { l: 2, a: 0.5, b: -1 },
      { l: 99, a: -3, b: 8 },
    ]) {
      const back = labOfXyz(xyzOfLab(lab, { white }), { white })
      expect(back.l).toBeCloseTo(lab.l, 10)
      expect(back.a).toBeCloseTo(lab.a, 9)
      expect(back.b).toBeCloseTo(lab.b, 9)
    }
  })

  test('hue runs from 0 to 360, and grey has none', () => {
    expect(lchOfLab({ l: 50, a: 0, b: -10 }).h).toBe(270)
    expect(lchOfLab({ l: 50, a: 10, b: 10 })).toMatchObject({ c: Math.hypot(10, 10), h: 45 })
    expect(lchOfLab({ l: 50, a: 0, b: 0 }).h).toBe(0)
  })
})

describe('under another lamp', () => {
  test('Bradford as in colorjs.io: sRGB red under D50', () => {
    const d65 = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329] as const
    const d50 = [0.3457 / 0.3585, 1, (1 - 0.3457 - 0.3585) / 0.3585] as const
    const red = new Color('#ff0000')
    const [x, y, z] = red.to('xyz-d65').coords as [number, number, number]
    const here = adaptXyz({ x, y, z }, d65, d50)
    const theirs = red.to('xyz-d50').coords as [number, number, number]
    expect(here.x).toBeCloseTo(theirs[0], 4)
    expect(here.y).toBeCloseTo(theirs[1], 4)
    expect(here.z).toBeCloseTo(theirs[2], 4)
  })

  test('white stays white on the screen under every lamp', () => {
    for (const illuminant of ILLUMINANTS) {
      expect(seenUnder(flat(1), { illuminant, observer: 2 }).hex).toBe('#ffffff')
    }
  })

  test('in daylight nothing is adapted', () => {
    const [, reflectance] = TEST_COLOURS[8]!
    const seen = seenUnder(reflectance, DAYLIGHT)
    expect(seen.xyz).toEqual(xyzOfReflectance(reflectance))
    expect(deltaE2000(seen.lab, labOfReflectance(reflectance))).toBe(0)
  })
})
