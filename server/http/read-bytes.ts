import type { IncomingMessage } from 'node:http'
import { HttpRefusal } from './http-refusal'

/**
 * Reads a request's body as bytes, giving up as soon as it is known to be too large.
 *
 * @throws HttpRefusal 413
 */
export async function readBytes(request: IncomingMessage, maxBytes: number): Promise<Buffer> {
  const tooLarge = () =>
    new HttpRefusal(
      413,
      'Too large',
      `The file must be at most ${maxBytes} bytes; nothing was saved.`,
    )
  if (Number(request.headers['content-length']) > maxBytes) {
    await drained(request)
    throw tooLarge()
  }
  const chunks: Buffer[] = []
  let bytes = 0
  try {
    for await (const chunk of request as AsyncIterable<Buffer>) {
      bytes += chunk.length
      if (bytes > maxBytes) throw tooLarge()
      chunks.push(chunk)
    }
  } catch (error) {
    if (error instanceof HttpRefusal || !request.destroyed) throw error
    throw new HttpRefusal(400, 'Cut off', 'The body did not come to its end; nothing was saved.')
  }
  return Buffer.concat(chunks)
}

/** Longer bodies are cut off, not heard out. */
const MOST_DRAINED = 200_000_000

/**
 * Hears a body out without keeping it: a browser that is still sending would take an answer with a
 * closed connection for no answer.
 */
async function drained(request: IncomingMessage): Promise<void> {
  request.resume()
  if (Number(request.headers['content-length']) > MOST_DRAINED) return
  await new Promise((resolve) => request.once('end', resolve).once('close', resolve))
}
