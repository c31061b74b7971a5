import { FileProblem } from '../../core/formats/table'
import { InputError } from '../../core/input-error'
import type { Problem } from '../../shared/problem'
import { ValidationError } from '../../shared/validate'
import { Refusal } from '../services/log/failures'
import { PhotoRefusal } from '../photos/take-photo'
import { HttpRefusal } from './http-refusal'

const problem = (
  status: number,
  title: string,
  detail: string,
  extra: Partial<Problem> = {},
): Problem => ({ type: 'about:blank', title, status, detail, ...extra })

/** SQLite's own word that a key is taken: an id inside a body that belongs to something else. */
const isKeyTaken = (error: unknown) =>
  error instanceof Error &&
  'code' in error &&
  (error.code === 'SQLITE_CONSTRAINT_PRIMARYKEY' || error.code === 'SQLITE_CONSTRAINT_UNIQUE')

/** h3 wraps what a handler throws; the cause is what was thrown. */
const unwrapped = (error: unknown): unknown =>
  error instanceof Error && 'statusCode' in error && error.cause instanceof Error
    ? error.cause
    : error

/**
 * Any error as a problem document. Only what is known to be meant for people is quoted; of
 * everything else the document says that it went wrong here, and no more.
 */
export function toProblem(thrown: unknown): Problem {
  const error = unwrapped(thrown)
  if (error instanceof ValidationError) {
    return problem(422, 'Input not understood', error.message, { errors: error.errors })
  }
  if (error instanceof InputError) {
    const errors = [{ pointer: error.pointer, detail: error.message }]
    return problem(422, 'Input not understood', error.message, { errors })
  }
  if (error instanceof Refusal) {
    return problem(error.status, error.title, error.message, error.extra)
  }
  if (error instanceof HttpRefusal) return problem(error.status, error.title, error.message)
  if (error instanceof PhotoRefusal) return problem(415, 'Photo not taken', error.message)
  if (error instanceof FileProblem) return problem(422, 'File not understood', error.message)
  if (isKeyTaken(error)) {
    return problem(409, 'Id already used', 'An id in the body already belongs to something else.')
  }
  const status = (error as { statusCode?: number } | null)?.statusCode
  if (status === 404) return problem(404, 'Not found', 'There is nothing at this address.')
  if (status === 405) {
    return problem(405, 'Method not allowed', 'This address does not take that method.')
  }
  return problem(500, 'Something went wrong here', 'Nothing was saved. The log file says more.')
}
