import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import { running, type RunKeeping, type RunOptions } from '../keeping/run-keeping'
import type { KeepingAnswer, KeepingTask } from '../keeping/tasks'

export interface KeepingPool {
  run: RunKeeping
  close(): Promise<void>
}

/** Rows go by a few hundred at a time: little memory makes for a slower pace, not for a failure. */
const MOST_MEMORY_MB = { old: 128, young: 16 }

/** @param file the worker's own entry, as it is built beside the server */
export function createKeepingPool(file: string): KeepingPool {
  const pool = new Piscina<unknown, KeepingAnswer>({
    filename: file,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 5000,
    resourceLimits: {
      maxOldGenerationSizeMb: MOST_MEMORY_MB.old,
      maxYoungGenerationSizeMb: MOST_MEMORY_MB.young,
    },
  })
  const answerTo = async (
    name: KeepingTask,
    input: unknown,
    { tell = () => undefined, signal }: RunOptions,
  ) => {
    const { port1, port2 } = new MessageChannel()
    port1.on('message', ({ done, of }: { done: number; of: number }) => tell(done, of))
    try {
      const asked = { name, input, port: port2 }
      return await pool.run(asked, { transferList: [port2], ...(signal && { signal }) })
    } finally {
      port1.close()
    }
  }
  return { run: running(answerTo), close: () => pool.close({ force: true }) }
}
