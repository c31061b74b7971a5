import { FileProblem } from '../../../core/formats/table'
import { parseJson } from '../../../core/json'
import { messageOf } from '../../../core/present'
import { LOG_FILE_KIND } from '../../../shared/schemas/exchange/log-pots'

/** A file of another log, as its JSON says. */
export interface LogFile {
  log: string
  pots: unknown[]
  sources: unknown[]
}

const MOST_POTS = 5000

/** The id of the log that a file of swatches is of; null for a file that is none, or says nothing. */
export function logOfFile(bytes: Uint8Array): string | null {
  const head = new TextDecoder().decode(bytes.subarray(0, 200))
  return (
    /^\uFEFF?\s*\{"kind":"juniper-haze\/swatches","log":"([0-9a-f-]{36})"/.exec(head)?.[1] ?? null
  )
}

/**
 * Reads a file of another log.
 *
 * @throws FileProblem for one that is none
 */
export function readLogFile(bytes: Uint8Array): LogFile {
  const told = (() => {
    try {
      return parseJson<Partial<LogFile> & { kind?: unknown }>(
        new TextDecoder('utf-8', { fatal: true }).decode(bytes),
      )
    } catch (error) {
      throw new FileProblem(1, `the file is no sound JSON: ${messageOf(error)}`)
    }
  })()
  const { kind, log, pots, sources } = told
  if (kind !== LOG_FILE_KIND || typeof log !== 'string' || !Array.isArray(pots)) {
    throw new FileProblem(1, 'the file holds no pots that went out of a log.')
  }
  if (pots.length > MOST_POTS) throw new FileProblem(1, `more than ${MOST_POTS} pots: split it.`)
  return { log, pots, sources: Array.isArray(sources) ? sources : [] }
}
