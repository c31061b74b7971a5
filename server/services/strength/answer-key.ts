import { createHash } from 'node:crypto'
import type { CurveJob } from '../../../core/strength/curve-job'

/** A hash of everything that a curve is computed from. */
export const answerKey = (job: CurveJob): string =>
  createHash('sha256').update(JSON.stringify(job)).digest('base64')
