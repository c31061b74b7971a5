import type { MatchDye } from '../../core/match/dye'
import { dyesOfCurve } from '../../core/match/dye-of-curve'
import { foretellCurve, type ForetoldSwatch } from '../../core/match/foretold'
import type { HueResiduals } from '../../core/match/hue-spread'
import type { CurveJob } from '../../core/strength/curve-job'

/** One curve, from which colours are foretold, or which is foretold from itself. */
export type MatchJob =
  | { ask: 'dyes'; id: string; job: CurveJob }
  | { ask: 'foretold'; job: CurveJob; others: HueResiduals[] }

export type MatchAnswerOf = { dyes: MatchDye[] } | { foretold: ForetoldSwatch[] }

export const answerMatchJob = (asked: MatchJob): MatchAnswerOf =>
  asked.ask === 'dyes'
    ? { dyes: dyesOfCurve(asked.id, asked.job) }
    : { foretold: foretellCurve(asked.job, asked.others) }

/** Does such jobs somewhere: in workers, or at once. Answers in their order. */
export type ComputeMatch = (jobs: readonly MatchJob[]) => Promise<MatchAnswerOf[]>

/** In the calling thread: for tests. */
export const matchHere: ComputeMatch = (jobs) => Promise.resolve(jobs.map(answerMatchJob))
