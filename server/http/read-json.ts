import type { IncomingMessage } from 'node:http'
import { HttpRefusal } from './http-refusal'
import { readBytes } from './read-bytes'
import { first } from '../../core/present'

/** Largest JSON body taken. */
export const MAX_JSON_BYTES = 1_000_000
/** Deeper than any body here is; what looks through it goes down by itself, and would fall. */
const MAX_DEPTH = 32

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
  if (depthOf(text) > MAX_DEPTH) {
    throw new HttpRefusal(
      400,
      'Too deep',
      `The body must hold at most ${MAX_DEPTH} lists or objects within each other.`,
    )
  }
  try {
    return JSON.parse(text) as unknown
  } catch (cause) {
    const why = cause instanceof Error ? cause.message : 'it cannot be parsed'
    throw new HttpRefusal(400, 'Malformed JSON', `The body is not JSON: ${why}`)
  }
}

/** How deep lists and objects lie within each other in a JSON text, sound or not. */
function depthOf(text: string): number {
  let depth = 0
  let deepest = 0
  let isQuoted = false
  for (let i = 0; i < text.length; i++) {
    const sign = text[i]!
    if (sign === '\\' && isQuoted) i++
    else if (sign === '"') isQuoted = !isQuoted
    else if (isQuoted) continue
    else if (sign === '{' || sign === '[') deepest = Math.max(deepest, ++depth)
    else if (sign === '}' || sign === ']') depth--
  }
  return deepest
}
