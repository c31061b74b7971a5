import { PassThrough } from 'node:stream'
import { FileProblem } from '../../core/formats/table'
import type { ImportNews } from '../../shared/views/exchange/import-plan'
import { logger } from './logger'
import { toProblem } from './to-problem'

interface ProblemNews {
  problem: { status: number; title: string; detail: string; line?: number }
}

/**
 * Long work told as it goes: one JSON object a line. What goes wrong is the last line, since the
 * answer has begun by then.
 */
export function newsStream<News extends object = ImportNews>(
  work: (tell: (news: News) => void, signal: AbortSignal) => Promise<void>,
): PassThrough {
  const stream = new PassThrough()
  const stopper = new AbortController()
  // nobody reads on: the browser has gone, or was asked to stop
  stream.once('close', () => stopper.abort())
  const tell = (news: News | ProblemNews) => {
    if (!stream.destroyed) stream.write(`${JSON.stringify(news)}\n`)
  }
  work(tell, stopper.signal)
    .catch((error: unknown) => {
      // stopped by whoever asked
      if (stopper.signal.aborted) return
      const { status, title, detail } = toProblem(error)
      if (status >= 500) logger.error({ err: error }, title)
      const line = error instanceof FileProblem ? { line: error.line } : {}
      tell({ problem: { status, title, detail, ...line } })
    })
    .finally(() => stream.end())
  return stream
}
