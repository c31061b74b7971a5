import Joi from 'joi'
import { defineRoute } from '../http/define-route'

const body = Joi.object<{ hemisphere: string }>({
  hemisphere: Joi.string().valid('northern', 'southern').required(),
})

export default defineRoute({ body }, async ({ body, log }) => {
  await (await log()).settings.write('hemisphere', body.hemisphere)
  return body
})
