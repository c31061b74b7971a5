import type { MessagePort } from 'node:worker_threads'
import { keepingAnswer, type KeepingTask } from '../keeping/tasks'

interface Asked {
  name: KeepingTask
  input: unknown
  port: MessagePort
}

/** Entry of a worker thread, built by itself, see nuxt.config. */
export default async ({ name, input, port }: Asked) => {
  try {
    return await keepingAnswer(name, input, (done, of) => port.postMessage({ done, of }))
  } finally {
    port.close()
  }
}
