import { availableParallelism } from 'node:os'
import { LRUCache } from 'lru-cache'
import { Piscina } from 'piscina'
import { curveOfJob, type CurveAnswer, type CurveJob } from '../../../core/strength/curve-job'
import { answerCache, type AnswerCache } from '../../repositories/answer-cache'
import { answerKey } from './answer-key'
import type { ComputeMatch, MatchAnswerOf, MatchJob } from '../../workers/match-jobs'

/** Computes curves somewhere: in workers, or at once. Answers in the order of the jobs. */
export type ComputeCurves = (jobs: readonly CurveJob[]) => Promise<CurveAnswer[]>

/** Curves in the calling thread: for tests, and for the few of a small log's demo. */
export const computeHere: ComputeCurves = (jobs) => Promise.resolve(jobs.map(curveOfJob))

export interface CurvePool {
  compute: ComputeCurves
  /** What colours are matched from; nothing of it is kept here. */
  match: ComputeMatch
  /** Keeps answers that were computed elsewhere, by `answerKey` of their jobs. */
  keep(answers: ReadonlyMap<string, CurveAnswer>): void
  close(): Promise<void>
}

/** So many curves go to a worker at once: small enough that two workers share the load. */
const BATCH = 10
/** Answers kept, by a hash of everything they were computed from. */
const MOST_KEPT = 2000
/** A worker that died under a batch gets it once more, fresh; twice is the batch's own fault. */
const TRIES = 2

interface PoolOptions {
  /** At most; by default one fewer than the machine runs at once. */
  threads?: number
  /** Where answers outlive the server; closed with the pool. */
  cache?: AnswerCache<CurveAnswer>
}

/**
 * A pool of workers for curves, with the answers kept as long as their swatches stay as they are.
 *
 * @param file the worker's own entry, as it is built beside the server
 */
export function createCurvePool(
  file: string,
  { threads = Math.max(1, availableParallelism() - 1), cache }: PoolOptions = {},
): CurvePool {
  const pool = new Piscina<CurveJob[] | MatchJob[], CurveAnswer[] | MatchAnswerOf[]>({
    filename: file,
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: 60_000,
  })
  const kept = new LRUCache<string, CurveAnswer>({ max: MOST_KEPT })

  const run = async <Answer>(
    jobs: CurveJob[] | MatchJob[],
    name = 'default',
  ): Promise<Answer[]> => {
    for (let tries = 1; ; tries++) {
      try {
        return (await pool.run(jobs, { name })) as Answer[]
      } catch (error) {
        // an error thrown by the computation itself would only come again
        if (tries === TRIES || !isCrash(error)) throw error
      }
    }
  }

  function keep(answers: ReadonlyMap<string, CurveAnswer>): void {
    for (const [key, answer] of answers) kept.set(key, answer)
    // nobody waits for that
    void cache?.keep(answers)
  }

  return {
    keep,
    async compute(jobs) {
      const keys = jobs.map(answerKey)
      const unknown = keys.filter((key) => !kept.has(key))
      const cached = unknown.length > 0 ? await cache?.find(unknown) : undefined
      for (const [key, answer] of cached ?? []) kept.set(key, answer)
      const answers = keys.map((key) => kept.get(key) ?? cached?.get(key))
      const missing = keys.flatMap((_, i) => (answers[i] ? [] : [i]))
      const batches = Array.from({ length: Math.ceil(missing.length / BATCH) }, (_, k) =>
        missing.slice(k * BATCH, (k + 1) * BATCH),
      )
      await Promise.all(
        batches.map(async (batch) => {
          const found = await run<CurveAnswer>(batch.map((i) => jobs[i]!))
          batch.forEach((i, k) => (answers[i] = found[k]!))
        }),
      )
      if (missing.length > 0) keep(new Map(missing.map((i) => [keys[i]!, answers[i]!])))
      return answers as CurveAnswer[]
    },
    match: (jobs) => run<MatchAnswerOf>([...jobs], 'match'),
    close: async () => {
      await pool.close({ force: true })
      await cache?.close()
    },
  }
}

/**
 * The same, with the answers kept in a data folder from start to start.
 *
 * @param failed told why they are not
 */
export const openCurvePool = (
  file: string,
  folder: string,
  failed: (error: unknown) => void,
): CurvePool => createCurvePool(file, { cache: answerCache(folder, file, failed) })

const isCrash = (error: unknown) =>
  error instanceof Error && /worker|terminat|exit/i.test(`${error.name} ${error.message}`)
