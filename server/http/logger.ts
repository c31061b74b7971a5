import pino from 'pino'

/** Structured log, one line a request: address, status, time. Never bodies, notes or places. */
export const logger = pino({
  level: process.env.JUNIPER_HAZE_LOG ?? 'info',
  base: undefined,
  timestamp: pino.stdTimeFunctions.isoTime,
})
