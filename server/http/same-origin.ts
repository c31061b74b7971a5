import type { IncomingHttpHeaders } from 'node:http'
import { HttpRefusal } from './http-refusal'

const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS'])
const LOCAL_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]'])

const nameOf = (host: string) => host.replace(/:\d+$/, '').toLowerCase()

/**
 * Refuses requests that another page in the same browser could have made.
 *
 * The server listens on this machine only, so its Host is a local name; another one means that
 * a foreign name was pointed here. A write must come from our own page, or from a program,
 * which sends no Origin.
 *
 * @throws HttpRefusal 403
 */
export function refuseForeign(method: string, headers: IncomingHttpHeaders): void {
  const host = headers.host ?? ''
  if (!LOCAL_NAMES.has(nameOf(host))) {
    throw new HttpRefusal(403, 'Not from here', 'This log answers to its own machine only.')
  }
  if (SAFE_METHODS.has(method)) return
  // told by the browser itself, also where it leaves the origin out
  const site = headers['sec-fetch-site']
  if (site !== undefined && site !== 'same-origin') {
    throw new HttpRefusal(403, 'Not from here', 'Another site may not write to this log.')
  }
  if (headers.origin === undefined) return
  let origin = ''
  try {
    origin = new URL(headers.origin).host
  } catch {
    // "null" and other non-addresses: left empty, which is nobody's host
  }
  if (origin !== host) {
    throw new HttpRefusal(403, 'Not from here', 'Another site may not write to this log.')
  }
}
