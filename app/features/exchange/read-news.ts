import type { ImportNews } from '~~/shared/views/exchange/import-plan'
import { present } from '~~/core/present'
import { parseJson } from '~~/core/json'

/**
 * Sends a file and hands on what the server tells as it goes, line by line.
 *
 * @param signal stops it
 */
export async function sendFile(
  path: string,
  file: Blob,
  tell: (news: ImportNews) => void,
  signal: AbortSignal,
): Promise<void> {
  const answer = await fetch(`/api/${path}`, { method: 'POST', body: file, signal })
  if (!answer.ok || !answer.body) {
    const { detail } = (await answer.json()) as { detail: string }
    throw new Error(detail)
  }
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value = '' } = await reader.read()
    const lines = (rest + value).split('\n')
    rest = done ? '' : present(lines.pop())
    for (const line of lines) if (line) tell(parseJson<ImportNews>(line))
    if (done) return
  }
}
