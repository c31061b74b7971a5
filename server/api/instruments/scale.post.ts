import Joi from 'joi'
import { massOrNoneField } from '../../../shared/schemas/log/common'
import { defineRoute } from '../../http/define-route'

const body = Joi.object<{ putG?: number; tare?: boolean }>({
  putG: massOrNoneField,
  tare: Joi.boolean(),
}).min(1)

/** Lays something on the stand-in's pan, or tares it. */
export default defineRoute({ body }, async ({ body, log }) =>
  (await log()).instruments.handle(body),
)
