import { createWriteStream } from 'node:fs'
import type { IncomingMessage } from 'node:http'
import { pipeline } from 'node:stream/promises'
import { HttpRefusal } from './http-refusal'

/**
 * Writes a request's body to a file: for what is too large to be held.
 *
 * @throws HttpRefusal 413, 400 for a body that was cut off
 */
export async function readToFile(
  request: IncomingMessage,
  maxBytes: number,
  path: string,
): Promise<void> {
  let bytes = 0
  const counted = async function* (pieces: AsyncIterable<Buffer>) {
    for await (const piece of pieces) {
      bytes += piece.length
      if (bytes > maxBytes) {
        throw new HttpRefusal(
          413,
          'Too large',
          `The file must be at most ${maxBytes} bytes; nothing was saved.`,
        )
      }
      yield piece
    }
  }
  try {
    await pipeline(request, counted, createWriteStream(path))
  } catch (error) {
    if (error instanceof HttpRefusal || !request.destroyed) throw error
    throw new HttpRefusal(400, 'Cut off', 'The body did not come to its end; nothing was saved.')
  }
}
