import { createEventStream, type H3Event } from 'h3'
import { logger } from './logger'
import { messageOf } from '../../core/present'

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
