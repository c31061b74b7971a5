import type { Knex } from 'knex'
import { curveOfJob, type CurveAnswer } from '../../core/strength/curve-job'
import { connectReader } from '../database/open'
import { atlasEntryOf, type AtlasEntry } from '../services/strength/atlas-entry'
import { answerKey } from '../services/strength/answer-key'
import type { ComputeCurves } from '../services/strength/curve-pool'
import { curvesService } from '../services/strength/curves'

export interface AtlasJob {
  /** The log's own file. */
  log: string
  sourceId: string
}

export interface AtlasAnswer {
  entry: AtlasEntry
  /** What it was computed from, for whoever asks for the source's curves next. */
  answers: Map<string, CurveAnswer>
}

/** The thread's own connection: its pool is of one log, and ends before that file is replaced. */
let db: Knex | null = null

/** Entry of a worker thread, built by itself, see nuxt.config. */
export default async ({ log, sourceId }: AtlasJob): Promise<AtlasAnswer> => {
  db ??= connectReader(log)
  const answers = new Map<string, CurveAnswer>()
  const compute: ComputeCurves = (jobs) =>
    Promise.resolve(
      jobs.map((job) => {
        const answer = curveOfJob(job)
        answers.set(answerKey(job), answer)
        return answer
      }),
    )
  return { entry: await atlasEntryOf(db, curvesService(db, compute))(sourceId), answers }
}
