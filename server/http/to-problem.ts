import { FileProblem } from '../../core/formats/table'
import { InputError } from '../../core/input-error'
import { TROUBLE_TITLE, type Problem } from '../../shared/problem'
import { ValidationError } from '../../shared/validate'
import { Refusal } from '../services/log/failures'
import { PhotoRefusal } from '../photos/take-photo'
import { troubleOf } from '../database/trouble'
import { TaskGivenUp } from '../workers/task-pool'
import { HttpRefusal } from './http-refusal'

const problem = (
  status: number,
  title: string,
  detail: string,
  extra: Partial<Problem> = {},
): Problem => ({ type: 'about:blank', title, status, detail, ...extra })

const codeOf = (error: unknown) => String((error as { code?: unknown } | null)?.code)

/** SQLite's own word that a key is taken: an id inside a body that belongs to something else. */
const isKeyTaken = (error: unknown) =>
  ['SQLITE_CONSTRAINT_PRIMARYKEY', 'SQLITE_CONSTRAINT_UNIQUE'].includes(codeOf(error))

/** SQLite's word that a key leads nowhere. */
const isKeyUnknown = (error: unknown) => codeOf(error) === 'SQLITE_CONSTRAINT_FOREIGNKEY'

/** Knex's word that the one writer was not free for as long as one waits for it. */
const isWaitedOut = (error: unknown) => error instanceof Error && error.name === 'KnexTimeoutError'

/** Words of the pool of connections where the log was closed under a request: another takes its place. */
const isClosedUnder = (error: unknown) =>
  error instanceof Error && /^(?:aborted|Unable to acquire a connection)$/.test(error.message)

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
  if (error instanceof TaskGivenUp) return problem(422, 'Too much at once', error.message)
  if (isKeyUnknown(error)) {
    return problem(
      422,
      'Cannot be saved',
      'Something in the body refers to a thing that is not in the log.',
    )
  }
  if (isWaitedOut(error)) {
    return problem(
      503,
      'Busy',
      'Something large is being written, such as an imported file. Nothing was saved; try again in half a minute.',
    )
  }
  if (isClosedUnder(error)) {
    return problem(
      503,
      'Busy',
      'The log was just being put in the place of another. Nothing was saved; try again in a moment.',
    )
  }
  const trouble = troubleOf(error)
  if (trouble) return problem(503, TROUBLE_TITLE, trouble.message, { trouble: trouble.kind })
  const status = (error as { statusCode?: number } | null)?.statusCode
  if (status === 404) return problem(404, 'Not found', 'There is nothing at this address.')
  if (status === 405) {
    return problem(405, 'Method not allowed', 'This address does not take that method.')
  }
  return problem(500, 'Something went wrong here', 'Nothing was saved. The log file says more.')
}
