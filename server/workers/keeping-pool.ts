import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import { Refusal } from '../services/log/failures'
import {
  keepingAnswer,
  type KEEPING_TASKS,
  type KeepingAnswer,
  type KeepingTask,
} from './keeping-tasks'

type Tasks = typeof KEEPING_TASKS
type Output<Name extends KeepingTask> = ReturnType<Tasks[Name]>
type Input<Name extends KeepingTask> = Parameters<Tasks[Name]>[0]

export interface RunOptions {
  /** How far it is. */
  tell?: (done: number, of: number) => void
  /** Gives it up: what it had half made is swept later. */
  signal?: AbortSignal
}

/** Does work on whole logs, one after the other. @throws Refusal, or an error with its own code */
export type RunKeeping = <Name extends KeepingTask>(
  name: Name,
  input: Input<Name>,
  options?: RunOptions,
) => Output<Name>

export interface KeepingPool {
  run: RunKeeping
  close(): Promise<void>
}

/** @throws what was told of the other side */
function opened(answer: KeepingAnswer): unknown {
  if ('value' in answer) return answer.value
  if ('refusal' in answer) {
    const { status, title, detail } = answer.refusal
    throw new Refusal(status, title, detail)
  }
  const { name, message, code } = answer.failure
  throw Object.assign(new Error(message), { name, code })
}

const MOST_MEMORY_MB = 400

/** @param file the worker's own entry, as it is built beside the server */
export function createKeepingPool(file: string): KeepingPool {
  const pool = new Piscina<unknown, KeepingAnswer>({
    filename: file,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 5000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
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

/** The same in the calling thread: for tests and commands. */
export const keepingHere: RunKeeping = running((name, input, { tell = () => undefined }) =>
  keepingAnswer(name, input, tell),
)

/** What a task gives is what its own type says, on whichever side it ran. */
function running(
  answerTo: (name: KeepingTask, input: unknown, options: RunOptions) => Promise<KeepingAnswer>,
): RunKeeping {
  return <Name extends KeepingTask>(name: Name, input: Input<Name>, options: RunOptions = {}) =>
    answerTo(name, input, options).then(opened) as Output<Name>
}
