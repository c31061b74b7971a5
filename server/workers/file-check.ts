import { complaintOf, withLog } from '../database/log-facts'
import { messageOf } from '../../core/present'

/**
 * Looks through a log's file. Entry of a worker thread, built by itself, see nuxt.config: it holds
 * little, since every start waits for it.
 *
 * @returns the first complaint about it, or `ok`
 */
export default function checkFile(file: string): string {
  try {
    return withLog(file, complaintOf)
  } catch (error) {
    // another program's lock is no damage: it is told of where the log is opened
    const { code } = error as { code?: unknown }
    return typeof code === 'string' && code.startsWith('SQLITE_BUSY') ? 'ok' : messageOf(error)
  }
}
