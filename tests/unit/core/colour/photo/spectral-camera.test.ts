import { describe, expect, test } from '@jest/globals'
import { mean } from 'd3-array'
import { estimateReflectance } from '../../../../../core/colour/estimate-reflectance'
import { chartBoxes, turned, type Corners } from '../../../../../core/colour/photo/chart-grid'
import { readPhoto, USUAL_ERROR_DE } from '../../../../../core/colour/photo/read-photo'
import { deltaE2000 } from '../../../../../core/colour/screen-colour'
import { labOfReflectance } from '../../../../../core/colour/tristimulus'
import { dyedReflectance, TRUTHS } from '../../../../../demo/truth'
import { cut, takePicture } from '../../../../fixtures/spectral-camera'
import { TEST_COLOURS } from '../../../../fixtures/test-colour-samples'

/*
 * A photo of a chart, a grey card and dyed swatches, made from spectra: known patches (CIE 13.3's
 * test colours and greys), a coloured cast, noise and vignetting. Its truth is the spectra's.
 */
const GREYS = [0.05, 0.1, 0.2, 0.35, 0.5, 0.65, 0.8, 0.9, 0.14]
const PATCHES = [
  ...TEST_COLOURS.map(([, reflectance]) => reflectance),
  ...GREYS.map((value) => TEST_COLOURS[0]![1].map(() => value)),
]
const [COLUMNS, ROWS, SIDE] = [6, 4, 50]
const CHART = { x: 60, y: 50 }
const SWATCHES = Object.entries(TRUTHS)
  .slice(0, 11)
  .map(([, truth], i) =>
    dyedReflectance(truth, { ratioDry: 0.2 + 0.1 * i, fibre: 'wool', iron: false, factor: 1 }),
  )
const swatchBox = (i: number) => ({
  x: 420 + 50 * (i % 4),
  y: 60 + 70 * Math.floor(i / 4),
  width: 44,
  height: 60,
})
const CARD = { x: 420, y: 275, width: 90, height: 60 }

const photo = (exposure = 0.8) =>
  takePicture({
    width: 660,
    height: 360,
    table: 0.3,
    exposure,
    things: [
      ...PATCHES.map((reflectance, i) => ({
        box: {
          x: CHART.x + SIDE * (i % COLUMNS),
          y: CHART.y + SIDE * Math.floor(i / COLUMNS),
          width: SIDE,
          height: SIDE,
        },
        reflectance,
      })),
      ...SWATCHES.map((reflectance, i) => ({ box: swatchBox(i), reflectance })),
      { box: CARD, reflectance: TEST_COLOURS[0]![1].map(() => 0.5) },
    ],
  })

const picture = photo()
const corners: Corners = [
  CHART,
  { x: CHART.x + COLUMNS * SIDE, y: CHART.y },
  { x: CHART.x + COLUMNS * SIDE, y: CHART.y + ROWS * SIDE },
  { x: CHART.x, y: CHART.y + ROWS * SIDE },
]
const labs = PATCHES.map((reflectance) => labOfReflectance([...reflectance]))
const grey = labOfReflectance(TEST_COLOURS[0]![1].map(() => 0.5))
const inside = (box: ReturnType<typeof swatchBox>) => ({
  x: box.x + 6,
  y: box.y + 6,
  width: box.width - 12,
  height: box.height - 12,
})
const chartAreas = (at: Corners, from = picture) =>
  chartBoxes(at, COLUMNS, ROWS).map((box) => cut(from, box))

const errorsWith = (known: Parameters<typeof readPhoto>[1]) =>
  SWATCHES.map((reflectance, i) =>
    deltaE2000(
      labOfReflectance([...reflectance]),
      readPhoto(cut(picture, inside(swatchBox(i))), known).lab,
    ),
  )
const chart = { kind: 'chart' as const, readings: [chartAreas(corners)], labs }
const card = {
  kind: 'patch' as const,
  of: 'card' as const,
  area: cut(picture, inside(CARD)),
  lab: grey,
}

describe('a photo by a camera of its own sensitivities, under a warm lamp', () => {
  test('a chart brings eleven dyed swatches near, a grey card nearer than nothing does', () => {
    const [bare, patched, charted] = [
      errorsWith({ kind: 'none' }),
      errorsWith(card),
      errorsWith(chart),
    ]
    const told = [bare, patched, charted].map((errors) => mean(errors)!)
    process.stdout.write(
      `  photo: mean CIEDE2000 of 11 swatches: uncorrected ${told[0]!.toFixed(1)}, one grey card ${told[1]!.toFixed(1)}, chart of 24 ${told[2]!.toFixed(2)}\n`,
    )
    expect(told[0]).toBeGreaterThan(10)
    expect(told[1]).toBeLessThan(0.6 * told[0]!)
    expect(told[2]).toBeLessThan(2.5)
    // what is assumed where a photo cannot tell is near what is found here
    expect(USUAL_ERROR_DE.none / told[0]!).toBeGreaterThan(0.6)
    expect(USUAL_ERROR_DE.none / told[0]!).toBeLessThan(1.6)
    expect(USUAL_ERROR_DE.card / told[1]!).toBeGreaterThan(0.6)
    expect(USUAL_ERROR_DE.card / told[1]!).toBeLessThan(1.6)
  })

  test('the chart says what error it leaves; a single card cannot, and says so', () => {
    const read = readPhoto(cut(picture, inside(swatchBox(0))), chart)
    const swatchError = mean(errorsWith(chart))!
    expect(read).toMatchObject({ isErrorTold: true, patches: 24, quarters: 0 })
    expect(read.errorDe).toBe(read.meanError)
    expect(swatchError / read.meanError!).toBeGreaterThan(0.3)
    expect(swatchError / read.meanError!).toBeLessThan(1.7)
    const one = readPhoto(cut(picture, inside(swatchBox(0))), card)
    expect(one).toMatchObject({
      isErrorTold: false,
      meanError: null,
      errorDe: USUAL_ERROR_DE.card,
    })
    expect(one.moved).toBeCloseTo(deltaE2000(one.lab, one.uncorrected))
  })

  test('a chart that lies turned is found by the error it leaves', () => {
    // the dyer began at the third corner: read so, patches are not what the file says
    const begun = turned(corners, 2)
    const readings = [0, 1, 2, 3].map((quarters) =>
      quarters % 2 === 0 ? chartAreas(turned(begun, quarters)) : [],
    )
    const ways = [readings[0]!, readings[2]!]
    const read = readPhoto(cut(picture, inside(swatchBox(2))), {
      kind: 'chart',
      readings: ways,
      labs,
    })
    expect(read.quarters).toBe(1)
    expect(read.meanError!).toBeLessThan(2.5)
  })

  test('a photo that is burnt out is refused, swatch, card and chart alike', () => {
    const burnt = photo(3.2)
    const pale = SWATCHES.length
    expect(pale).toBe(11)
    expect(() => readPhoto(cut(burnt, inside(swatchBox(0))), { kind: 'none' })).toThrow(
      'at most 1 % of its pixels clipped',
    )
    expect(() =>
      readPhoto(cut(picture, inside(swatchBox(0))), {
        kind: 'chart',
        labs,
        readings: [chartAreas(corners, burnt)],
      }),
    ).toThrow(/^patch \d+ of the chart: area must have at most 1 %/)
  })
})

describe('the boxes of a chart', () => {
  test('upright: the middle of each patch, row by row', () => {
    const boxes = chartBoxes(corners, COLUMNS, ROWS)
    expect(boxes).toHaveLength(24)
    expect(boxes[7]!.x + boxes[7]!.width / 2).toBeCloseTo(CHART.x + 1.5 * SIDE)
    expect(boxes[7]!.y + boxes[7]!.height / 2).toBeCloseTo(CHART.y + 1.5 * SIDE)
    expect(boxes[7]!.width).toBeCloseTo(0.4 * SIDE)
  })

  test('aslant: straight lines of patches stay straight, near ones are larger', () => {
    const aslant: Corners = [
      { x: 100, y: 100 },
      { x: 500, y: 140 },
      { x: 460, y: 380 },
      { x: 80, y: 460 },
    ]
    const boxes = chartBoxes(aslant, 6, 4)
    const middle = (i: number) => ({
      x: boxes[i]!.x + boxes[i]!.width / 2,
      y: boxes[i]!.y + boxes[i]!.height / 2,
    })
    const [a, b, c] = [middle(6), middle(8), middle(11)]
    expect((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)).toBeCloseTo(0, 6)
    expect(boxes[0]!.width).toBeGreaterThan(boxes[5]!.width)
  })

  test('corners that cross, or patches too small, are refused', () => {
    const crossed: Corners = [corners[0], corners[2], corners[1], corners[3]]
    expect(() => chartBoxes(crossed, 6, 4)).toThrow('without crossing')
    expect(() => chartBoxes(corners, 100, 80)).toThrow('at least 8 px wide; got 2.5 px')
  })

  test('grey cards of known colour give what a grey is', () => {
    expect(grey.a).toBeCloseTo(0, 6)
    expect(estimateReflectance(grey)[15]).toBeCloseTo(0.5, 3)
  })
})
