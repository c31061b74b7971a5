import { FileProblem } from '../table'
import { readCgats, type CgatsTable, type Word } from './cgats'
import { finished, numberIn, type FileSpectrum, type SpectrumFile } from './file-spectrum'
import { first } from '../../present'

/** `SPECTRAL_NM400`, `SPECTRAL_400`, `SPEC_400`, `nm400`, `R_400nm` */
const BAND = /^(?:SPECTRAL_(?:NM_?)?|SPEC_|NM_?|R_)(\d{3,4}(?:\.\d+)?)(?:NM)?$/i
/** Standard field names of a pair: the wavelength, then the value. */
const PAIRED = { nm: 'SPECTRAL_NM', values: ['SPECTRAL_DEC', 'SPECTRAL_PCT'] }

/**
 * Spectra of a CGATS file.
 *
 * @throws FileProblem naming the line that is wrong, and why
 */
export function cgatsSpectra(text: string): SpectrumFile {
  const tables = readCgats(text)
  const spectra = tables.flatMap(spectraOfTable)
  if (spectra.length === 0) {
    const line = first(tables).rows[0]?.[0]?.line ?? 1
    throw new FileProblem(line, 'there are no spectral fields such as SPECTRAL_NM400.')
  }
  return finished('CGATS', spectra, percentOf(tables))
}

function wordOf(fields: readonly string[], row: readonly Word[], field: string): string {
  const at = fields.findIndex((name) => name.toUpperCase() === field)
  return at < 0 ? '' : row[at]!.text
}

/** What a row is called, by the first of its names that it has. */
export const rowName = (fields: readonly string[], row: readonly Word[]): string =>
  ['SAMPLE_NAME', 'SAMPLE_ID', 'SAMPLE_LOC', 'STRING']
    .map((field) => wordOf(fields, row, field))
    .find(Boolean) ?? 'spectrum'

/** Field index and wavelength of each band of a table; empty where there are none. */
export function bandsOfFields(fields: readonly string[]): { at: number; nm: number }[] {
  return fields.flatMap((name, at) => {
    const nm = BAND.exec(name)?.[1]
    return nm === undefined ? [] : [{ at, nm: Number(nm) }]
  })
}

function spectraOfTable({ fields, rows }: CgatsTable): FileSpectrum[] {
  const bands = bandsOfFields(fields)
  const pairs = fields.flatMap((name, at) =>
    name.toUpperCase() === PAIRED.nm && PAIRED.values.includes(fields[at + 1]?.toUpperCase() ?? '')
      ? [at]
      : [],
  )
  if (bands.length === 0 && pairs.length === 0) return []
  return rows.map((row) => {
    const number = (at: number) => numberIn(row[at]!.text, row[at]!.line, fields[at]!)
    const [wavelengthsNm, values] =
      bands.length > 0
        ? [bands.map(({ nm }) => nm), bands.map(({ at }) => number(at))]
        : [pairs.map((at) => number(at)), pairs.map((at) => number(at + 1))]
    const id = wordOf(fields, row, 'SAMPLE_ID')
    return { name: rowName(fields, row), id, line: first(row).line, wavelengthsNm, values }
  })
}

/** Where a file says so: by its fields, or by the number that stands for a perfect white. */
function percentOf(tables: readonly CgatsTable[]): boolean | null {
  const fields = new Set(tables.flatMap((table) => table.fields.map((name) => name.toUpperCase())))
  if (fields.has('SPECTRAL_PCT')) return true
  if (fields.has('SPECTRAL_DEC')) return false
  const norms = tables.flatMap(({ keywords }) => keywords.get('SPECTRAL_NORM') ?? [])
  return norms.length > 0 ? Number(norms[0]) === 100 : null
}
