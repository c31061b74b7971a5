import { Piscina } from 'piscina'
import { FileProblem } from '../../core/formats/table'
import { InputError } from '../../core/input-error'
import { messageOf } from '../../core/present'
import { TASKS, type TaskAnswer, type TaskName } from './task-list'

type Tasks = typeof TASKS
export type TaskInput<Name extends TaskName> = Parameters<Tasks[Name]>[0]
export type TaskOutput<Name extends TaskName> = ReturnType<Tasks[Name]>

/**
 * Does a task somewhere: in a thread of its own, or at once.
 *
 * @throws what the task throws: FileProblem, InputError
 * @throws TaskGivenUp where it takes longer, or more memory, than there is
 */
export type RunTask = <Name extends TaskName>(
  name: Name,
  input: TaskInput<Name>,
) => Promise<TaskOutput<Name>>

/** Tasks in the calling thread: for tests. */
export const runHere: RunTask = (name, input) =>
  // each name goes with its own input
  Promise.resolve((TASKS[name] as (given: typeof input) => TaskOutput<typeof name>)(input))

/** Work that was given up, and why, in words for the one who asked for it. */
export class TaskGivenUp extends Error {
  constructor(why: string) {
    super(`This ${why}, so it was given up; nothing was changed. Send less of it at once.`)
    this.name = 'TaskGivenUp'
  }
}

export interface TaskPool {
  run: RunTask
  close(): Promise<void>
}

const DEADLINE_MS = 30_000
const MOST_MEMORY_MB = 700
/** Tasks that wait for a thread; more are refused. */
const MOST_WAITING = 50

/**
 * A thread for work that others must not wait for, with a deadline and a limit of memory.
 *
 * @param file the worker's own entry, as it is built beside the server
 */
export function createTaskPool(file: string, deadlineMs = DEADLINE_MS): TaskPool {
  const pool = new Piscina<{ name: TaskName; input: unknown }, TaskAnswer>({
    filename: file,
    minThreads: 0,
    maxThreads: 1,
    maxQueue: MOST_WAITING,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
  })
  return {
    async run(name, input) {
      const answer = await answerOf(pool, { name, input }, deadlineMs)
      if ('value' in answer) return answer.value as TaskOutput<typeof name>
      if ('line' in answer) throw new FileProblem(answer.line, answer.why)
      throw new InputError(answer.why, answer.pointer)
    },
    close: () => pool.close({ force: true }),
  }
}

async function answerOf(
  pool: Piscina<{ name: TaskName; input: unknown }, TaskAnswer>,
  task: { name: TaskName; input: unknown },
  deadlineMs: number,
): Promise<TaskAnswer> {
  const signal = AbortSignal.timeout(deadlineMs)
  try {
    return await pool.run(task, { signal })
  } catch (error) {
    if (signal.aborted) throw new TaskGivenUp(`takes longer than ${deadlineMs / 1000} seconds`)
    if (/memory/i.test(messageOf(error)))
      throw new TaskGivenUp('needs more memory than it may have')
    if (/queue/i.test(messageOf(error)))
      throw new TaskGivenUp('comes on top of too much other work')
    throw error
  }
}
