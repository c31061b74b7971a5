import { pipeline } from 'node:stream/promises'
import { setResponseHeaders } from 'h3'
import { defineRoute } from '../../http/define-route'
import { logger } from '../../http/logger'

/** The whole log as a ZIP of open tables and its photos. Places are in it exactly as in the log. */
export default defineRoute({}, async ({ event, log }) => {
  const { stream, end } = await (await log()).archive.write()
  setResponseHeaders(event, {
    'content-type': 'application/zip',
    'content-disposition': 'attachment; filename="juniper-haze-log.zip"',
  })
  const { req, res } = event.node
  try {
    if (req.method === 'HEAD') return res.end()
    await pipeline(stream, res)
  } catch (error) {
    // cut off, so that nobody takes a part for the whole
    logger.warn({ err: error }, 'an archive was not sent to its end')
  } finally {
    await end()
  }
})
