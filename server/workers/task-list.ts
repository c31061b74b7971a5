import type { Factor } from '../../core/evidence/factors'
import type { EvidenceSwatch } from '../../core/evidence/fingerprints'
import { pairsAnswer, type PairsQuestion } from '../../core/evidence/pairs-answer'
import { readPrints, sourceEvidence } from '../../core/evidence/source-evidence'
import { spoiltBy } from '../../core/evidence/spoilt'
import {
  answerFading,
  answerPairs,
  type FadingQuestion,
  type PairsOfStrips,
} from '../../core/fastness/answer'
import { FileProblem, readTable } from '../../core/formats/table'
import { nextDose } from '../../core/acid-base/next-dose'
import type { DoseQuestion } from '../../core/acid-base/dose-question'
import { readGrid } from '../../core/formats/grid'
import { readWaypoints } from '../../core/formats/waypoints'
import { InputError } from '../../core/input-error'
import { leastMakespan, type ScheduleQuestion } from '../../core/schedule/least-makespan'
import { typicalRatios, type TypicalContext } from '../../core/strength/typical-ratios'
import { describeFit } from '../../core/strength/describe-fit'
import { fitLeastSquares } from '../../core/strength/least-squares'
import {
  describePosterior,
  type PosteriorQuestion,
} from '../../core/strength/posterior/describe-posterior'
import type { LeastSquaresBody } from '../../shared/schemas/calc/calc'
import { readLogFile } from '../services/exchange/log-file'
import { readReadings } from '../services/exchange/readings-file'

/**
 * What is done in a thread of its own: work that may take long, or more memory than there is, by what
 * was sent. Plain values in, plain values out.
 */
export const TASKS = {
  readTable: ({ bytes, wanted }: { bytes: Uint8Array; wanted: readonly string[] }) =>
    readTable(bytes, wanted),
  readGrid: (bytes: Uint8Array) => readGrid(bytes),
  readWaypoints: (bytes: Uint8Array) => readWaypoints(bytes),
  readLogFile: (bytes: Uint8Array) => readLogFile(bytes),
  readReadings: (bytes: Uint8Array) => readReadings(bytes),
  schedule: (question: ScheduleQuestion) => leastMakespan(question),
  nextDose: (question: DoseQuestion) => nextDose(question),
  sourceEvidence: (swatches: readonly EvidenceSwatch[]) => sourceEvidence(swatches),
  pairs: (question: PairsQuestion) => pairsAnswer(question),
  spoilt: ({ swatches, factor }: { swatches: readonly EvidenceSwatch[]; factor: Factor }) =>
    spoiltBy(readPrints(swatches), factor),
  fading: (questions: readonly FadingQuestion[]) => questions.map(answerFading),
  fadingPairs: (question: PairsOfStrips) => answerPairs(question),
  posterior: (question: PosteriorQuestion) => describePosterior(question),
  typicalRatios: (contexts: readonly TypicalContext[]) => contexts.map(typicalRatios),
  leastSquares: ({ points, model }: LeastSquaresBody) =>
    describeFit(fitLeastSquares(points, model ?? 'exponential')),
}

export type TaskName = keyof typeof TASKS

/** What comes back from a thread: an error's own kind does not outlive the way, so it is told. */
export type TaskAnswer =
  { value: unknown } | { line: number; why: string } | { pointer: string; why: string }

/** Does a task and puts what came of it into plain values. @throws any error that is no refusal */
export function answerTo(name: TaskName, input: unknown): TaskAnswer {
  try {
    return { value: (TASKS[name] as (given: unknown) => unknown)(input) }
  } catch (error) {
    if (error instanceof FileProblem) return { line: error.line, why: error.why }
    if (error instanceof InputError) return { pointer: error.pointer, why: error.message }
    throw error
  }
}
