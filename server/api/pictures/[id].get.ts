import Joi from 'joi'
import { setResponseHeaders } from 'h3'
import { idParams } from '../../http/collections'
import { defineRoute } from '../../http/define-route'

const query = Joi.object<{ size: 'full' | 'small' }>({
  size: Joi.string().valid('full', 'small').default('full'),
})

export default defineRoute({ params: idParams, query }, async ({ event, params, query, log }) => {
  const file = await (await log()).photoFiles.file(params.id, query.size)
  // the file is named by its content and never changes
  setResponseHeaders(event, {
    'content-type': 'image/jpeg',
    'cache-control': 'private, max-age=31536000, immutable',
  })
  return file
})
