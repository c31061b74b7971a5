import { toBands } from '../../colour/resample'
import type { Reflectance } from '../../colour/spectrum'
import { InputError } from '../../input-error'
import { FileProblem } from '../table'

/** A spectrum as a file gave it. */
export interface FileSpectrum {
  name: string
  /** Where the file tells one beside the name; ''. */
  id?: string
  /** Line it stands on, or begins on. */
  line: number
  wavelengthsNm: number[]
  /** Reflectance as written: factors or percent, as the file has it. */
  values: number[]
}

export interface SpectrumFile {
  format: 'CGATS' | 'CSV' | 'CxF3'
  /** What the numbers were taken for. */
  scale: 'factor' | 'percent'
  spectra: { name: string; id: string; line: number; reflectance: Reflectance }[]
}

/** A number above this is no factor, of any surface. */
const MOST_FACTOR = 1.6
/** More than these are no readings of one dyer. */
const MOST_SPECTRA = 2000

/**
 * Takes what a file gave to the 31 bands. Without a word of the file, numbers are percent where any
 * is above 1.6: a whole file is one or the other.
 *
 * @param percent what the file says its numbers are; null: it does not say
 * @throws FileProblem naming the line and what is wrong there
 */
export function finished(
  format: SpectrumFile['format'],
  found: readonly FileSpectrum[],
  percent: boolean | null = null,
): SpectrumFile {
  if (found.length === 0) throw new FileProblem(1, 'there is no spectrum in the file.')
  if (found.length > MOST_SPECTRA) {
    throw new FileProblem(
      found[MOST_SPECTRA]!.line,
      `more than ${MOST_SPECTRA} spectra: split the file.`,
    )
  }
  const isPercent =
    percent ?? found.some(({ values }) => values.some((value) => value > MOST_FACTOR))
  const spectra = found.map(({ name, id = '', line, wavelengthsNm, values }) => {
    try {
      const factors = isPercent ? values.map((value) => value / 100) : values
      return { name, id, line, reflectance: toBands({ wavelengthsNm, factors }) }
    } catch (error) {
      if (error instanceof InputError) throw new FileProblem(line, `${name}: ${error.message}.`)
      throw error
    }
  })
  return { format, scale: isPercent ? 'percent' : 'factor', spectra }
}

/**
 * A number as a file has it; `1,5` is read where the cells are not parted by commas.
 *
 * @throws FileProblem for anything else
 */
export function numberIn(text: string, line: number, what: string): number {
  const trimmed = text.trim()
  const value = Number(/^[-+]?\d*,\d+$/.test(trimmed) ? trimmed.replace(',', '.') : trimmed)
  if (trimmed !== '' && Number.isFinite(value)) return value
  throw new FileProblem(line, `${what} must be a number; got "${text.slice(0, 30)}".`)
}
