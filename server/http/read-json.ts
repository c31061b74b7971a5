import type { IncomingMessage } from 'node:http'
import { HttpRefusal } from './http-refusal'
import { readBytes } from './read-bytes'
import { first } from '../../core/present'

/** Largest JSON body taken. */
export const MAX_JSON_BYTES = 1_000_000

/**
 * Reads a request's JSON body, giving up as soon as it is known to be too large.
 *
 * @throws HttpRefusal 415 for another content type, 413 for too much, 400 for broken JSON
 */
export async function readJson(request: IncomingMessage): Promise<unknown> {
  const type = first((request.headers['content-type'] ?? '').split(';'))
    .trim()
    .toLowerCase()
  if (type !== 'application/json') {
    throw new HttpRefusal(
      415,
      'Unsupported content type',
      `The body must be application/json; got ${type || 'no content type'}.`,
    )
  }
  const text = (await readBytes(request, MAX_JSON_BYTES)).toString('utf8')
  try {
    return JSON.parse(text) as unknown
  } catch (cause) {
    const why = cause instanceof Error ? cause.message : 'it cannot be parsed'
    throw new HttpRefusal(400, 'Malformed JSON', `The body is not JSON: ${why}`)
  }
}
