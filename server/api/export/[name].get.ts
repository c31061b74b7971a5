import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import Joi from 'joi'
import { setResponseHeaders } from 'h3'
import { defineRoute } from '../../http/define-route'
import { logger } from '../../http/logger'
import { EXPORT_TYPES, type ExportName } from '../../services/exchange/exchange'

const params = Joi.object<{ name: ExportName }>({
  name: Joi.string()
    .valid(...Object.keys(EXPORT_TYPES))
    .required(),
}).unknown()

/** A file of the log in an open format; places only as their privacy lets them go. */
export default defineRoute({ params }, async ({ event, params: { name }, log }) => {
  const pieces = (await log()).exchange.write(name)
  setResponseHeaders(event, {
    'content-type': EXPORT_TYPES[name],
    'content-disposition': `attachment; filename="juniper-haze-${name}"`,
  })
  const { req, res } = event.node
  if (req.method === 'HEAD') return res.end()
  try {
    await pipeline(Readable.from(pieces), res)
  } catch (error) {
    // cut off, so that nobody takes a part for the whole
    logger.warn({ err: error, name }, 'an export was not sent to its end')
  }
})
