import { Piscina } from 'piscina'
import type { CurveAnswer } from '../../core/strength/curve-job'
import type { ComputeAtlasEntry } from '../services/strength/atlas-entry'
import { MOST_AT_ONCE } from '../services/strength/atlas'
import type { AtlasAnswer, AtlasJob } from './atlas'

export interface AtlasPool {
  entryOf: ComputeAtlasEntry
  close(): Promise<void>
}

/**
 * Threads that read and compute what the atlas shows of a source: of a large log the reading takes as
 * long as the computing, and would hold up every request.
 *
 * @param file the worker's own entry, as it is built beside the server
 * @param log the log's file; it stays open there until this is closed
 * @param keep takes the curves that were computed for it
 */
export function createAtlasPool(
  file: string,
  log: string,
  keep: (answers: ReadonlyMap<string, CurveAnswer>) => void,
): AtlasPool {
  const pool = new Piscina<AtlasJob, AtlasAnswer>({
    filename: file,
    minThreads: 0,
    maxThreads: MOST_AT_ONCE,
    idleTimeout: 30_000,
  })
  return {
    async entryOf(sourceId) {
      const { entry, answers } = await pool.run({ log, sourceId })
      keep(answers)
      return entry
    },
    close: () => pool.close({ force: true }),
  }
}
