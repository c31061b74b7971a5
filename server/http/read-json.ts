import type { IncomingMessage } from 'node:http'
import { HttpRefusal } from './http-refusal'

/** Largest JSON body taken. */
export const MAX_JSON_BYTES = 1_000_000

const tooLarge = () =>
  new HttpRefusal(
    413,
    'Too large',
    `The body must be at most ${MAX_JSON_BYTES} bytes; nothing was saved.`,
  )

/**
 * Reads a request's JSON body, giving up as soon as it is known to be too large.
 *
 * @throws HttpRefusal 415 for another content type, 413 for too much, 400 for broken JSON
 */
export async function readJson(request: IncomingMessage): Promise<unknown> {
  const type = (request.headers['content-type'] ?? '').split(';')[0]!.trim().toLowerCase()
  if (type !== 'application/json') {
    throw new HttpRefusal(
      415,
      'Unsupported content type',
      `The body must be application/json; got ${type || 'no content type'}.`,
    )
  }
  if (Number(request.headers['content-length']) > MAX_JSON_BYTES) {
    request.resume()
    throw tooLarge()
  }
  const chunks: Buffer[] = []
  let bytes = 0
  for await (const chunk of request as AsyncIterable<Buffer>) {
    bytes += chunk.length
    if (bytes > MAX_JSON_BYTES) throw tooLarge()
    chunks.push(chunk)
  }
  const text = Buffer.concat(chunks).toString('utf8')
  try {
    return JSON.parse(text) as unknown
  } catch (cause) {
    const why = cause instanceof Error ? cause.message : 'it cannot be parsed'
    throw new HttpRefusal(400, 'Malformed JSON', `The body is not JSON: ${why}`)
  }
}
