import { present } from '~~/core/present'
import { parseJson } from '~~/core/json'

/**
 * What the server tells of long work as it goes, one JSON object a line.
 *
 * @throws Error in the server's own words where the answer is none
 */
export async function* readNews<News>(answer: Response): AsyncGenerator<News> {
  if (!answer.ok || !answer.body) {
    throw new Error(((await answer.json()) as { detail: string }).detail)
  }
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value = '' } = await reader.read()
    const lines = (rest + value).split('\n')
    rest = done ? '' : present(lines.pop())
    for (const line of lines) if (line) yield parseJson<News>(line)
    if (done) return
  }
}
