import pino from 'pino'
import { loggedError } from './logged-error'

const LEVELS = ['fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent']

/** The level asked for, or `info` where it is none: a slip there is no reason not to start. */
function level(): string {
  const asked = process.env.JUNIPER_HAZE_LOG ?? 'info'
  if (LEVELS.includes(asked)) return asked
  process.stderr.write(
    `JUNIPER_HAZE_LOG must be one of ${LEVELS.join(', ')}; got ${asked}: info is taken.\n`,
  )
  return 'info'
}

/** Structured log, one line a request: address, status, time. Never bodies, notes or places. */
export const logger = pino({
  level: level(),
  base: undefined,
  timestamp: pino.stdTimeFunctions.isoTime,
  serializers: { err: loggedError },
})
