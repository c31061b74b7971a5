import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { deltaE76 } from '../../../../../core/colour/screen-colour'
import { toBands } from '../../../../../core/colour/resample'
import { WAVELENGTHS_NM } from '../../../../../core/colour/spectrum'
import { labOfReflectance } from '../../../../../core/colour/tristimulus'
import { readCgats } from '../../../../../core/formats/spectra/cgats'
import { readSpectra } from '../../../../../core/formats/spectra/read-spectra'
import { writeCgats } from '../../../../../core/formats/spectra/write-cgats'
import { FileProblem } from '../../../../../core/formats/table'
import { TEST_COLOURS } from '../../../../fixtures/test-colour-samples'

/*
 * Files written by hand after the standards (ANSI CGATS.17, ISO 17972-1), of one made-up dye whose
 * reflectance is known at every wavelength.
 */
const dye = (nm: number) =>
  0.82 - 0.7 * Math.exp(-(((nm - 440) / 70) ** 2)) - 0.2 * Math.exp(-(((nm - 560) / 60) ** 2))
const along = (from: number, to: number, step: number) =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step)
const TRUE_LAB = labOfReflectance(WAVELENGTHS_NM.map(dye))

const bytes = (text: string) => new TextEncoder().encode(text)
const problem = (text: string): FileProblem => {
  try {
    readSpectra(bytes(text))
  } catch (error) {
    if (error instanceof FileProblem) return error
    throw error
  }
  throw new Error('nothing was wrong')
}

const NMS = along(380, 730, 10)
const cgats = (row: string, { sets = 1, fields = NMS.map((nm) => `SPECTRAL_NM${nm}`) } = {}) =>
  [
    'CGATS.17',
    'ORIGINATOR "by hand"',
    'DESCRIPTOR "hank # 4, ""tansy"""',
    '# a comment',
    `NUMBER_OF_FIELDS ${fields.length + 2}`,
    'BEGIN_DATA_FORMAT',
    ['SAMPLE_ID', 'SAMPLE_NAME', ...fields].join(' '),
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS ${sets}`,
    'BEGIN_DATA',
    row,
    'END_DATA',
    '',
  ].join('\r\n')
const cgatsRow = ['1', '"tansy, Al"', ...NMS.map((nm) => dye(nm).toFixed(6))].join('\t')

const cxf = (values: string, { start = '380', increment = '10' } = {}) =>
  `<?xml version="1.0" encoding="UTF-8"?>
<cc:CxF xmlns:cc="http://colorexchangeformat.com/CxF3-core">
  <cc:FileInformation><cc:Creator>by hand</cc:Creator></cc:FileInformation>
  <cc:Resources>
    <cc:ObjectCollection>
      <cc:Object ObjectType="Standard" Name="tansy, Al" Id="c1">
        <cc:ColorValues>
          <cc:ReflectanceSpectrum ColorSpecification="cs1" StartWL="${start}">${values}</cc:ReflectanceSpectrum>
        </cc:ColorValues>
      </cc:Object>
    </cc:ObjectCollection>
    <cc:ColorSpecificationCollection>
      <cc:ColorSpecification Id="cs1">
        <cc:MeasurementSpec>
          <cc:MeasurementType>Spectrum_Reflectance</cc:MeasurementType>
          <cc:WavelengthRange StartWL="380" Increment="${increment}"/>
        </cc:MeasurementSpec>
      </cc:ColorSpecification>
    </cc:ColorSpecificationCollection>
  </cc:Resources>
</cc:CxF>
`
const cxfValues = NMS.map((nm) => dye(nm).toFixed(6)).join(' ')

const csvAcross = (from: number, to: number, step: number, scale = 1) => {
  const nms = along(from, to, step)
  return `name,${nms.join(',')}\n"tansy, Al",${nms.map((nm) => (dye(nm) * scale).toFixed(6)).join(',')}\n`
}
const csvDown = (from: number, to: number, step: number, decimal: string) => {
  const cell = (value: number) => value.toFixed(5).replace('.', decimal)
  return [
    'nm;tansy',
    ...along(from, to, step).map((nm) => `${nm};${cell(dye(nm) * 100)}`),
    '',
  ].join('\n')
}

describe('a spectrum file', () => {
  test.each([
    ['CGATS, 10 nm', cgats(cgatsRow), 'CGATS'],
    ['CGATS with its row over several lines', cgats(cgatsRow.replace(/\t(?=\S*$)/, '\n')), 'CGATS'],
    [
      'CGATS in percent, its wavelengths in fields of their own',
      cgats(`1 x ${NMS.map((nm) => `${nm} ${(100 * dye(nm)).toFixed(4)}`).join(' ')}`, {
        fields: NMS.flatMap(() => ['SPECTRAL_NM', 'SPECTRAL_PCT']),
      }),
      'CGATS',
    ],
    ['CxF3', cxf(cxfValues), 'CxF3'],
    ['CxF3 with line ends between its values', cxf(cxfValues.replace(/ /g, '\n')), 'CxF3'],
    ['CSV, 5 nm', csvAcross(380, 730, 5), 'CSV'],
    ['CSV, 10 nm', csvAcross(400, 700, 10), 'CSV'],
    ['CSV, 20 nm', csvAcross(400, 700, 20), 'CSV'],
    ['CSV, 7 nm from 393', csvAcross(393, 707, 7), 'CSV'],
    ['CSV in percent', csvAcross(380, 730, 10, 100), 'CSV'],
    ['CSV down the page, comma for the point', csvDown(380, 730, 5, ','), 'CSV'],
  ] as const)('%s gives the same colour', (_, text, format) => {
    const file = readSpectra(bytes(text))
    expect(file.format).toBe(format)
    expect(file.spectra).toHaveLength(1)
    expect(deltaE76(labOfReflectance(file.spectra[0]!.reflectance), TRUE_LAB)).toBeLessThan(0.1)
  })

  test('keeps names, also of several spectra, and says what its numbers were taken for', () => {
    const file = readSpectra(bytes(cgats(cgatsRow)))
    expect([file.spectra[0]!.name, file.scale, file.spectra[0]!.line]).toEqual([
      'tansy, Al',
      'factor',
      11,
    ])
    const two = `nm,dock,weld\n${along(400, 700, 20)
      .map((nm) => `${nm},40,${nm / 10}`)
      .join('\n')}`
    const read = readSpectra(bytes(two))
    expect(read.spectra.map(({ name }) => name)).toEqual(['dock', 'weld'])
    expect(read.scale).toBe('percent')
    expect(read.spectra[1]!.reflectance[0]).toBeCloseTo(0.4)
  })

  test('keywords are read as they are: comments left out, marks within marks', () => {
    const [table] = readCgats(cgats(cgatsRow))
    expect(table!.keywords.get('DESCRIPTOR')).toBe('hank # 4, "tansy"')
  })

  test('what goes out as CGATS comes back to the fifth place', () => {
    const reflectance = WAVELENGTHS_NM.map(dye)
    const text = writeCgats([{ id: 'SWA-26-01', name: 'tansy "Al"', reflectance }], '2026-11-28')
    const { spectra } = readSpectra(bytes(text))
    expect(spectra[0]!.name).toBe('tansy "Al"')
    spectra[0]!.reflectance.forEach((value, i) => expect(value).toBeCloseTo(reflectance[i]!, 4))
    expect(text).toMatch(/LAB_L\tLAB_A\tLAB_B\tSPECTRAL_NM400/)
  })
})

describe('a broken file says which line', () => {
  const lineOf = (text: string, words: string) =>
    text.slice(0, text.indexOf(words)).split(/\r?\n/).length
  const short = cgats(cgatsRow.replace(/\t\S+$/, ''))
  const word = cgats(cgatsRow.replace(/\t\S+$/, '\tn/a'))
  const dark = cgats(cgatsRow.replace(/\t\S+$/, '\t-0.4'))
  test.each([
    ['a value short', short, lineOf(short, '"tansy, Al"'), '37 values, where there are 38 fields'],
    [
      'a word for a number',
      word,
      lineOf(word, 'n/a'),
      'SPECTRAL_NM730 must be a number; got "n/a"',
    ],
    [
      'a factor that is none',
      dark,
      lineOf(dark, '-0.4'),
      'reflectance at 730 nm must be from 0 to 1',
    ],
    ['another number of rows', cgats(cgatsRow, { sets: 2 }), 10, 'NUMBER_OF_SETS says 2'],
    ['no end', cgats(cgatsRow).replace('END_DATA\r\n', ''), 10, 'is not ended by END_DATA'],
    ['no names of fields', 'CGATS.17\nBEGIN_DATA\n1 2\nEND_DATA\n', 2, 'BEGIN_DATA_FORMAT'],
    ['an open mark', cgats('1 "tansy'), 11, 'quotation mark is opened'],
    [
      'colours without spectra',
      'CGATS.17\nBEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 2 3\nEND_DATA\n',
      6,
      'no spectral fields',
    ],
    ['XML that is not closed', cxf(cxfValues).replace('</cc:Object>', ''), 11, 'closing tag'],
    [
      'CxF3 with a word',
      cxf(cxfValues.replace(/ /, ' nought ')),
      8,
      'must be a number; got "nought"',
    ],
    [
      'CxF3 without a start',
      cxf(cxfValues, { start: '' }).replace('StartWL="380" ', ''),
      8,
      'StartWL',
    ],
    [
      'CxF3 that stops early',
      cxf('0.2 0.3 0.4 0.5'),
      8,
      'must cover 420 to 680 nm; got 380 to 410 nm',
    ],
    ['XML of another kind', '<?xml version="1.0"?>\n<gpx/>', 1, 'CxF is missing'],
    [
      'an entity',
      '<?xml version="1.0"?>\n<!DOCTYPE x [<!ENTITY a "b">]>\n<CxF/>',
      2,
      'document type',
    ],
    [
      'steps too wide',
      csvAcross(400, 700, 30),
      2,
      'steps must be at most 20 nm; got 400 to 430 nm',
    ],
    ['a table of something else', 'a,b\n1,2\n', 1, 'wavelengths are wanted'],
    ['a header alone', csvAcross(400, 700, 10).split('\n')[0]!, 1, 'no line below'],
    [
      'a cell that is no number',
      csvAcross(400, 700, 10).replace(/,[\d.]+\n$/, ',x\n'),
      2,
      '700 nm must',
    ],
    ['nothing at all', '', 1, 'empty'],
  ])('%s', (_, text, line, why) => {
    const found = problem(text)
    expect([found.line, found.message]).toEqual([line, expect.stringContaining(why)])
  })
})

describe('resampling', () => {
  test('is exact for a cubic, whatever the steps (Lagrange, CIE 015:2018)', () => {
    const cubic = (nm: number) => {
      const x = (nm - 550) / 200
      return 0.5 + 0.2 * x - 0.1 * x * x + 0.15 * x ** 3
    }
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.3, max: 1, noNaN: true }), { minLength: 40, maxLength: 40 }),
        (shares) => {
          let nm = 390
          const wavelengthsNm = [nm]
          for (const share of shares) if (nm < 710) wavelengthsNm.push((nm += 19.9 * share))
          if (nm < 705) return
          toBands({ wavelengthsNm, factors: wavelengthsNm.map(cubic) }).forEach((value, i) =>
            expect(value).toBeCloseTo(cubic(WAVELENGTHS_NM[i]!), 9),
          )
        },
      ),
    )
  })

  test('20 nm tell CIE’s test colours nearly as 10 nm do; those that turn sharply less so', () => {
    const errors = TEST_COLOURS.map(([, reflectance]) => {
      const every = WAVELENGTHS_NM.flatMap((nm, i) => (i % 2 === 0 ? [{ nm, i }] : []))
      const coarse = toBands({
        wavelengthsNm: every.map(({ nm }) => nm),
        factors: every.map(({ i }) => reflectance[i]!),
      })
      return deltaE76(labOfReflectance(coarse), labOfReflectance([...reflectance]))
    })
    expect(Math.max(...errors)).toBeLessThan(1.2)
    expect(errors.filter((error) => error < 0.5).length).toBeGreaterThanOrEqual(11)
  })

  test('ends that are missing by up to 20 nm take the nearest value; more is refused', () => {
    const nms = along(420, 680, 10)
    const told = toBands({ wavelengthsNm: nms, factors: nms.map(() => 0.5) })
    expect([told[0], told[30]]).toEqual([0.5, 0.5])
    expect(() =>
      toBands({ wavelengthsNm: nms.slice(1), factors: nms.slice(1).map(() => 0.5) }),
    ).toThrow('must cover 420 to 680 nm; got 430 to 680 nm')
    expect(() => toBands({ wavelengthsNm: [400, 400, 410, 420], factors: [1, 1, 1, 1] })).toThrow(
      'wavelengths must cover',
    )
  })
})
