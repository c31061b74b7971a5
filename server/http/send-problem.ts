import { send, setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { PROBLEM_TYPE, TROUBLE_TITLE, type Problem } from '../../shared/problem'
import { logger } from './logger'

const RETRY_AFTER_S = 30

/** Answers with a problem document; an unforeseen error is written to the log with its cause. */
export function sendProblem(event: H3Event, problem: Problem, cause?: unknown) {
  // a trouble of the log as a whole is logged where it is met, not at every request
  if (problem.status >= 500 && problem.title !== TROUBLE_TITLE) {
    logger.error({ err: cause, path: event.path.split('?')[0] }, problem.title)
  }
  if (problem.status === 503) setResponseHeader(event, 'retry-after', RETRY_AFTER_S)
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'content-type', PROBLEM_TYPE)
  // Of a body that was too large the rest is never read, so this connection ends here.
  if (problem.status === 413) setResponseHeader(event, 'connection', 'close')
  return send(event, JSON.stringify(withLoss(event, problem)))
}

/** What the log itself keeps from being written says so to whoever wanted to write. */
function withLoss({ method }: H3Event, problem: Problem): Problem {
  const isRead = ['GET', 'HEAD'].includes(method)
  if (problem.title !== TROUBLE_TITLE || isRead) return problem
  return { ...problem, detail: `${problem.detail} Nothing was saved.` }
}
