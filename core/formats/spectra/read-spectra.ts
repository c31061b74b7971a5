import { cgatsSpectra } from './cgats-spectra'
import { cxfSpectra } from './cxf3'
import type { SpectrumFile } from './file-spectrum'
import { csvSpectra } from './spectrum-csv'

/** Larger files hold no spectra of one dyer. */
export const MOST_BYTES = 5_000_000

/**
 * Reads a file of reflectance spectra, whatever it calls itself: CxF3 by its angle brackets, CGATS
 * by its sections, and otherwise a table.
 *
 * @throws FileProblem naming the line that is wrong, and why
 */
export function readSpectra(bytes: Uint8Array): SpectrumFile {
  const text = new TextDecoder('utf-8').decode(bytes)
  if (/^\uFEFF?\s*</.test(text)) return cxfSpectra(text)
  if (/^\s*(?:BEGIN_DATA|BEGIN_DATA_FORMAT|NUMBER_OF_FIELDS|CGATS|CTI\d|SPECT)\b/m.test(text)) {
    return cgatsSpectra(text)
  }
  return csvSpectra(bytes)
}
