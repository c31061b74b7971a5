import { defineRoute } from '../../http/define-route'
import { readingStream } from '../../http/reading-stream'

/** What the scale shows, five times a second. */
export default defineRoute({}, async ({ event, log }) => {
  const { instruments } = await log()
  const scale = await instruments.scale()
  const read = () =>
    Promise.resolve({ ...scale.read(instruments.now()), isSimulated: scale.isSimulated })
  return readingStream(event, read, 200)
})
