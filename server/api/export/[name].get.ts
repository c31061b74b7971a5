import Joi from 'joi'
import { setResponseHeaders } from 'h3'
import { defineRoute } from '../../http/define-route'
import { EXPORT_TYPES, type ExportName } from '../../services/exchange/exchange'

const params = Joi.object<{ name: ExportName }>({
  name: Joi.string()
    .valid(...Object.keys(EXPORT_TYPES))
    .required(),
}).unknown()

/** A file of the log in an open format; places only as their privacy lets them go. */
export default defineRoute({ params }, async ({ event, params: { name }, log }) => {
  const text = await (await log()).exchange.write(name)
  setResponseHeaders(event, {
    'content-type': EXPORT_TYPES[name],
    'content-disposition': `attachment; filename="juniper-haze-${name}"`,
  })
  return text
})
