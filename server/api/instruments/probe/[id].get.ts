import { idParams } from '../../../http/collections'
import { defineRoute } from '../../../http/define-route'
import { readingStream } from '../../../http/reading-stream'

/** Temperature and pH of a running pot, once a second. */
export default defineRoute({ params: idParams }, async ({ event, params, log }) => {
  const { instruments } = await log()
  const { device, follow } = await instruments.probe(params.id)
  return readingStream(event, async () => {
    await follow()
    return { ...device.read(instruments.now()), isSimulated: device.isSimulated }
  })
})
