import { createEventStream, type H3Event } from 'h3'
import { logger } from './logger'
import { messageOf } from '../../core/present'

/** A stream of which so much waits to be read is one that nobody reads. */
const MOST_UNREAD_BYTES = 64_000

/**
 * Readings of an instrument as server-sent events, one at once and then one every so often, until
 * nobody listens any more.
 */
export async function readingStream(
  event: H3Event,
  read: () => Promise<object>,
  everyMs = 1000,
): Promise<void> {
  const stream = createEventStream(event)
  const push = async () => {
    try {
      if (event.node.res.writableLength > MOST_UNREAD_BYTES) throw new Error('nobody reads it')
      await stream.push(JSON.stringify(await read()))
    } catch (error) {
      // the pot may be finished, or the page gone: the stream ends, the log is as it was
      logger.info({ reason: messageOf(error) }, 'instrument stream ended')
      clearInterval(timer)
      await stream.close()
    }
  }
  const timer = setInterval(() => void push(), everyMs)
  stream.onClosed(async () => {
    clearInterval(timer)
    await stream.close()
  })
  void push()
  return stream.send()
}
