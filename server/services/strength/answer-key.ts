import { createHash } from 'node:crypto'
import { serialize } from 'node:v8'
import type { CurveJob } from '../../../core/strength/curve-job'

/**
 * A hash of everything that a curve is computed from. Of its bytes, not of its text: spelling out the
 * spectra of 200 swatches takes three times as long.
 */
export const answerKey = (job: CurveJob): string =>
  createHash('sha256').update(serialize(job)).digest('base64')
