import type { PassThrough } from 'node:stream'
import { setResponseHeader, type H3Event } from 'h3'
import type { KeepingNews } from '../../shared/views/keeping/keeping'
import type { RunOptions } from '../keeping/run-keeping'
import { newsStream } from './news-stream'

/**
 * Answers with how far long work is, line by line, and last with what came of it.
 *
 * @param work is told where nobody reads on: what can be stopped stops then
 */
export function answerInNews<T>(
  event: H3Event,
  work: (options: Required<RunOptions>) => Promise<T>,
): PassThrough {
  setResponseHeader(event, 'content-type', 'application/x-ndjson')
  return newsStream<KeepingNews<T>>(async (tell, signal) => {
    const answer = await work({ tell: (done, of) => tell({ done, of }), signal })
    tell({ answer })
  })
}
