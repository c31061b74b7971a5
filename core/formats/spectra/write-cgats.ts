import { labOfReflectance } from '../../colour/tristimulus'
import { WAVELENGTHS_NM, type Reflectance } from '../../colour/spectrum'

export interface NamedSpectrum {
  id: string
  name: string
  reflectance: Reflectance
}

const quoted = (text: string) => `"${text.replace(/[\r\n\t]+/g, ' ').replace(/"/g, '""')}"`
const fixed = (value: number, digits: number) => value.toFixed(digits).replace(/^-(0\.?0*)$/, '$1')

/**
 * A CGATS text file of reflectance spectra, factors at 400 to 700 nm by 10 nm, with the CIELAB
 * value of each (D65, 2 degree).
 *
 * @param created local date, `2026-11-28`
 * Source: ANSI CGATS.17 (text format), from memory.
 */
export function writeCgats(spectra: readonly NamedSpectrum[], created: string): string {
  const fields = ['SAMPLE_ID', 'SAMPLE_NAME', 'LAB_L', 'LAB_A', 'LAB_B']
  const bands = WAVELENGTHS_NM.map((nm) => `SPECTRAL_NM${nm}`)
  const lines = [
    'CGATS.17',
    'ORIGINATOR "Juniper Haze"',
    `CREATED "${created}"`,
    'WEIGHTING_FUNCTION "ILLUMINANT, D65"',
    'WEIGHTING_FUNCTION "OBSERVER, 2 degree"',
    `NUMBER_OF_FIELDS ${fields.length + bands.length}`,
    'BEGIN_DATA_FORMAT',
    [...fields, ...bands].join('\t'),
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS ${spectra.length}`,
    'BEGIN_DATA',
    ...spectra.map(({ id, name, reflectance }) => {
      const { l, a, b } = labOfReflectance(reflectance)
      return [
        quoted(id),
        quoted(name),
        ...[l, a, b].map((value) => fixed(value, 3)),
        ...reflectance.map((value) => fixed(value, 5)),
      ].join('\t')
    }),
    'END_DATA',
  ]
  return `${lines.join('\r\n')}\r\n`
}
