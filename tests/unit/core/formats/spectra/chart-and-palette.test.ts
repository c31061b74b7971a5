import { describe, expect, test } from '@jest/globals'
import { XMLValidator } from 'fast-xml-parser'
import { deltaE76 } from '../../../../../core/colour/screen-colour'
import { WAVELENGTHS_NM } from '../../../../../core/colour/spectrum'
import { labOfReflectance, xyzOfReflectance } from '../../../../../core/colour/tristimulus'
import { writeGimpPalette, writeSvgSheet } from '../../../../../core/formats/palette'
import { readReferenceChart } from '../../../../../core/formats/spectra/reference-chart'
import { TEST_COLOURS } from '../../../../fixtures/test-colour-samples'

/** A chart of CIE's first twelve test colours, in three rows of four. */
const PATCHES = TEST_COLOURS.slice(0, 12).map(([, reflectance], i) => ({
  name: `${'ABC'[Math.floor(i / 4)]!}${(i % 4) + 1}`,
  reflectance,
}))
const chart = (fields: string[], row: (reflectance: readonly number[]) => number[], more = '') =>
  [
    'IT8.7/2',
    ...(more ? [more] : []),
    'BEGIN_DATA_FORMAT',
    `SAMPLE_ID ${fields.join(' ')}`,
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS ${PATCHES.length}`,
    'BEGIN_DATA',
    ...PATCHES.map(
      ({ name, reflectance }) =>
        `${name} ${row(reflectance)
          .map((v) => v.toFixed(5))
          .join(' ')}`,
    ),
    'END_DATA',
  ].join('\n')
const truth = PATCHES.map(({ reflectance }) => labOfReflectance([...reflectance]))
const d50 = { illuminant: 'D50', observer: 2 } as const
const labOf = (reflectance: readonly number[]) => {
  const { l, a, b } = labOfReflectance([...reflectance], d50)
  return [l, a, b]
}
const xyzOf = (reflectance: readonly number[]) => {
  const { x, y, z } = xyzOfReflectance([...reflectance], d50)
  return [100 * x, 100 * y, 100 * z]
}

describe('a chart of known patches', () => {
  test('by spectra is exact, by values for another light adapted', () => {
    const spectra = readReferenceChart(
      chart(
        WAVELENGTHS_NM.map((nm) => `nm${nm}`),
        (reflectance) => [...reflectance],
      ),
    )
    expect(spectra).toMatchObject({ from: 'spectra', columns: 4, rows: 3 })
    expect(spectra.patches.map(({ name }) => name).slice(3, 5)).toEqual(['A4', 'B1'])
    spectra.patches.forEach(({ lab }, i) => expect(deltaE76(lab, truth[i]!)).toBeLessThan(0.01))
    for (const [fields, row] of [
      [['LAB_L', 'LAB_A', 'LAB_B'], labOf],
      [['XYZ_X', 'XYZ_Y', 'XYZ_Z'], xyzOf],
    ] as const) {
      const { patches, illuminant } = readReferenceChart(chart([...fields], row))
      expect(illuminant).toBe('D50')
      // Bradford adaptation: a few tenths in the mean, some more for the strongest colours
      const errors = patches.map(({ lab }, i) => deltaE76(lab, truth[i]!))
      expect(errors.reduce((sum, error) => sum + error, 0) / errors.length).toBeLessThan(2)
    }
  })

  test('the light the file names is taken', () => {
    const text = chart(
      ['LAB_L', 'LAB_A', 'LAB_B'],
      (reflectance) => {
        const { l, a, b } = labOfReflectance([...reflectance])
        return [l, a, b]
      },
      'WEIGHTING_FUNCTION "ILLUMINANT, D65"',
    )
    const { patches, illuminant } = readReferenceChart(text)
    expect(illuminant).toBe('D65')
    patches.forEach(({ lab }, i) => expect(deltaE76(lab, truth[i]!)).toBeLessThan(0.01))
  })

  test('what is no chart says why', () => {
    const fields = ['LAB_L', 'LAB_A', 'LAB_B']
    expect(() => readReferenceChart(chart(['RGB_R'], () => [1]))).toThrow(
      'neither spectra, nor LAB_L',
    )
    expect(() => readReferenceChart(chart(fields, () => [120, 0, 0]))).toThrow(
      'Line 7: LAB_L must be from 0 to 100; got 120',
    )
    expect(() =>
      readReferenceChart(
        'X\nBEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 2 3\nEND_DATA',
      ),
    ).toThrow('Line 6: a chart has 6 to 400 patches; got 1')
  })
})

describe('palettes', () => {
  const colours = [
    { name: 'SWA-26-01, tansy on wool, Al', hex: '#c8a400' },
    { name: 'SWA-26-02, dock <root> & "co"\nnext', hex: '#8a5a00' },
  ]
  test('a GIMP palette has three numbers and a name a line', () => {
    const lines = writeGimpPalette('Autumn\n2026', colours).split('\n')
    expect(lines.slice(0, 2)).toEqual(['GIMP Palette', 'Name: Autumn 2026'])
    expect(lines[4]).toBe('200 164   0\tSWA-26-01, tansy on wool, Al')
    expect(lines).toHaveLength(7)
  })

  test('an SVG sheet is sound XML, whatever the names hold', () => {
    const svg = writeSvgSheet('Autumn & winter', colours)
    expect(XMLValidator.validate(svg)).toBe(true)
    expect(svg).toContain('dock &lt;root&gt; &amp; &quot;co&quot; next')
    expect(svg).toContain('fill="#c8a400"')
  })
})
