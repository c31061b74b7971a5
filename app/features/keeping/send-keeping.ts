import { parseJson } from '~~/core/json'
import { present } from '~~/core/present'
import type { KeepingNews } from '~~/shared/views/keeping/keeping'

/** A request whose answer is told line by line: how far it is, then what came of it. */
interface Sending {
  path: string
  /** A file as it is, or a body. */
  body: Blob | object
  tell: (progress: { done: number; of: number }) => void
  signal?: AbortSignal
}

/**
 * Sends long work of keeping and waits for its answer.
 *
 * @throws Error in the server's own words
 */
export async function sendKeeping<T>({ path, body, tell, signal }: Sending): Promise<T> {
  const isFile = body instanceof Blob
  const answer = await fetch(`/api/keeping/${path}`, {
    method: 'POST',
    body: isFile ? body : JSON.stringify(body),
    headers: isFile ? {} : { 'content-type': 'application/json' },
    ...(signal && { signal }),
  })
  if (!answer.ok || !answer.body) {
    throw new Error(((await answer.json()) as { detail: string }).detail)
  }
  let result: { answer: T } | null = null
  for await (const line of linesOf(answer.body)) {
    const news = parseJson<KeepingNews<T>>(line)
    if ('problem' in news) throw new Error(news.problem.detail)
    if ('answer' in news) result = news
    else tell(news)
  }
  if (!result) throw new Error('The log did not answer to the end: look again before you go on.')
  return result.answer
}

async function* linesOf(body: ReadableStream<Uint8Array<ArrayBuffer>>): AsyncGenerator<string> {
  const reader = body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value = '' } = await reader.read()
    const lines = (rest + value).split('\n')
    rest = done ? '' : present(lines.pop())
    yield* lines.filter(Boolean)
    if (done) return
  }
}
