import { Refusal } from '../services/log/failures'
import { keepingAnswer, type KEEPING_TASKS, type KeepingAnswer, type KeepingTask } from './tasks'

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

/** The same in the calling thread: for tests and commands. */
export const keepingHere: RunKeeping = running((name, input, { tell = () => undefined }) =>
  keepingAnswer(name, input, tell),
)

/** What a task gives is what its own type says, on whichever side it ran. */
export function running(
  answerTo: (name: KeepingTask, input: unknown, options: RunOptions) => Promise<KeepingAnswer>,
): RunKeeping {
  return <Name extends KeepingTask>(name: Name, input: Input<Name>, options: RunOptions = {}) =>
    answerTo(name, input, options).then(opened) as Output<Name>
}
