import { availableParallelism } from 'node:os'
import { Piscina } from 'piscina'
import type { AtlasMaterial, ReadAtlasMaterial } from '../services/strength/atlas-source'
import type { MaterialAsked } from './atlas-material'

export interface AtlasMaterialPool {
  read: ReadAtlasMaterial
  close(): Promise<void>
}

/**
 * Threads that read what the atlas is made of: of a large log that takes as long as computing it, and
 * would hold up every request.
 *
 * @param file the worker's own entry, as it is built beside the server
 * @param log the log's file; it stays open there until this is closed
 */
export function createAtlasMaterialPool(file: string, log: string): AtlasMaterialPool {
  const pool = new Piscina<MaterialAsked, AtlasMaterial>({
    filename: file,
    minThreads: 0,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: 30_000,
  })
  return {
    read: (sourceId) => pool.run({ file: log, sourceId }),
    close: () => pool.close({ force: true }),
  }
}
