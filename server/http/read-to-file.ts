import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { HttpRefusal } from './http-refusal'

/**
 * Hands a request's body on as a file, which is gone afterwards: for what is too large to be held.
 *
 * @throws HttpRefusal 413, 400 for a body that was cut off
 */
export async function withFile<T>(
  request: IncomingMessage,
  maxBytes: number,
  use: (path: string) => Promise<T>,
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'juniper-haze-'))
  try {
    const path = join(folder, 'body')
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
    return await use(path)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
