import { FileProblem, readTable, type Table } from '../table'
import { finished, numberIn, type FileSpectrum, type SpectrumFile } from './file-spectrum'

/** `400`, `400 nm`, `R400`, `SPEC_400` */
const BAND = /^(?:[a-z_]*_)?(?:r|nm)?\s*(\d{3,4}(?:[.,]\d+)?)\s*(?:nm)?$/i
/** A column of wavelengths may be called so, or have no name. */
const WAVELENGTH = /^(?:nm|wavelength|wavelengths|lambda|λ)?(?:\s*[([]?nm[)\]]?)?$/i
const NAMES = ['name', 'sample', 'sample_name', 'sample name', 'code', 'id', 'sample_id', 'swatch']

/**
 * Spectra of a table: a spectrum a row with the wavelengths for columns, or wavelengths down the
 * first column and a spectrum in each of the others. Any step and range.
 *
 * @throws FileProblem naming the line that is wrong, and why
 */
export function csvSpectra(bytes: Uint8Array): SpectrumFile {
  const table = readTable(bytes, [])
  if (table.rows.length === 0) throw new FileProblem(1, 'there is no line below the header.')
  const bands = table.columns.flatMap((column) => {
    const nm = BAND.exec(column)?.[1]
    return nm === undefined ? [] : [{ column, nm: Number(nm.replace(',', '.')) }]
  })
  if (bands.length >= 4) return finished('CSV', acrossOf(table, bands), saysPercent(table))
  const [first, ...others] = table.columns
  if (first !== undefined && WAVELENGTH.test(first) && others.length > 0) {
    return finished('CSV', downOf(table, first, others), saysPercent(table))
  }
  throw new FileProblem(
    1,
    'wavelengths are wanted for columns (400, 410, ...), or in a first column called nm.',
  )
}

function acrossOf(
  { columns, rows }: Table,
  bands: readonly { column: string; nm: number }[],
): FileSpectrum[] {
  const named = columns.find((column) => NAMES.includes(column.toLowerCase()))
  return rows.map(({ line, cells }, i) => ({
    name: (named && cells[named]) || `row ${i + 1}`,
    line,
    wavelengthsNm: bands.map(({ nm }) => nm),
    values: bands.map(({ column }) => numberIn(cells[column]!, line, `${column} nm`)),
  }))
}

function downOf({ rows }: Table, first: string, others: readonly string[]): FileSpectrum[] {
  const wavelengthsNm = rows.map(({ line, cells }) => numberIn(cells[first]!, line, 'wavelength'))
  return others.map((column) => ({
    name: column.replace(/\s*[([]?%[)\]]?$/, '') || 'spectrum',
    line: 1,
    wavelengthsNm,
    values: rows.map(({ line, cells }) => numberIn(cells[column]!, line, column)),
  }))
}

const saysPercent = ({ columns }: Table) =>
  columns.some((column) => column.includes('%')) ? true : null
