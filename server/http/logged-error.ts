/** What is written of an error: enough to find it, and nothing that a user has typed. */
export interface LoggedError {
  name: string
  code?: string
  /** Column or rule that SQLite names. */
  constraint?: string
  /** Places in the code, without the message before them. */
  at: string[]
}

const CONSTRAINT = /(?:UNIQUE|NOT NULL|CHECK|FOREIGN KEY) constraint failed(?:: [\w.,() ]+)?$/
const MOST_PLACES = 12

/**
 * An error as it may stand in the log file. Messages are left out: the database puts the values of a
 * question into them, with places and notes, and a parser what it could not parse.
 */
export function loggedError(error: unknown): LoggedError | null {
  if (!(error instanceof Error)) return error === undefined ? null : { name: typeof error, at: [] }
  const { name, message, stack = '' } = error
  const { code } = error as { code?: unknown }
  const constraint = CONSTRAINT.exec(message)?.[0]
  const at = stack
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, MOST_PLACES)
    .map((line) => line.trim())
  return {
    name,
    ...(typeof code === 'string' && { code }),
    ...(constraint && { constraint }),
    at,
  }
}
