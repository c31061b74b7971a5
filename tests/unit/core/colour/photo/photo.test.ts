import { describe, expect, test } from '@jest/globals'
import Color from 'colorjs.io'
import { randomLcg, randomNormal } from 'd3-random'
import {
  correctFromChart,
  correctFromPatch,
  type KnownPatch,
} from '../../../../../core/colour/photo/camera-correction'
import {
  linearRgbOfXyz,
  xyzOfLinearRgb,
  type LinearRgb,
} from '../../../../../core/colour/photo/linear-rgb'
import { levelnessOf, sampleArea } from '../../../../../core/colour/photo/sampled-area'
import { deltaE2000 } from '../../../../../core/colour/screen-colour'
import { labOfXyz, xyzOfLab, xyzOfReflectance } from '../../../../../core/colour/tristimulus'
import { DAYLIGHT, weighting } from '../../../../../core/colour/weighting'
import { TEST_COLOURS } from '../../../../fixtures/test-colour-samples'

const daylight = weighting(DAYLIGHT)
const WIDTH = 64

/** A square area whose pixels are told by place. */
function areaOf(pixel: (x: number, y: number) => readonly [number, number, number]) {
  const data = new Uint8ClampedArray(4 * WIDTH * WIDTH)
  for (let y = 0; y < WIDTH; y++) {
    for (let x = 0; x < WIDTH; x++) data.set([...pixel(x, y), 255], 4 * (y * WIDTH + x))
  }
  return { width: WIDTH, height: WIDTH, data }
}

describe('a sampled area', () => {
  test('of one colour is that colour, by an independent library', () => {
    const { lab, unevenness, levelness, clipped } = sampleArea(areaOf(() => [200, 150, 100]))
    const [l, a, b] = new Color('srgb', [200 / 255, 150 / 255, 100 / 255]).to('lab-d65').coords
    expect(lab.l).toBeCloseTo(l!, 2)
    expect(lab.a).toBeCloseTo(a!, 1)
    expect(lab.b).toBeCloseTo(b!, 1)
    expect(unevenness).toBeCloseTo(0, 6)
    expect({ levelness, clipped }).toEqual({ levelness: 'even', clipped: 0 })
  })

  test('hairs and hot spots under a twentieth do not count', () => {
    const clean = sampleArea(areaOf(() => [120, 100, 60]))
    const speckled = sampleArea(
      areaOf((x, y) => ((x + 7 * y) % 25 === 0 ? [250, 250, 250] : [120, 100, 60])),
    )
    expect(deltaE2000(clean.lab, speckled.lab)).toBeLessThan(0.01)
  })

  test('light is averaged, not levels: half and half of two greys', () => {
    const halves = areaOf((x) => (x % 2 ? [200, 200, 200] : [50, 50, 50]))
    const { mean } = sampleArea(halves, { isCard: true })
    const light = (level: number) => ((level / 255 + 0.055) / 1.055) ** 2.4
    expect(mean[0]).toBeCloseTo((light(200) + light(50)) / 2, 6)
  })

  test('a freckled area is mottled, one with patches blotchy', () => {
    const freckled = sampleArea(
      areaOf((x, y) => (((x >> 3) + (y >> 3)) % 2 ? [124, 104, 64] : [117, 97, 58])),
    )
    const patched = sampleArea(areaOf((x) => (x < WIDTH / 2 ? [140, 110, 50] : [110, 90, 60])))
    expect(freckled.levelness).toBe('mottled')
    expect(patched.levelness).toBe('blotchy')
  })

  test('too small an area has no levelness, and ends belong to the rougher word', () => {
    expect(sampleArea({ width: 1, height: 1, data: [10, 20, 30, 255] }).levelness).toBeNull()
    expect([0.99, 1, 2.49, 2.5].map(levelnessOf)).toEqual(['even', 'mottled', 'mottled', 'blotchy'])
  })

  test('a glossy area is refused though nothing is clipped, a card is not asked', () => {
    const glossy = areaOf((x) => (x < 6 ? [235, 230, 220] : [120, 60, 30]))
    expect(() => sampleArea(glossy)).toThrow('must not shine; got 9.4 % of its pixels far brighter')
    expect(sampleArea(glossy, { isCard: true }).clipped).toBe(0)
    // strands and the shadows between them
    expect(() =>
      sampleArea(areaOf((x) => (x % 4 === 0 ? [70, 40, 20] : [130, 80, 50]))),
    ).not.toThrow()
  })

  test('a clipped area is refused, with its share', () => {
    expect(() => sampleArea(areaOf((x) => (x < 2 ? [255, 200, 0] : [200, 150, 100])))).toThrow(
      'at most 1 % of its pixels clipped (glossy, burnt out or black); got 3.1 %: mark another part',
    )
    expect(() => sampleArea({ width: 2, height: 2, data: [1, 2, 3, 4] })).toThrow(
      'area must have width x height pixels of 4 bytes; got 2 x 2 and 4 bytes',
    )
  })
})

describe('linear light', () => {
  test('to XYZ and back', () => {
    const rgb: LinearRgb = [0.2, 0.5, 0.1]
    linearRgbOfXyz(xyzOfLinearRgb(rgb)).forEach((value, i) =>
      expect(value).toBeCloseTo(rgb[i]!, 10),
    )
  })
})

/** A camera of wrong hues under warm light: a mix of channels, their gains, and a little noise. */
function camera(seed: number, exposure = 1) {
  const noise = randomNormal.source(randomLcg(seed))(0, 0.0004)
  const mix = [
    [0.75, 0.22, 0.03],
    [0.2, 0.65, 0.15],
    [0.02, 0.28, 0.7],
  ]
  const gains = [1.1, 0.85, 0.55]
  return (rgb: LinearRgb): LinearRgb =>
    mix.map(
      (row, i) => exposure * gains[i]! * row.reduce((sum, m, k) => sum + m * rgb[k]!, 0) + noise(),
    ) as unknown as LinearRgb
}

/** The CIE test colour samples and greys as a chart. */
const CHART = [
  ...TEST_COLOURS.map(([, reflectance]) => labOfXyz(xyzOfReflectance(reflectance), daylight)),
  ...[20, 40, 60, 80, 95].map((l) => ({ l, a: 0, b: 0 })),
]
const trueRgb = (lab: { l: number; a: number; b: number }) =>
  linearRgbOfXyz(xyzOfLab(lab, daylight))
const labOf = (rgb: LinearRgb) => labOfXyz(xyzOfLinearRgb(rgb), daylight)
const shotWith = (shot: ReturnType<typeof camera>): KnownPatch[] =>
  CHART.map((lab) => ({ lab, measured: shot(trueRgb(lab)) }))

describe('camera correction', () => {
  test('one grey patch sets light and exposure right', () => {
    const shot = camera(0.3)
    const grey = { l: 60, a: 0, b: 0 }
    const correction = correctFromPatch({ lab: grey, measured: shot(trueRgb(grey)) })
    const other = { l: 35, a: 0, b: 0 }
    expect(deltaE2000(other, labOf(shot(trueRgb(other))))).toBeGreaterThan(5)
    expect(deltaE2000(other, labOf(correction.apply(shot(trueRgb(other)))))).toBeLessThan(2)
    expect(correction).toMatchObject({ kind: 'onePatch', meanError: null, patches: 1 })
  })

  test('a chart takes the camera’s own hues out too, and says what error is left', () => {
    const shot = camera(0.7)
    const correction = correctFromChart(shotWith(shot))
    const wanted = { l: 45, a: 30, b: 35 }
    const before = deltaE2000(wanted, labOf(shot(trueRgb(wanted))))
    const after = deltaE2000(wanted, labOf(correction.apply(shot(trueRgb(wanted)))))
    expect(after).toBeLessThan(before / 2)
    expect(after).toBeLessThan(1.5)
    expect(correction.meanError!).toBeLessThan(1.5)
    expect(correction.largestError!).toBeGreaterThanOrEqual(correction.meanError!)
  })

  test('keeps with the exposure: twice the light is twice the answer', () => {
    const correction = correctFromChart(shotWith(camera(0.7)))
    const rgb: LinearRgb = [0.2, 0.15, 0.05]
    const double = correction.apply(rgb.map((v) => 2 * v) as unknown as LinearRgb)
    correction.apply(rgb).forEach((v, i) => expect(double[i]).toBeCloseTo(2 * v, 10))
  })

  test('few patches and dark ones are refused', () => {
    const patches = shotWith(camera(0.1)).slice(0, 5)
    expect(() => correctFromChart(patches)).toThrow(
      'patches must be at least 6 to make a matrix; got 5',
    )
    const dark = { lab: { l: 5, a: 0, b: 0 }, measured: [0.5, 0.005, 0.4] as const }
    expect(() => correctFromPatch(dark)).toThrow(
      'measured must be at least 0.01 of full light in each channel; got 0.005',
    )
  })

  test('six patches make a matrix, and no more than a matrix', () => {
    expect(correctFromChart(shotWith(camera(0.2)).slice(0, 8)).kind).toBe('linear')
  })
})
