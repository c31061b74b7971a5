import { pipeline } from 'node:stream/promises'
import { setResponseHeaders, type H3Event } from 'h3'
import { logger } from './logger'

/**
 * Sends an archive piece by piece.
 *
 * @returns whether it went to its end: else it was cut off, so that nobody takes a part for the whole
 */
export async function sendArchive(
  event: H3Event,
  { stream, end }: { stream: NodeJS.ReadableStream; end: () => Promise<void> },
  signal?: AbortSignal,
): Promise<boolean> {
  setResponseHeaders(event, {
    'content-type': 'application/zip',
    'content-disposition': 'attachment; filename="juniper-haze-log.zip"',
  })
  const { req, res } = event.node
  try {
    if (req.method === 'HEAD') res.end()
    else await pipeline(stream, res, { signal })
    return true
  } catch (error) {
    logger.warn({ err: error }, 'an archive was not sent to its end')
    return false
  } finally {
    await end()
  }
}
